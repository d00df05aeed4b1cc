import { propertyDefinition, type Literal, type Rule } from '../document'
import { laneEndMs, motionSources, policyOf, resolveTiming, startLane, type Lane, type MotionSources, type Shown } from '../motion'
import type { Targets } from './compiled'
import { cyclesOf } from './cycle'
import { decidedState } from './driven'
import { heldOrNot, shownValue, timersOf, type Instance } from './instance'
import { changesBetween, type TargetChange } from './targets'

/**
 * The instance after one of its axes has gone to another state: the state changes at once, then what is shown sets
 * out from where it is towards the new targets, and the new state's timers start. Going to the state it is in
 * enters it afresh.
 */
export function changeState(instance: Instance, axisIndex: number, to: string, rule: Rule | null, atMs: number): Instance {
  const { compiled } = instance
  const axis = compiled.component.axes[axisIndex]!
  const from = instance.states[axisIndex]!
  const states = instance.states.with(axisIndex, to)
  const targets = compiled.targetsOf({ ...instance, states })
  const sources = motionSources(compiled.project, compiled.component, axis.id, from, to, rule)
  const lanes = lanesTowards(instance, targets, changesFor(instance, targets, axisIndex), axisIndex, sources, atMs)
  const settlesMs = lanes.reduce((end, lane) => (lane.axis === axisIndex ? Math.max(end, laneEndMs(lane)) : end), atMs)
  return {
    ...instance, states, targets, lanes,
    cameFrom: instance.cameFrom.with(axisIndex, from),
    cycles: [...instance.cycles.filter((cycle) => cycle.axis !== axisIndex), ...cyclesOf(compiled, targets, axisIndex, to, atMs)],
    timers: [...instance.timers.filter((timer) => timer.axis !== axisIndex), ...timersOf(compiled, axisIndex, to, atMs, false, instance.environment)],
    settlesMs: instance.settlesMs.with(axisIndex, settlesMs),
    policies: instance.policies.with(axisIndex, policyOf(sources)),
    queued: instance.queued.with(axisIndex, null),
    enteredMs: instance.enteredMs.with(axisIndex, atMs),
  }
}

/** The instance with the motion of an axis at its end. */
export const completed = (instance: Instance, axisIndex: number): Instance =>
  ({ ...instance, lanes: instance.lanes.filter((lane) => lane.axis !== axisIndex) })

/**
 * The instance with other values for its names. Axes they decide go to their states as any axis does; what else
 * depends on them changes at once.
 */
export function changeEnvironment(instance: Instance, environment: Readonly<Record<string, Literal>>, atMs: number): Instance {
  const timers = instance.timers.map((timer) => heldOrNot(timer, environment, atMs))
  const changed: Instance = { ...withEnvironment(instance, environment), timers }
  return instance.compiled.component.axes.reduce((current, axis, index) => {
    const decided = decidedState(axis, environment)
    return decided && decided.id !== current.states[index] ? changeState(current, index, decided.id, null, atMs) : current
  }, changed)
}

/** What a change goes along with: the lane of the motion that brings it about; null when it comes at once. */
export type Pace = Lane | null

/** No axis of its own waits for a motion that comes from outside. */
const FROM_OUTSIDE = -1

/** The instance with another place or size given to it, or other sizes inside it; it gets there together with what made it so. */
export function changeSurroundings(instance: Instance, change: Partial<Pick<Instance, 'given' | 'contents'>>, pace: Pace, atMs: number): Instance {
  const surrounded = { ...instance, ...change }
  const targets = instance.compiled.targetsOf(surrounded)
  if (targets === instance.targets) return surrounded
  const changed = changesBetween(instance.targets, targets)
  const stands = (lane: Lane) => !changed.some(({ part, property }) => part === lane.part && property === lane.property)
  const kept = instance.lanes.filter(stands)
  const set = changed.flatMap(({ part, property }): Lane[] => {
    const definition = propertyDefinition(property)
    const begun = instance.lanes.find((lane) => lane.part === part && lane.property === property && lane.startMs === atMs)
    const leader = begun ?? pace
    if (!definition || !leader) return []
    const timing = { ...leader.timing, delayMs: leader.delayMs, durationMs: leader.durationMs }
    const shown = shownValue(instance, part, property, atMs)
    const lane = startLane({ part, definition, axis: begun?.axis ?? FROM_OUTSIDE, atMs, shown, to: targets.values[part]![property]!, timing, running: undefined })
    return lane ? [lane] : []
  })
  return { ...surrounded, targets, lanes: [...kept, ...set] }
}

function withEnvironment(instance: Instance, environment: Readonly<Record<string, Literal>>): Instance {
  const targets = instance.compiled.targetsOf({ ...instance, environment })
  if (targets === instance.targets) return { ...instance, environment }
  const changed = changesBetween(instance.targets, targets)
  const stands = (lane: Lane) => !changed.some(({ part, property }) => part === lane.part && property === lane.property)
  return { ...instance, environment, targets, lanes: instance.lanes.filter(stands) }
}

/** The instance once the motion of an axis has ended: its lanes are gone and timers that waited for it count. */
export function settle(instance: Instance, axisIndex: number, atMs: number): Instance {
  return {
    ...instance,
    lanes: instance.lanes.filter((lane) => lane.axis !== axisIndex || laneEndMs(lane) > atMs),
    settlesMs: instance.settlesMs.with(axisIndex, null),
    timers: instance.timers.map((timer) =>
      timer.axis === axisIndex && timer.dueMs === null && timer.leftMs === null
        ? heldOrNot({ ...timer, dueMs: atMs + (timer.rule.trigger as { ms: number }).ms }, instance.environment, atMs) : timer,
    ),
  }
}

/** What differs between targets, and what the continuous motion that ends leaves away from its target. */
function changesFor(instance: Instance, targets: Targets, axisIndex: number): readonly TargetChange[] {
  const changed = changesBetween(instance.targets, targets)
  const stopped = instance.cycles.filter((cycle) => cycle.axis === axisIndex)
  if (stopped.length === 0) return changed
  const isNew = (cycle: TargetChange) => !changed.some(({ part, property }) => part === cycle.part && property === cycle.property)
  return [...changed, ...stopped.filter(isNew).map(({ part, property }) => ({ part, property }))]
}

function lanesTowards(
  instance: Instance, targets: Targets, changes: readonly TargetChange[], axis: number, sources: MotionSources, atMs: number,
): readonly Lane[] {
  const lanes = instance.lanes.filter((lane) => laneEndMs(lane) > atMs)
  for (const { part, property } of changes) {
    const definition = propertyDefinition(property)
    const at = lanes.findIndex((lane) => lane.part === part && lane.property === property)
    const running = lanes[at]
    if (at >= 0) lanes.splice(at, 1)
    if (!definition) continue
    const to = targets.values[part]![property] ?? definition.initial
    const shown: Shown = shownValue(instance, part, property, atMs)
    const timing = resolveTiming(sources, instance.compiled.project.tokens, instance.compiled.component.parts[part]!.id, property)
    const lane = startLane({ part, definition, axis, atMs, shown, to, timing, running })
    if (lane) lanes.push(lane)
  }
  return lanes
}
