import { certain, propertyDefinition, sameValue, type Id, type Literal, type Rule } from '../document'
import { EVEN, laneEndMs, laneSpeed, motionSources, ownMs, resolveTiming, startLane, type Easing, type Lane, type LedTime } from '../motion'
import { axisAt, partAt } from './compiled'
import { shownValue, targetsOf, type Instance } from './instance'
import { rateOf, sampled, type Sample } from './recent'
import { changesBetween } from './targets'
import { FROM_OUTSIDE, lanesTowards } from './towards'

/** An axis that a hand leads towards another state: it shows a fraction of the motion there, and is in its own state until it is let go. */
export interface Led {
  readonly axis: number
  readonly to: Id
  readonly rule: Rule
  readonly beganMs: number
  /** How long the motion takes by the clock; 0 where everything jumps. */
  readonly lengthMs: number
  readonly fraction: number
  /** The fractions it has been led to of late. */
  readonly samples: readonly Sample<number>[]
  /** How the rest of the way goes once it has been let go to go on; null while it is held. */
  readonly rest: Rest | null
}

interface Rest {
  readonly tookMs: number
  readonly ease: Easing
}

/** A cubic between two values rises all along while it sets out no steeper than so many times their slope (Fritsch and Carlson 1980). */
const STEEPEST = 3

/** The instance with an axis led towards another state from now on, having come nowhere yet. What is led moves for whoever would rather have things not move, too: the hand moves it. */
export function takeLead(instance: Instance, axisIndex: number, to: Id, rule: Rule, atMs: number): Instance {
  const { compiled } = instance
  const from = certain(instance.states[axisIndex])
  const targets = targetsOf({ ...instance, states: instance.states.with(axisIndex, to) })
  const sources = motionSources(compiled.project, compiled.component, axisAt(compiled, axisIndex).id, from, to, rule)
  const lanes = lanesTowards({ ...instance, isMotionReduced: false }, { targets, changes: changesBetween(instance.targets, targets), axis: axisIndex, sources, atMs })
  const isNew = (lane: Lane) => !instance.lanes.includes(lane)
  const lengthMs = Math.max(0, ...lanes.filter(isNew).map((lane) => laneEndMs(lane) - atMs))
  const held = heldAt(atMs, atMs)
  return {
    ...instance,
    lanes: lanes.map((lane) => (isNew(lane) ? { ...lane, led: held } : lane)),
    led: [...instance.led.filter(({ axis }) => axis !== axisIndex), { axis: axisIndex, to, rule, beganMs: atMs, lengthMs, fraction: 0, samples: [], rest: null }],
  }
}

/** The instance with an axis led to a fraction of its way, at once or in so many ms. */
export function leadTo(instance: Instance, axisIndex: number, fraction: number, atMs: number, pace: { readonly ms: number; readonly ease: Easing } | null = null): Instance {
  const led = ledOn(instance, axisIndex)
  if (!led) return instance
  const toMs = led.beganMs + fraction * led.lengthMs
  const [held] = heldLanes(instance, axisIndex)
  const time = pace && held ? { ...heldAt(toMs, atMs), fromMs: ownMs(held, atMs), tookMs: pace.ms, ease: pace.ease } : heldAt(toMs, atMs)
  return {
    ...instance,
    lanes: instance.lanes.map((lane) => (isHeld(lane, axisIndex) ? { ...lane, led: time } : lane)),
    led: instance.led.map((each) => (each === led ? { ...led, fraction, samples: sampled(led.samples, fraction, atMs) } : each)),
  }
}

/** The instance with what leads an axis about to be let go, to go on to its end: by the speed of the hand, or in so many ms where those are given. */
export function readyToGoOn(instance: Instance, axisIndex: number, atMs: number, ms: number | null = null): Instance {
  const led = ledOn(instance, axisIndex)
  if (!led) return instance
  const rest = ms === null ? restOf(led, 1, atMs) : { tookMs: ms, ease: EVEN }
  return { ...instance, led: instance.led.map((each) => (each === led ? { ...led, rest } : each)) }
}

/** The instance in the state it was led to, going on from where it was led. What it was not led to goes as it would by itself. */
export function goOnFromLed(before: Instance, after: Instance, led: Led, { tookMs, ease }: Rest, atMs: number): Instance {
  const released = { ...after, led: after.led.filter((each) => each !== led) }
  if (before.isMotionReduced) return released
  const own = heldLanes(before, led.axis)
  const time: LedTime = { sinceMs: atMs, tookMs, fromMs: own[0] ? ownMs(own[0], atMs) : atMs, toMs: led.beganMs + led.lengthMs, ease, isHeld: false }
  const lanes = released.lanes.filter((lane) => !isHeld(lane, led.axis)).flatMap((lane): Lane[] => {
    const same = own.find((each) => each.part === lane.part && each.property === lane.property && sameValue(each.to, lane.to))
    if (!same || lane.axis !== led.axis) return [lane]
    return tookMs > 0 ? [{ ...same, led: time }] : []
  })
  const endMs = lanes.reduce((end, lane) => (lane.axis === led.axis ? Math.max(end, laneEndMs(lane)) : end), atMs)
  return { ...released, lanes, clocks: released.clocks.with(led.axis, endMs) }
}

/** The instance with what leads an axis given up: what is shown goes back to the state the axis is in. */
export function letBack(instance: Instance, axisIndex: number, atMs: number): Instance {
  const led = ledOn(instance, axisIndex)
  if (!led) return instance
  const { tookMs, ease } = restOf(led, 0, atMs)
  const lanes = instance.lanes.flatMap((lane): Lane[] => {
    if (!isHeld(lane, axisIndex)) return [lane]
    const target = certain(instance.targets.values[lane.part])[lane.property] ?? null
    if (instance.isMotionReduced) return []
    if (!sameValue(lane.from, target)) return backTo(instance, lane, target, atMs)
    const time: LedTime = { sinceMs: atMs, tookMs, fromMs: ownMs(lane, atMs), toMs: led.beganMs, ease, isHeld: false }
    return tookMs > 0 ? [{ ...lane, axis: FROM_OUTSIDE, led: time }] : []
  })
  return { ...instance, lanes, led: instance.led.filter((each) => each !== led) }
}

/** How an axis of an instance is led; undefined where nothing leads it. */
export const ledOn = (instance: Instance, axisIndex: number): Led | undefined => instance.led.find(({ axis }) => axis === axisIndex)

/** The way back of what was taken hold of while it was on its way: to where it was going. */
function backTo(instance: Instance, lane: Lane, to: Literal, atMs: number): Lane[] {
  const definition = propertyDefinition(lane.property)
  const state = certain(instance.states[lane.axis])
  const { project, component } = instance.compiled
  const sources = motionSources(project, component, axisAt(instance.compiled, lane.axis).id, state, state, null)
  const timing = resolveTiming(sources, project.tokens, partAt(instance.compiled, lane.part).id, lane.property)
  const shown = shownValue(instance, lane.part, lane.property, atMs)
  const started = definition && startLane({ part: lane.part, definition, axis: FROM_OUTSIDE, atMs, shown, to, timing, running: undefined, speed: laneSpeed(lane, atMs) })
  return started ? [started] : []
}

const isHeld = ({ axis, led }: Lane, axisIndex: number): boolean => axis === axisIndex && led?.isHeld === true

const heldLanes = ({ lanes }: Instance, axisIndex: number): readonly Lane[] => lanes.filter((lane) => isHeld(lane, axisIndex))

const heldAt = (ownMs: number, atMs: number): LedTime => ({ sinceMs: atMs, tookMs: 0, fromMs: ownMs, toMs: ownMs, ease: EVEN, isHeld: true })

/**
 * How the rest of the way goes once it is let go: in the time it takes by the clock, sooner when it is thrown, setting out
 * with the speed of the hand and coming to rest softly (a cubic of Hermite's).
 */
function restOf({ fraction, lengthMs, samples }: Led, goal: 0 | 1, atMs: number): Rest {
  const way = goal - fraction
  if (way === 0 || lengthMs === 0) return { tookMs: 0, ease: EVEN }
  const speed = rateOf(samples, atMs, (each) => each)
  const byClockMs = Math.abs(way) * lengthMs
  const tookMs = Math.round(speed / way > 0 ? Math.min(byClockMs, (STEEPEST * way) / speed) : byClockMs)
  const out = (speed * tookMs) / way
  return { tookMs, ease: (t) => Math.min(1, Math.max(-fractionBehind(fraction, way), settingOut(t, out))) }
}

/** How far what goes the wrong way at first may go, as a share of the way: to the other end. */
const fractionBehind = (fraction: number, way: number): number => (way > 0 ? fraction : 1 - fraction) / Math.abs(way)

/** From 0 to 1, setting out with some slope and arriving with none. */
const settingOut = (t: number, slope: number): number => (t ** 3 - 2 * t ** 2 + t) * slope + (3 * t ** 2 - 2 * t ** 3)
