import { componentOf, latestMs, type Action, type Component, type Id, type Part, type Project, type Rule, type Screen, type ShowAction, type Trigger } from '../document'
import { pathInside } from '../machine'
import { linksOn } from '../reading'
import { timesOfShowing } from '../run'

/** What an arrow goes out from: a part of an instance on the screen, or of the screen itself where the path is empty; no part is all of it. */
export interface FlowElement {
  readonly instance: string
  readonly part: Id | null
}

/** One way from a screen to another: a rule's action, or what closes an overlay whatever its rules say. */
export interface FlowLink {
  /** The same for the same rule in the same place, whatever else changes. */
  readonly id: string
  readonly from: Id
  readonly to: Id
  readonly by: 'go to screen' | 'open overlay' | 'close overlay' | 'tap outside' | 'Escape'
  readonly element: FlowElement
  /** The rule and whose it is; null for what closes an overlay by itself. */
  readonly rule: { readonly owner: Id | { readonly screen: Id }; readonly id: Id } | null
  /** What triggers it, and how long the screens take to change. */
  readonly label: string
}

/** Screens that are as many steps from where one begins. */
export interface FlowColumn {
  readonly title: string
  readonly screens: readonly Id[]
}

/** How the screens of a project lead to one another. */
export interface Flow {
  readonly columns: readonly FlowColumn[]
  readonly links: readonly FlowLink[]
}

/**
 * The flow of a project: every action that changes what screens are shown, from what it goes out, and each screen in the
 * column of how many steps it is from the start. Screens nothing leads to begin a count of their own, overlays nothing
 * opens and screens that only lead to one another have the last column.
 *
 * @param timing how long an action on a screen takes, in ms; null where that is not known yet
 */
export function flowOf(project: Project, timing: Timing = (from, action) => Math.max(...timesOfShowing(project, from, action))): Flow {
  const openings = project.screens.flatMap((screen) => openingsOn(project, screen, timing))
  const links = [...openings, ...closings(project, openings, timing)]
  return { links, columns: columnsOf(project, openings) }
}

type Timing = (from: Id, action: ShowAction) => number | null

/** Rules of one screen, or of something that is placed on it, with where it is. */
interface Placed {
  readonly owner: Id | { readonly screen: Id }
  readonly instance: string
  readonly rules: readonly Rule[]
}

const leadsOn = (action: Action): action is ShowAction => action.do === 'go to screen' || action.do === 'open overlay'

function openingsOn(project: Project, screen: Screen, timing: Timing): readonly FlowLink[] {
  return placedOn(project, screen).flatMap(({ owner, instance, rules }) => rules.flatMap((rule) => rule.actions.filter(leadsOn).flatMap((action) => {
    if (!project.screens.some(({ id }) => id === action.screen)) return []
    const element = rule.trigger.on === 'message' && instance === '' ? senderOf(project, screen, rule.trigger.name) : { instance, part: rule.part }
    return [linkOf(screen.id, action.screen, element, owner, rule, action, timing)]
  })))
}

const closes = (screen: Id) => (action: Action): action is ShowAction => action.do === 'close overlay' && action.screen === screen

/** What closes each overlay leads back to whatever opens it. */
function closings(project: Project, openings: readonly FlowLink[], timing: Timing): readonly FlowLink[] {
  return project.screens.flatMap((screen) => {
    if (screen.kind !== 'overlay') return []
    const openers = [...new Set(openings.filter(({ to, by }) => to === screen.id && by === 'open overlay').map(({ from }) => from))]
    return openers.flatMap((opener) => {
      const own = placedOn(project, screen).flatMap(({ owner, instance, rules }) => rules.flatMap((rule) => rule.actions.filter(closes(screen.id)).map((action) => linkOf(screen.id, opener, { instance, part: rule.part }, owner, rule, action, timing))))
      const { closesOnOutsideTap = false, closesOnEscape = false } = screen.overlay ?? {}
      const given = ([['tap outside', closesOnOutsideTap], ['Escape', closesOnEscape]] as const).filter(([, isSo]) => isSo)
      return [...own, ...given.map(([by]): FlowLink => ({ id: `${screen.id} ${opener} ${by}`, from: screen.id, to: opener, by, element: { instance: '', part: null }, rule: null, label: by }))]
    })
  })
}

function linkOf(from: Id, to: Id, element: FlowElement, owner: Placed['owner'], { id, trigger }: Rule, action: ShowAction, timing: Timing): FlowLink {
  const ms = timing(from, action)
  const label = `${triggerWords(trigger)}${ms !== null && ms > 0 ? ` · ${ms.toLocaleString('en')} ms` : ''}`
  return { id: `${from} ${element.instance} ${id} ${action.id}`, from, to, by: action.do, element, rule: { owner, id }, label }
}

/** The thing on a screen that sends a message to it; the screen itself where nothing does. */
function senderOf(project: Project, screen: Screen, message: string): FlowElement {
  const link = linksOn(project, screen).find(({ by, name, to }) => by === 'message' && name === message && to === null)
  return { instance: '', part: link?.from ?? null }
}

function triggerWords(trigger: Trigger): string {
  switch (trigger.on) {
    case 'after':
    case 'every':
      return `${trigger.on} ${trigger.ms.toLocaleString('en')}${latestMs(trigger) > trigger.ms ? `–${latestMs(trigger).toLocaleString('en')}` : ''} ms`
    case 'key':
    case 'key up':
      return trigger.key ?? 'any key'
    case 'changes':
    case 'message':
      return trigger.name === '' ? trigger.on : trigger.name
    default:
      return trigger.on
  }
}

/** The rules of a screen and of everything that stands on it, at any depth. What fills a slot or a list is taken as it begins. */
function placedOn(project: Project, screen: Screen): readonly Placed[] {
  return [{ owner: { screen: screen.id }, instance: '', rules: screen.rules }, ...inside(project, screen, '', [])]
}

function inside(project: Project, { parts }: { readonly parts: readonly Part[] }, path: string, around: readonly Id[]): readonly Placed[] {
  return parts.flatMap((part): readonly Placed[] => {
    const id = part.kind === 'instance' || part.kind === 'list' ? part.component : null
    const component: Component | undefined = id === null || around.includes(id) ? undefined : componentOf(project, id)
    if (!component) return []
    // Where the items of a list are follows from its records: an arrow goes out from the list.
    if (part.kind === 'list') return inside(project, component, path, [...around, component.id]).concat({ owner: component.id, instance: path, rules: component.rules.map((rule) => ({ ...rule, part: part.id })) })
    const own = pathInside(path, part.id)
    return [{ owner: component.id, instance: own, rules: component.rules }, ...inside(project, component, own, [...around, component.id])]
  })
}

function columnsOf({ screens, startScreen }: Project, openings: readonly FlowLink[]): readonly FlowColumn[] {
  const isLedTo = (id: Id) => openings.some(({ from, to }) => to === id && from !== id)
  const start = screens.find(({ id }) => id === startScreen) ?? screens[0]
  const fromStart = start ? stepsFrom([start.id], openings, new Set()) : []
  const reached = new Set(fromStart.flat())
  const beginners = screens.filter(({ id, kind }) => kind === 'screen' && !reached.has(id) && !isLedTo(id)).map(({ id }) => id)
  const fromOthers = stepsFrom(beginners, openings, reached)
  const all = new Set([...reached, ...fromOthers.flat()])
  const rest = screens.filter(({ id }) => !all.has(id)).map(({ id }) => id)
  return [
    ...fromStart.map((ids, steps) => ({ title: steps === 0 ? 'start' : stepsText(steps), screens: ids })),
    ...fromOthers.map((ids, steps) => ({ title: steps === 0 ? 'other entry points' : `${stepsText(steps)} from there`, screens: ids })),
    ...(rest.length > 0 ? [{ title: 'nothing leads here', screens: rest }] : []),
  ]
}

const stepsText = (steps: number): string => `${steps} ${steps === 1 ? 'step' : 'steps'}`

/** What is reached from some screens in no step, in one, in two and so on, without those that are known already. */
function stepsFrom(first: readonly Id[], links: readonly FlowLink[], known: ReadonlySet<Id>): readonly (readonly Id[])[] {
  const seen = new Set([...known, ...first])
  const columns: (readonly Id[])[] = []
  for (let column = first; column.length > 0;) {
    columns.push(column)
    const next = new Set(column.flatMap((from) => links.filter((link) => link.from === from && !seen.has(link.to)).map(({ to }) => to)))
    for (const id of next) seen.add(id)
    column = [...next]
  }
  return columns
}
