import { itemAt, RheoError, type Id, type Project } from '../../document'
import { keptAt } from '../../machine'
import { StateSpace, isByItself, type Facts } from './state-space'
import type { CheckOptions } from './context'
import { after, independentGroups, MemoryAllowance, signatureOf, surfaceThing, thingsOfPrototype, thingsOnSurface, type Node, type Thing } from '../explore'

/** Everything that stands on any screen or overlay one can come to from the start screen, with what can become of it. */
export interface PrototypeContext {
  readonly project: Project
  readonly start: Id
  readonly things: readonly Thing[]
  /** The screens and overlays themselves, whatever leads from one to another, and all that has to do with that. */
  readonly navigation: StateSpace
  /** The same with the motions of screens and overlays followed. */
  readonly moving: StateSpace
  /** Works out what becomes of it in steps between which it can be given up. */
  readonly looking: () => Generator<void, void>
  /** The state space in which a thing is looked at: that of its group together with what leads from screen to screen. */
  readonly stateSpaceOf: (thing: Thing) => StateSpace
  /**
   * A thing that has nothing to do with what leads from screen to screen, as it stands on its screen alone; null for one that
   * has, and where its screen can go by itself, before all has come there that would. What becomes of it follows on from when
   * its screen is come to.
   */
  readonly apart: (thing: Thing) => { readonly stateSpace: StateSpace; readonly thing: Thing } | null
  /** Some things, with all that has to do with them and with what leads from screen to screen. */
  readonly stateSpaceFor: (things: readonly Thing[], watched?: readonly string[]) => StateSpace
}

const known = new WeakMap<Project, Map<string, PrototypeContext | null>>()

/** The prototype as a whole from a screen on, put together once for a project; null where it says nothing of where it starts, or cannot be put together. */
export function prototypeContext(project: Project, options: CheckOptions = {}, start: Id | null = project.startScreen): PrototypeContext | null {
  if (start === null || !project.screens.some(({ id }) => id === start)) return null
  const ofProject = known.get(project) ?? new Map<string, PrototypeContext | null>()
  known.set(project, ofProject)
  const key = `${start} ${options.limit ?? ''}`
  const found = ofProject.get(key)
  if (found !== undefined) return found
  const context = putTogether(project, start, options)
  ofProject.set(key, context)
  return context
}

function putTogether(project: Project, start: Id, options: CheckOptions): PrototypeContext | null {
  try {
    const things = thingsOfPrototype(project, start)
    const groups = independentGroups(project, things)
    const leading = groups.filter((group) => group.some((thing) => thing.shown !== null || leadsAnywhere(thing)))
    const navigating = new Set(leading.flat())
    const memory = new MemoryAllowance()
    const stateSpace = (all: readonly Thing[], followsSurfaces = false, watched: readonly string[] = []) => new StateSpace(project, { screen: start }, all, { ...options, memory, followsSurfaces, watched })
    const navigation = stateSpace(inTheirOrder(things, navigating))
    const moving = stateSpace(inTheirOrder(things, navigating), true)
    const alike = new Map<string, StateSpace>()
    const stateSpaceFor = (wanted: readonly Thing[], watched: readonly string[] = []): StateSpace => {
      const own = new Set([...navigating, ...groups.filter((group) => group.some((thing) => wanted.includes(thing))).flat()])
      if (own.size === navigating.size && watched.length === 0) return navigation
      const all = inTheirOrder(things, own)
      const key = `${watched.join()} ${signatureOf(all)} ${all.map(({ path }) => path).join()}`
      const found = alike.get(key) ?? stateSpace(all, false, watched)
      alike.set(key, found)
      return found
    }
    const alone = new Map<Id, readonly (readonly Thing[])[]>()
    const stateSpaces = new Map<string, StateSpace>()
    const apart: PrototypeContext['apart'] = (thing) => {
      const surface = surfaceThing(thing)
      if (navigating.has(thing) || !surface.shown || goesByItself(navigation, surface)) return null
      const { screen } = surface.shown
      const own = alone.get(screen) ?? independentGroups(project, thingsOnSurface(project, { screen }))
      alone.set(screen, own)
      const path = surface.path === '' ? thing.path : thing.path.slice(surface.path.length + 1)
      const group = own.find((each) => each.some((other) => other.path === path))
      if (!group) return null
      const signature = signatureOf(group)
      const stateSpace = stateSpaces.get(signature) ?? new StateSpace(project, { screen }, group, { ...options, memory })
      stateSpaces.set(signature, stateSpace)
      const place = group.findIndex((other) => other.path === path)
      return { stateSpace, thing: itemAt(stateSpace.things, place) }
    }
    const looking = function* (): Generator<void, void> {
      yield* navigation.looking()
      yield* moving.looking()
    }
    return { project, start, things, navigation, moving, looking, apart, stateSpaceFor, stateSpaceOf: (thing) => stateSpaceFor([thing]) }
  } catch (error) {
    if (!(error instanceof RheoError)) throw error
    return null
  }
}

/** Whether a screen or overlay is ever left without anybody doing anything. */
const goesByItself = ({ closed }: StateSpace, surface: Thing): boolean =>
  !closed.isFinished || closed.all('shown').some(({ mark, step }) => mark.item.thing === surface && !mark.isShown && isByItself(step))

const leadsAnywhere = ({ compiled: { component } }: Thing): boolean =>
  component.rules.some(({ actions }) => actions.some((action) => action.do === 'go to screen' || action.do === 'open overlay' || action.do === 'close overlay'))

const inTheirOrder = (things: readonly Thing[], wanted: ReadonlySet<Thing>): readonly Thing[] => things.filter((thing) => wanted.has(thing))

/** The screens and overlays of a prototype. */
export const surfacesOf = ({ things }: PrototypeContext): readonly Thing[] => things.filter(({ shown }) => shown !== null)

/** The first node in which a screen or overlay is there, or which it has come and gone on the way to. */
export function firstShown(facts: Facts, surface: Thing): Node | undefined {
  const item = facts.network.items.get(surface)
  if (!item) return undefined
  const there = facts.explored.nodes.find(({ place }) => keptAt(place.configuration, item.at) !== 0)
  const passing = there ? undefined : facts.all('shown').find(({ mark }) => mark.item === item && mark.isShown)
  return there ?? (passing && after(passing.step))
}
