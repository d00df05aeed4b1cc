import { certain, decidedState, placeOf, stateOf, type InterruptionPolicy } from '../document'
import type { Environment } from '../expression'
import type { Size } from '../layout'
import { laneEndMs, laneValue, type Lane, type Shown } from '../motion'
import { axisAt, NO_CONTENTS, NOTHING_GIVEN, type Compiled, type Contents, type Given, type Measured, type Situation, type Targets } from './compiled'
import { cycleValue, cyclesOf, type Cycle } from './cycle'
import type { Led } from './led'
import { NOT_DRAGGED, shifted, type Dragged } from './shifted'
import { timerDueMs } from './timer'

/** Everything about one instance at one instant, as an immutable value. */
export interface Instance {
  /** Where it stands: the names of the instance parts that hold it, outermost first; empty for the surface itself. */
  readonly path: string
  readonly compiled: Compiled
  /** What decides what it does next, in the slots of its component. */
  readonly numbers: readonly number[]
  /** When the motion of each axis ends, Infinity once it has settled; then when each timer is due, or what is left of it. In ms. */
  readonly clocks: readonly number[]
  /** The state of each axis, as `numbers` have it. */
  readonly states: readonly string[]
  /** Parameters and variables by name. */
  readonly environment: Environment
  /** Where its holder puts it and how large it makes it. */
  readonly given: Given
  /** What stands inside, as its layout knows it. */
  readonly contents: Contents
  readonly isAbsent: boolean
  /** How far parts have been dragged from where they would be, in px, by part index. */
  readonly dragged: Dragged
  /** The person would rather have things not move. */
  readonly isMotionReduced: boolean
  readonly targets: Targets
  readonly lanes: readonly Lane[]
  readonly cycles: readonly Cycle[]
  /** Axes that a hand leads towards another state, one each. */
  readonly led: readonly Led[]
  /** What happens to the motion of each axis when another one is to start. */
  readonly policies: readonly InterruptionPolicy[]
  /** When it is gone, once it has begun to leave; null while it stays. */
  readonly goneMs: number | null
}

export interface InstanceStart {
  readonly path: string
  readonly compiled: Compiled
  readonly environment: Environment
  /** Where axes begin, when not at their own start state. */
  readonly states: Readonly<Record<string, string>>
  readonly isAbsent?: boolean
  readonly isMotionReduced?: boolean
  readonly atMs: number
}

/** An instance that has just appeared: settled in its start states, with no timer counting yet. */
export function startInstance({ path, compiled, environment, states: given, isAbsent = false, isMotionReduced = false, atMs }: InstanceStart): Instance {
  const { axes } = compiled.component
  const states = axes.map((axis) => {
    const wanted = given[axis.id]
    if (wanted !== undefined && stateOf(axis, wanted)) return wanted
    return decidedState(axis, environment)?.id ?? axis.start
  })
  const numbers = Array.from({ length: compiled.slots.size }, () => 0)
  for (const [index, { state }] of compiled.slots.axes.entries()) numbers[state] = placeOf(axisAt(compiled, index), certain(states[index]))
  const situation = { states, environment, given: NOTHING_GIVEN, contents: NO_CONTENTS, isAbsent }
  const targets = compiled.targetsOf(situation)
  const resting: Instance = {
    path, compiled, ...situation, targets, isMotionReduced,
    numbers, clocks: Array.from({ length: axes.length + compiled.timers.length }, () => Infinity),
    dragged: NOT_DRAGGED,
    lanes: [], cycles: [], led: [],
    policies: axes.map(() => 'continue'),
    goneMs: null,
  }
  return { ...resting, cycles: states.flatMap((state, axis) => cyclesOf(resting, targets, axis, state, atMs)) }
}

/** What the parts of an instance are to be like in its present situation. */
export const targetsOf = (situation: Situation & Pick<Instance, 'compiled' | 'dragged'>): Targets =>
  shifted(situation.compiled.targetsOf(situation), situation.dragged)

/** An instance as the layout of its holder sees it, through the part that holds it: there is room for it as soon as it enters, and none once it leaves. */
export function measuredAs(part: string, instance: Instance): Measured {
  const { path, compiled, environment, states, contents, given: { width }, goneMs } = instance
  const known = measured.get(environment)
  const isLeaving = goneMs !== null
  if (known && known.compiled === compiled && known.states === states && known.contents === contents && known.width === width && known.measured.path === path && known.measured.part === part && known.measured.isLeaving === isLeaving) return known.measured
  const found = measuredAnew(part, instance)
  measured.set(environment, { compiled, states, contents, width, measured: found })
  return found
}

function measuredAnew(part: string, { path, compiled, states, environment, contents, given, goneMs }: Instance): Measured {
  const rootAt = (given: Given) => certain(compiled.targetsOf({ states, environment, contents, given, isAbsent: false }).values[0])
  const own = rootAt(NOTHING_GIVEN)
  const free = { width: own.width, height: own.height }
  const isAsHighAtAnyWidth = !compiled.readsPlaces && own.layout === 'free' && own.widthFrom === 'fixed' && own.heightFrom === 'fixed'
  const measure = (width: number | null): Size => {
    if (width === null) return free
    if (isAsHighAtAnyWidth) return { width, height: free.height }
    const root = rootAt({ ...NOTHING_GIVEN, width })
    return { width: root.width, height: root.height }
  }
  const held = given.width === null ? free : measure(given.width)
  return { path, part, measure, isLeaving: goneMs !== null, signature: `${free.width} ${free.height} ${held.width} ${held.height}` }
}

/** What an instance of a component measures, with what that depends on beside the values of names, by which it is kept. */
interface KnownMeasure extends Pick<Instance, 'compiled' | 'states' | 'contents'> {
  readonly width: number | null
  readonly measured: Measured
}

const measured = new WeakMap<Environment, KnownMeasure>()

/** What a property of a part shows at an instant. */
export function shownValue(instance: Instance, part: number, property: string, atMs: number): Shown {
  const cycle = instance.cycles.find((each) => each.part === part && each.property === property)
  if (cycle) return cycleValue(cycle, atMs)
  const lane = instance.lanes.find((each) => each.part === part && each.property === property)
  return lane ? laneValue(lane, atMs) : (certain(instance.targets.values[part])[property] ?? null)
}

/** When something next happens of itself: a timer is due or an axis settles. Infinity when nothing will. */
export function instanceDueMs(instance: Instance): number {
  let due = instance.goneMs ?? Infinity
  for (const axis of instance.states.keys()) due = Math.min(due, settlesMs(instance, axis))
  for (const timer of instance.compiled.timers) due = Math.min(due, timerDueMs(instance, timer))
  return due
}

/** What a rule that wants to go somewhere has to do about the motion that runs on its axis; null when none runs. */
export const standsInTheWay = (instance: Instance, axisIndex: number, atMs: number): InterruptionPolicy | null =>
  motionEndMs(instance, axisIndex, atMs) > atMs ? certain(instance.policies[axisIndex]) : null

/** When the motion of an axis ends, in ms; Infinity once it has settled. */
export const settlesMs = ({ clocks }: Instance, axisIndex: number): number => clocks[axisIndex] ?? Infinity

/** When the motion of an axis ends, in ms; now when it has settled. */
export function motionEndMs(instance: Instance, axisIndex: number, atMs: number): number {
  const settles = settlesMs(instance, axisIndex)
  return settles < Infinity ? settles : atMs
}

/** When the last lane of a part ends; now when it has none. */
export function laneEndOf({ lanes, compiled }: Instance, part: string, atMs: number): number {
  const index = compiled.partIndex.get(part)
  return lanes.reduce((end, lane) => (lane.part === index ? Math.max(end, laneEndMs(lane)) : end), atMs)
}

/** Whether anything of the instance is moving at that instant. */
export const isMoving = (instance: Instance, atMs: number): boolean =>
  instance.cycles.length > 0 || instance.lanes.some((lane) => laneEndMs(lane) > atMs)
