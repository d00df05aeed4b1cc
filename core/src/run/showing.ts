import { componentOf, isSameList, propertiesOf, screenOf, type Component, type Id, type Part, type Project, type Screen, type ShowAction } from '../document'
import { advanceTo } from './advance'
import { Moment } from './moment'
import { startRun } from './start'

/**
 * How long a screen or overlay takes to come or go for an action on a screen, from rest, in ms: for each of the ways one
 * can have come there. Throws `gone`.
 */
export function timesOfShowing(of: Project, from: Id, action: ShowAction): readonly number[] {
  const known = knownTimesOfShowing(of, from, action)
  if (known) return known
  const project = whatShows(of)
  const here = screenOf(project, from)
  const ms = timesIn(project, from, action)
  if (here) workedOut.set(here, [...(workedOut.get(here) ?? []).filter((each) => isAlike(each.of, project)), { of: project, action, ms }])
  return ms
}

/** The same, if it has been worked out before and nothing it follows from has changed; null otherwise. */
export function knownTimesOfShowing(of: Project, from: Id, action: ShowAction): readonly number[] | null {
  const project = whatShows(of)
  const here = screenOf(project, from)
  const isStillGood = ({ of: then, action: asked }: Known): boolean =>
    asked.do === action.do && asked.screen === action.screen && asked.motion === action.motion && screenOf(then, action.screen) === screenOf(project, action.screen) && isAlike(then, project)
  return (here && workedOut.get(here)?.find(isStillGood)?.ms) ?? null
}

/** Whether all of a project that has to do with every time is what it was. */
const isAlike = (then: Project, now: Project): boolean =>
  then.motion === now.motion && then.tokens === now.tokens && then.variables === now.variables && isSameList(then.components, now.components)

/** Times that were worked out, with what of the project they follow from. */
interface Known {
  readonly of: Project
  readonly action: ShowAction
  readonly ms: readonly number[]
}

/** By the screen one is on, as bare as `whatShows` makes it. */
const workedOut = new WeakMap<Screen, readonly Known[]>()

function timesIn(project: Project, from: Id, action: ShowAction): readonly number[] {
  switch (action.do) {
    case 'go to screen':
      return [false, true].map((isBack) => {
        const run = startRun(project, { screen: from })
        if (isBack) run.history = [{ screen: action.screen, origin: '' }]
        return timeOf(new Moment(run), action)
      })
    case 'open overlay':
      return [timeOf(new Moment(startRun(project, { screen: from })), action)]
    case 'close overlay': {
      const run = startRun(project, { screen: from })
      const opens: ShowAction = { id: '', do: 'open overlay', screen: action.screen, motion: null }
      advanceTo(run, timeOf(new Moment(run), opens))
      return [timeOf(new Moment(run), action)]
    }
  }
}

const timeOf = (moment: Moment, action: ShowAction): number => moment.show('', action)[1] - moment.run.nowMs

const shows = new WeakMap<Project, Project>()

/**
 * What of a project has to do with how long screens take: nothing does anything of itself, and what has no transition names inside
 * is a mere box. What an edit leaves as it is stays the very same.
 */
function whatShows(project: Project): Project {
  const known = shows.get(project)
  if (known) return known
  const isTied = tying(project)
  const components = project.components.filter(({ id }) => isTied(id)).map((each) => bare(each, isTied))
  const made = { ...project, components, screens: project.screens.map((each) => bare(each, isTied)) }
  shows.set(project, made)
  return made
}

/** Says of components whether something in them has a transition name, at any depth. */
function tying(project: Project): (id: Id) => boolean {
  const known = new Map<Id, boolean>()
  const isTied = (id: Id): boolean => {
    const before = known.get(id)
    if (before !== undefined) return before
    known.set(id, false)
    const parts = componentOf(project, id)?.parts ?? []
    // What fills a slot is told from outside.
    const is = parts.some((part) => part.transitionName !== undefined || part.kind === 'slot' || ('component' in part && part.component !== null && isTied(part.component)))
    known.set(id, is)
    return is
  }
  return isTied
}

const bared = new WeakMap<Component | Screen, { readonly boxes: string; readonly bare: Component | Screen }>()

function bare<T extends Component | Screen>(owner: T, isTied: (id: Id) => boolean): T {
  const isBox = (part: Part) => 'component' in part && (part.component === null || !isTied(part.component))
  const boxes = owner.parts.filter(isBox).map(({ id }) => id).join()
  const known = bared.get(owner)
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what was made of a screen is one, and of a component as well
  if (known?.boxes === boxes) return known.bare as T
  const made: T = { ...owner, rules: [], parts: owner.parts.map((part) => (isBox(part) ? boxFor(part) : part)) }
  bared.set(owner, { boxes, bare: made })
  return made
}

const BOX = new Set<string>(propertiesOf('box').map(({ name }) => name))

const boxFor = ({ id, name, parent, base, transitionName }: Part): Part =>
  ({ id, name, parent, kind: 'box', base: Object.fromEntries(Object.entries(base).filter(([property]) => BOX.has(property))), ...(transitionName === undefined ? {} : { transitionName }) })
