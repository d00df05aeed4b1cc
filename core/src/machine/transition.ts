import { certain, placeOf, propertyDefinition, type Id, type Motion, type Rule } from '../document'
import type { Environment } from '../expression'
import { formOf, laneEndMs, motionSources, startLane, type Lane, type MotionSources, type ResolvedTiming } from '../motion'
import { axisAt, type Targets } from './compiled'
import { cyclesOf } from './cycle'
import { glideOf, glideTo } from './glide'
import { shownValue, targetsOf, type Instance } from './instance'
import { goOnFromLed, ledOn, letBack } from './led'
import { keepState } from './slots'
import { changesBetween, type TargetChange } from './targets'
import { FROM_OUTSIDE, lanesTowards } from './towards'

/**
 * The instance after one of its axes has gone to another state: the state changes at once, then what is shown sets
 * out from where it is towards the new targets. Going to the state it is in enters it afresh. Where a hand has led it
 * there and let go, it goes on from where it was led; where one leads it elsewhere, that is given up.
 */
export function changeState(before: Instance, axisIndex: number, to: string, rule: Rule | null, atMs: number): Instance {
  const led = ledOn(before, axisIndex)
  if (led?.rest && led.rule === rule && led.to === to) return goOnFromLed(before, changedState(before, axisIndex, to, rule, atMs), led, led.rest, atMs)
  return changedState(letBack(before, axisIndex, atMs), axisIndex, to, rule, atMs)
}

function changedState(instance: Instance, axisIndex: number, to: string, rule: Rule | null, atMs: number): Instance {
  const { compiled } = instance
  const axis = axisAt(compiled, axisIndex)
  const from = certain(instance.states[axisIndex])
  const states = instance.states.with(axisIndex, to)
  const numbers = instance.numbers.slice()
  keepState(compiled, axisIndex, placeOf(axis, to), rule?.target.go === 'back', { numbers, offset: 0 })
  const targets = targetsOf({ ...instance, states })
  const sources = motionSources(compiled.project, compiled.component, axis.id, from, to, rule)
  const lanes = lanesTowards(instance, { targets, changes: changesFor(instance, targets, axisIndex), axis: axisIndex, sources, atMs })
  const settlesMs = lanes.reduce((end, lane) => (lane.axis === axisIndex ? Math.max(end, laneEndMs(lane)) : end), atMs)
  return {
    ...instance, states, numbers, targets, lanes,
    cycles: [...instance.cycles.filter((cycle) => cycle.axis !== axisIndex), ...cyclesOf(instance, targets, axisIndex, to, atMs)],
    clocks: instance.clocks.with(axisIndex, settlesMs),
    policies: instance.policies.with(axisIndex, formOf(sources).policy),
  }
}

/** The instance with the motion of an axis at its end. */
export const completed = (instance: Instance, axisIndex: number): Instance =>
  ({ ...instance, lanes: instance.lanes.filter((lane) => lane.axis !== axisIndex) })

/** How an instance enters or leaves: the motions that decide, and how long it waits for its turn. */
export interface EnteringMotion {
  readonly isAbsent: boolean
  readonly sources: MotionSources
  readonly delayMs: number
  readonly atMs: number
}

/**
 * The instance on its way from its absent look or to it; one that leaves takes no input and is gone when its motion ends,
 * at once where it has nothing to show on the way.
 */
export function changePresence(instance: Instance, { isAbsent, sources, delayMs, atMs }: EnteringMotion): Instance {
  const targets = targetsOf({ ...instance, isAbsent })
  const changes = changesBetween(instance.targets, targets).filter(({ part, property }) => part > 0 || property !== 'receivesInput')
  if (isAbsent && changes.length === 0 && formOf(sources).keyframes.length === 0) return { ...instance, isAbsent, targets, lanes: [], goneMs: atMs }
  const lanes = lanesTowards(instance, { targets, changes, axis: FROM_OUTSIDE, sources, atMs, delayMs })
  const endMs = lanes.reduce((end, lane) => (lane.axis === FROM_OUTSIDE ? Math.max(end, laneEndMs(lane)) : end), atMs)
  return { ...instance, isAbsent, targets, lanes, goneMs: isAbsent ? endMs : null }
}

/** The instance with a part on its way through the looks of a motion's keyframes and back to what it is to be like. */
export function pulse(instance: Instance, part: Id, motion: Motion, atMs: number): Instance {
  const { project, component } = instance.compiled
  const keyframes = motion.keyframes.map((stage) => ({ ...stage, look: { [part]: stage.look[part] ?? {} } }))
  const sources = [{ ...motion, keyframes }, component.motion, project.motion].filter((each) => each !== null)
  return { ...instance, lanes: lanesTowards(instance, { targets: instance.targets, changes: [], axis: FROM_OUTSIDE, sources, atMs }) }
}

/** What a change goes along with: the timing of the motion that brings it about; null when it comes at once. */
export type Pace = { readonly timing: ResolvedTiming; readonly delayMs: number; readonly durationMs: number } | null

/** The instance with another place or size given to it, or other sizes inside it; it gets there together with what made it so. */
export function changeSurroundings(instance: Instance, change: Partial<Pick<Instance, 'given' | 'contents'>>, pace: Pace, atMs: number): Instance {
  const { given, contents } = { ...instance, ...change }
  const { compiled, dragged, states, environment, isAbsent } = instance
  const targets = targetsOf({ compiled, dragged, states, environment, given, contents, isAbsent })
  if (targets === instance.targets) return { ...instance, given, contents }
  const changed = changesBetween(instance.targets, targets)
  const stands = (lane: Lane) => !changed.some(({ part, property }) => part === lane.part && property === lane.property)
  const kept = instance.lanes.filter(stands)
  const set = changed.flatMap((change): Lane[] => {
    const { part, property } = change
    const definition = propertyDefinition(property)
    const glide = glideOf(instance, change) && glideTo(instance, change, targets, atMs)
    if (glide !== undefined) return glide ? [glide] : []
    const begun = instance.lanes.find((lane) => lane.part === part && lane.property === property && lane.startMs === atMs)
    const leader = begun ?? pace
    if (!definition || !leader) return []
    const timing = { ...leader.timing, delayMs: leader.delayMs, durationMs: leader.durationMs }
    const shown = shownValue(instance, part, property, atMs)
    const lane = startLane({ part, definition, axis: begun?.axis ?? FROM_OUTSIDE, atMs, shown, to: certain(targets.values[part])[property] ?? null, timing, running: undefined })
    return lane ? [lane] : []
  })
  return { ...instance, given, contents, targets, lanes: [...kept, ...set] }
}

/** The instance with other values for its names; what depends on them changes at once, or glides. */
export function changeEnvironment(instance: Instance, environment: Environment, atMs: number): Instance {
  const targets = targetsOf({ ...instance, environment })
  if (targets === instance.targets) return { ...instance, environment }
  const changed = changesBetween(instance.targets, targets)
  const stands = (lane: Lane) => !changed.some(({ part, property }) => part === lane.part && property === lane.property)
  const glides = changed.flatMap((change) => glideTo(instance, change, targets, atMs) ?? [])
  return { ...instance, environment, targets, lanes: [...instance.lanes.filter(stands), ...glides] }
}

/** The instance once the motion of an axis has ended: its lanes are gone. */
export function settle(instance: Instance, axisIndex: number, atMs: number): Instance {
  return {
    ...instance,
    lanes: instance.lanes.filter((lane) => lane.axis !== axisIndex || laneEndMs(lane) > atMs),
    clocks: instance.clocks.with(axisIndex, Infinity),
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
