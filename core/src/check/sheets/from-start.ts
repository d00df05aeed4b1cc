import { recordOf, statesMeant, theOne, type Component, type Id, type Project } from '../../document'
import { keptAt } from '../../machine'
import type { StateSpace, Facts, Seen } from '../ground/state-space'
import type { Piece } from './budgets'
import type { CheckOptions } from '../ground/context'
import { confirmed, witnessOf, witnessTo, type Shows } from '../ground/witness'
import type { Witness } from '../model/finding'
import type { Coverage } from './coverage'
import { after, soonest, surfaceThing, MODALITIES, wayTo, type NetAxis, type Node, type Occasion, type Thing, type Modality } from '../explore'
import { firstShown, prototypeContext, surfacesOf, type PrototypeContext } from '../ground/prototype'

/** In how many steps a screen or overlay is come to from the start, by each way of working; null when that way never gets there. */
export interface CoveredScreen {
  readonly screen: Id
  readonly steps: Readonly<Record<Modality, number | null>>
}

/** How what stands anywhere in a prototype is reached from the start. */
export interface CoverageFromStart {
  readonly screens: readonly CoveredScreen[]
  /** Of each component that stands somewhere, whichever of its instances is the first. */
  readonly components: readonly Coverage[]
}

/** How each screen, and each state of what stands on them, is reached from the start screen; null where the project has none. */
export function coverageFromStart(project: Project, options: CheckOptions = {}): CoverageFromStart | null {
  const context = prototypeContext(project, options)
  if (!context) return null
  const { navigation } = context
  return {
    screens: surfacesOf(context).map((surface) => ({ screen: surface.shown?.screen ?? '', steps: recordOf(MODALITIES, (way) => firstShown(navigation.byModality(way), surface)?.depth ?? null) })),
    components: project.components.flatMap((component) => coverageOfAll(context, component) ?? []),
  }
}

function coverageOfAll(context: PrototypeContext, component: Component): Coverage | null {
  const instances = context.things.filter(({ compiled }) => compiled.component.id === component.id)
  if (instances.length === 0) return null
  const looked = instances.map((thing) => lookedAt(context, thing))
  const facts = [...new Set(looked.map(({ stateSpace }) => stateSpace))].flatMap((stateSpace) => MODALITIES.map((way) => stateSpace.byModality(way)))
  const stepsTo = (axis: Id, state: Id) => recordOf(MODALITIES, (way) => {
    const found = looked.flatMap(({ thing, stateSpace, surface }) => {
      const before = surface ? firstShown(context.navigation.byModality(way), surface)?.depth : 0
      const own = firstThere(stateSpace.byModality(way), thing, axis, state)?.depth
      return before === undefined || own === undefined ? [] : [before + own]
    })
    return found.length > 0 ? Math.min(...found) : null
  })
  return {
    component: component.id,
    states: component.axes.flatMap((axis) => (axis.states.length < 2 ? [] : axis.states.map(({ id }) => ({ axis: axis.id, state: id, steps: stepsTo(axis.id, id) })))),
    isFinished: facts.every(({ isFinished }) => isFinished),
    seen: facts.reduce((sum, { explored }) => sum + explored.seen, 0),
  }
}

/** How a thing is looked at: by itself, once its surface has been come to, or where that does not do from the start. */
interface LookedAt {
  readonly stateSpace: StateSpace
  readonly thing: Thing
  /** What has to be come to first. */
  readonly surface: Thing | null
}

function lookedAt(context: PrototypeContext, thing: Thing): LookedAt {
  const apart = context.apart(thing)
  return apart ? { ...apart, surface: surfaceThing(thing) } : { stateSpace: context.stateSpaceOf(thing), thing, surface: null }
}

/** The first node in which a thing is there, with an axis in a state, or one of a group, or which it has passed that on the way to. */
function firstThere(facts: Facts, thing: Thing, axisId: Id, state: Id): Node | undefined {
  const own = facts.network.things.find(({ path }) => path === thing.path)
  const axis = own && facts.network.axisOf(own, axisId)
  if (!axis) return undefined
  const passing = () => facts.all('entered').find(({ mark }) => mark.axis === axis && meantOf(axis, state).includes(axis.states[mark.to] ?? ''))
  return facts.explored.nodes.find((node) => isIn(facts, axis, state, node)) ?? nodeOf(passing())
}

const nodeOf = (seen: Seen<'entered'> | undefined): Node | undefined => seen && after(seen.step)

const isIn = ({ network }: Facts, axis: NetAxis, state: Id, { place: { configuration } }: Node): boolean =>
  meantOf(axis, state).includes(axis.states[keptAt(configuration, axis.at)] ?? '') && network.isPresent(axis.thing, configuration)

const meantOf = ({ thing, own }: NetAxis, state: Id): readonly Id[] => statesMeant(theOne(thing.compiled.component.axes, (_axis, index) => index === own), state)

/** The quickest way from the start to a state of a component, and what its time is made of. Whoever has to do something on the way is taken to do it at once. */
export interface BudgetFromStart {
  /** Where the instance stands that comes to it first, by its screen. */
  readonly screen: Id
  readonly ms: number
  readonly pieces: readonly Piece[]
  /** A run that goes that way, at the pace of a person; null where none is known to. */
  readonly witness: Witness | null
}

/** What it takes from the start screen to come to a state of a component, or one of a group; null where nothing leads there, or the project has no start. */
export function budgetFromStart(project: Project, component: Component, { axis, to }: { readonly axis: Id; readonly to: Id }): BudgetFromStart | null {
  const context = prototypeContext(project)
  if (!context) return null
  const ways = context.things.filter(({ compiled }) => compiled.component.id === component.id).flatMap((thing) => {
    const { stateSpace, thing: own, surface } = lookedAt(context, thing)
    const node = quickest(stateSpace, own, axis, to)
    const before = surface && firstShown(context.navigation.closed, surface)
    return node && before !== undefined ? [{ stateSpace, node, before, ...budgetOf(thing, before ? [wayTo(before), wayTo(node)] : [wayTo(node)]) }] : []
  })
  const [quickestWay] = ways.toSorted((a, b) => a.ms - b.ms)
  if (!quickestWay) return null
  const { stateSpace, node, before, ...budget } = quickestWay
  const of = theOne(component.axes, ({ id }) => id === axis)
  const name = theOne<{ readonly id: Id; readonly name: string }>([...of.states, ...(of.groups ?? [])], ({ id }) => id === to).name
  const caption = `The quickest way to ${name} of ${component.name}`
  return { ...budget, witness: witnessThere(context, stateSpace, before, node, caption, statesMeant(of, to)) }
}

/** A run that comes to a screen, and there to a node, by the same inputs one after another, when it does come to one of the states; otherwise one that comes to the screen. */
function witnessThere({ navigation }: PrototypeContext, stateSpace: StateSpace, before: Node | null, node: Node, caption: string, states: readonly Id[]): Witness | null {
  const { project } = stateSpace
  const isThere: Shows = (trace) => trace.some((event) => (event.what === 'state' && states.includes(event.to)) || (event.what === 'appeared' && event.states.some((state) => states.includes(state))))
  if (before === null) return witnessTo(stateSpace, stateSpace.closed, node, { caption }, isThere)
  const [come, there] = [navigation.enact(navigation.closed, before), stateSpace.enact(stateSpace.closed, node)]
  if (!come) return null
  const beginsMs = come.run.nowMs
  const inputs = [...come.inputs, ...(there?.inputs ?? []).map((input) => ({ ...input, atMs: input.atMs + beginsMs }))]
  const whole = witnessOf({ surface: navigation.surface, inputs, chance: come.chance, lookAtMs: beginsMs + (there?.run.nowMs ?? 0), caption })
  return confirmed(project, whole, isThere) ?? witnessOf({ surface: navigation.surface, inputs: come.inputs, chance: come.chance, lookAtMs: beginsMs, caption })
}

/** Of the nodes in which a thing has come to a state the one there is the quickest way to. */
function quickest({ closed }: StateSpace, thing: Thing, axisId: Id, state: Id): Node | undefined {
  const own = closed.network.things.find(({ path }) => path === thing.path)
  const axis = own && closed.network.axisOf(own, axisId)
  if (!axis) return undefined
  const nodes = closed.explored.nodes.filter((node) => isIn(closed, axis, state, node) && !(node.before && isIn(closed, axis, state, node.before)))
  return nodes.slice(0, MOST_WAYS).map((node) => ({ node, ms: soonest(wayTo(node)).at(-1) ?? 0 })).toSorted((a, b) => a.ms - b.ms)[0]?.node
}

/** More ways than these are not held against one another. */
const MOST_WAYS = 40

/** One way after another. */
function budgetOf(thing: Thing, ways: readonly (readonly Node[])[]): Omit<BudgetFromStart, 'witness'> {
  const timed = ways.map((way) => ({ way, instants: soonest(way) }))
  const pieces = timed.flatMap(({ way, instants }) => way.flatMap(({ by }, index): readonly Piece[] => {
    const ms = (instants[index] ?? 0) - (instants[index - 1] ?? 0)
    return index === 0 || by === null ? [] : [{ ...wordsFor(by), ms }]
  }))
  return { screen: screenBeneath(thing), ms: timed.reduce((sum, { instants }) => sum + (instants.at(-1) ?? 0), 0), pieces: joined(pieces.filter(({ kind, ms }) => ms > 0 || kind === 'person')) }
}

const screenBeneath = (thing: Thing): Id => (thing.holder ? screenBeneath(thing.holder) : (thing.shown?.screen ?? ''))

function wordsFor(occasion: Occasion): Omit<Piece, 'ms'> {
  switch (occasion.what) {
    case 'timer': {
      const { rule, thing } = occasion.timer
      return { kind: 'timer', what: `${rule.trigger.on} in ${thing.compiled.component.name}` }
    }
    case 'settle':
      return { kind: 'motion', what: occasion.axis.thing.compiled.component.name }
    case 'wait':
      return { kind: 'motion', what: `what ${occasion.wait.thing.compiled.component.name} waits for` }
    case 'gone':
    case 'come':
      return { kind: 'motion', what: occasion.item.thing.compiled.component.name }
    case 'long':
      return { kind: 'timer', what: 'a long press' }
    case 'late tap':
      return { kind: 'timer', what: 'no second tap' }
    case 'point':
    case 'press':
    case 'release':
    case 'tap':
    case 'focus':
      return { kind: 'person', what: `${occasion.what} ${occasion.spot ? partOf(occasion.spot.at.thing, occasion.spot.at.part) : 'elsewhere'}` }
    case 'key':
    case 'key up':
      return { kind: 'person', what: `${occasion.what} ${occasion.key}` }
    default:
      return { kind: 'person', what: occasion.what }
  }
}

const partOf = ({ compiled: { component } }: Thing, part: Id | null): string => component.parts.find(({ id }) => id === part)?.name ?? component.name

/** Things a person does one right after another, as one. */
function joined(pieces: readonly Piece[]): readonly Piece[] {
  return pieces.reduce<Piece[]>((all, piece) => {
    const last = all.at(-1)
    return last && last.kind === piece.kind && last.what === piece.what ? [...all.slice(0, -1), { ...last, ms: last.ms + piece.ms }] : [...all, piece]
  }, [])
}
