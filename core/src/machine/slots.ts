import { certain, firstStateOf, type Axis, type Component, type Id, type InterruptionPolicy, type Project, type Rule } from '../document'
import { motionSources } from '../motion'
import { axisAt, type Compiled } from './compiled'

/** So far back an axis can go. */
export const BACK_DEPTH = 8

/** Where it is kept how an axis stands: by number, in slots; −1 for what nothing depends on. */
export interface AxisSlots {
  /** Its state, by the place among its states. */
  readonly state: number
  /** The states it came from, by that place and 1, where a rule goes back there: from here on `BACK_DEPTH` of them, the last first; 0 where there is none. */
  readonly from: number
  /** The rule that waits for its motion to end, by its place among the rules and 1, where one ever does; 0 for none. */
  readonly queued: number
}

/** Where the numbers of an instance are kept that decide what it does next: how its axes stand, then its timers (`TimerRule.slot`). A run keeps such numbers for each instance, an exploration for all of them in one row. */
export interface Slots {
  readonly axes: readonly AxisSlots[]
  readonly size: number
}

/** Slots that begin somewhere in a row of numbers. */
export interface Kept {
  readonly numbers: ArrayLike<number>
  readonly offset: number
}

/** Where a configuration of a component keeps what. */
export function slotsOf(project: Project, component: Component): Slots {
  let next = 0
  const take = (count: number): number => (next += count) - count
  const axes = component.axes.map((axis): AxisSlots => ({
    state: take(1),
    from: component.rules.some((rule) => rule.axis === axis.id && rule.target.go === 'back') ? take(BACK_DEPTH) : -1,
    queued: canWait(project, component, axis) ? take(1) : -1,
  }))
  return { axes, size: next }
}

/** Whether a rule ever waits for the motion of an axis to end: any where motions finish first, and timers where they let nothing in. */
function canWait(project: Project, component: Component, axis: Axis): boolean {
  const policies = policiesOf(project, component, axis)
  return policies.has('finish first') || (policies.has('ignore') && component.rules.some((rule) => rule.axis === axis.id && (rule.trigger.on === 'after' || rule.trigger.on === 'every')))
}

/** The ways other than retargeting in which motions of an axis can deal with one another. */
export function policiesOf(project: Project, component: Component, axis: Axis): ReadonlySet<InterruptionPolicy> {
  const rules = component.rules.filter((rule) => rule.axis === axis.id)
  const first = firstStateOf(axis).id
  const motions = [...rules.map(({ motion }) => motion), ...component.pairs.filter((pair) => pair.axis === axis.id).map(({ motion }) => motion), ...motionSources(project, component, axis.id, first, first, null)]
  return new Set(motions.flatMap((motion) => (motion?.policy !== undefined && motion.policy !== 'continue' ? [motion.policy] : [])))
}

type Slotted = Pick<Compiled, 'component' | 'slots'>

/** The state an axis is kept to be in. */
export const stateKept = (compiled: Slotted, axis: number, { numbers, offset }: Kept): Id =>
  certain(axisAt(compiled, axis).states[keptAt(numbers, offset + certain(compiled.slots.axes[axis]).state)]).id

/** The state an axis goes back to; null where there is none. */
export function cameFrom(compiled: Slotted, axis: number, { numbers, offset }: Kept): Id | null {
  const { from } = certain(compiled.slots.axes[axis])
  return from < 0 ? null : (axisAt(compiled, axis).states[keptAt(numbers, offset + from) - 1]?.id ?? null)
}

/** An axis goes to a state; where it came from is kept, unless it goes back there or enters its own state anew. */
export function keepState({ slots }: Pick<Compiled, 'slots'>, axis: number, to: number, isBack: boolean, { numbers, offset }: { readonly numbers: Int32Array | number[]; readonly offset: number }): void {
  const { state, from } = certain(slots.axes[axis])
  const now = keptAt(numbers, offset + state)
  numbers[offset + state] = to
  if (from < 0) return
  const first = offset + from
  const before = Array.from({ length: BACK_DEPTH }, (_each, index) => keptAt(numbers, first + index))
  const after = isBack ? [...before.slice(1), 0] : to === now ? before : [now + 1, ...before]
  for (let index = 0; index < BACK_DEPTH; index++) numbers[first + index] = after[index] ?? 0
}

/** The rule of an axis that waits for its motion to end; the last one wins. */
export function queuedRule({ component, slots }: Slotted, axis: number, { numbers, offset }: Kept): Rule | null {
  const { queued } = certain(slots.axes[axis])
  return queued < 0 ? null : (component.rules[keptAt(numbers, offset + queued) - 1] ?? null)
}

/** What a slot has; 0 where nothing is kept. */
export const keptAt = (numbers: ArrayLike<number>, slot: number): number => numbers[slot] ?? 0
