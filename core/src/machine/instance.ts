import { certain, stateOf, type InterruptionPolicy, type Literal, type Rule } from '../document'
import type { Size } from '../layout'
import { laneEndMs, laneValue, type Lane, type Shown } from '../motion'
import { NO_CONTENTS, NOTHING_GIVEN, type Compiled, type Contents, type Given, type Measured, type Situation, type Targets } from './compiled'
import { cycleValue, cyclesOf, type Cycle } from './cycle'
import { NOT_DRAGGED, shifted, type Dragged } from './shifted'
import { decidedState } from './driven'
import type { Timer } from './timer'

/** Everything about one instance at one instant, as an immutable value. */
export interface Instance {
  /** Where it stands: the names of the instance parts that hold it, outermost first; empty for the surface itself. */
  readonly path: string
  readonly compiled: Compiled
  /** The state of each axis. */
  readonly states: readonly string[]
  /** The state each axis came from; null before its first change. */
  readonly cameFrom: readonly (string | null)[]
  /** Parameters and variables by name. */
  readonly environment: Readonly<Record<string, Literal>>
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
  readonly timers: readonly Timer[]
  /** When the motion of each axis ends; null once it has settled. */
  readonly settlesMs: readonly (number | null)[]
  /** What happens to the motion of each axis when another one is to start. */
  readonly policies: readonly InterruptionPolicy[]
  /** The rule of each axis that waits for its motion to end; the last one wins. */
  readonly queued: readonly (Rule | null)[]
  readonly enteredMs: readonly number[]
  /** When it is gone, once it has begun to leave; null while it stays. */
  readonly goneMs: number | null
}

export interface InstanceStart {
  readonly path: string
  readonly compiled: Compiled
  readonly environment: Readonly<Record<string, Literal>>
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
  const situation = { states, environment, given: NOTHING_GIVEN, contents: NO_CONTENTS, isAbsent }
  const targets = compiled.targetsOf(situation)
  const resting: Instance = {
    path, compiled, ...situation, targets, isMotionReduced,
    dragged: NOT_DRAGGED,
    cameFrom: axes.map(() => null),
    lanes: [], cycles: [], timers: [],
    settlesMs: axes.map(() => null),
    policies: axes.map(() => 'continue'),
    queued: axes.map(() => null),
    enteredMs: axes.map(() => atMs),
    goneMs: null,
  }
  return { ...resting, cycles: states.flatMap((state, axis) => cyclesOf(resting, targets, axis, state, atMs)) }
}

/** What the parts of an instance are to be like in its present situation. */
export const targetsOf = (situation: Situation & Pick<Instance, 'compiled' | 'dragged'>): Targets =>
  shifted(situation.compiled.targetsOf(situation), situation.dragged)

/** An instance as the layout of its holder sees it, through the part that holds it: there is room for it as soon as it enters, and none once it leaves. */
export function measuredAs(part: string, instance: Instance): Measured {
  const { compiled, states, environment, contents } = instance
  const measure = (width: number | null): Size => {
    const given = width === null ? NOTHING_GIVEN : { ...NOTHING_GIVEN, width }
    const root = certain(compiled.targetsOf({ states, environment, contents, given, isAbsent: false }).values[0])
    return { width: root.width, height: root.height }
  }
  const [free, held] = [measure(null), measure(instance.given.width)]
  return { part, measure, isLeaving: instance.goneMs !== null, signature: `${free.width} ${free.height} ${held.width} ${held.height}` }
}

/** What a property of a part shows at an instant. */
export function shownValue(instance: Instance, part: number, property: string, atMs: number): Shown {
  const cycle = instance.cycles.find((each) => each.part === part && each.property === property)
  if (cycle) return cycleValue(cycle, atMs)
  const lane = instance.lanes.find((each) => each.part === part && each.property === property)
  return lane ? laneValue(lane, atMs) : (certain(instance.targets.values[part])[property] ?? null)
}

/** When something next happens of itself: a timer is due or an axis settles. Infinity when nothing will. */
export function nextDueMs(instance: Instance): number {
  let due = Infinity
  for (const timer of instance.timers) if (timer.dueMs !== null && timer.dueMs < due) due = timer.dueMs
  for (const settles of instance.settlesMs) if (settles !== null && settles < due) due = settles
  return Math.min(due, instance.goneMs ?? Infinity)
}

/** What a rule that wants to go somewhere has to do about the motion that runs on its axis; null when none runs. */
export const standsInTheWay = (instance: Instance, axisIndex: number, atMs: number): InterruptionPolicy | null => {
  const settles = instance.settlesMs[axisIndex]
  return settles != null && settles > atMs ? certain(instance.policies[axisIndex]) : null
}

/** When the last lane of a part ends; now when it has none. */
export function laneEndOf({ lanes, compiled }: Instance, part: string, atMs: number): number {
  const index = compiled.partIndex.get(part)
  return lanes.reduce((end, lane) => (lane.part === index ? Math.max(end, laneEndMs(lane)) : end), atMs)
}

/** Whether anything of the instance is moving at that instant. */
export const isMoving = (instance: Instance, atMs: number): boolean =>
  instance.cycles.length > 0 || instance.lanes.some((lane) => laneEndMs(lane) > atMs)
