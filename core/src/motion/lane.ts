import { sameValue, type Literal, type PropertyDefinition } from '../document'
import { EVEN, type Easing } from './easing'
import { crossFadeFrom, interpolate, isCrossFade, type Interpolator, type Shown } from './interpolate'
import type { ResolvedTiming } from './timing'
import { carrying, seamsOf, throughWaypoints, type Waypoint } from './waypoints'

/** One property of one part on its way from what was shown to its new target. */
export interface Lane {
  /** Index of the part in its component, and the name of the property. */
  readonly part: number
  readonly property: string
  /** The axis whose change of state set it off, by index. */
  readonly axis: number
  readonly startMs: number
  readonly delayMs: number
  readonly durationMs: number
  readonly timing: ResolvedTiming
  /** From time to what `valueAt` takes: the easing of the timing, or even for a way that is eased leg by leg. */
  readonly ease: Easing
  /** Where one leg of its way ends and the next begins, as shares of its time. */
  readonly seams: readonly number[]
  readonly from: Literal
  readonly to: Literal
  readonly valueAt: Interpolator
  /** What its time is while a hand leads it, and until what that began has ended; null where it goes by the clock. */
  readonly led: LedTime | null
  /** Where the change it reverses came from, and how much it is shortened (CSS Transitions § 3.1). */
  readonly reversingFrom: Literal
  readonly shortening: number
}

/** The time of a lane that does not go by the clock: from one of its own instants to another, in so many ms of the run. */
export interface LedTime {
  readonly sinceMs: number
  readonly tookMs: number
  readonly fromMs: number
  readonly toMs: number
  readonly ease: Easing
  /** It stays where it has come to until it is led on or let go. */
  readonly isHeld: boolean
}

/** When a lane has come to its end, in ms of the run; Infinity while it is held. */
export const laneEndMs = (lane: Lane): number => (lane.led ? (lane.led.isHeld ? Infinity : lane.led.sinceMs + lane.led.tookMs) : ownEndMs(lane))

const ownEndMs = ({ startMs, delayMs, durationMs }: Lane): number => startMs + delayMs + durationMs

/** Which instant of its own a lane is at, at an instant of the run, in ms. */
export function ownMs({ led }: Pick<Lane, 'led'>, atMs: number): number {
  if (!led) return atMs
  const { sinceMs, tookMs, fromMs, toMs, ease } = led
  return atMs >= sinceMs + tookMs ? toMs : fromMs + (toMs - fromMs) * ease(Math.max(0, atMs - sinceMs) / tookMs)
}

/** Eased progress at an instant: 0 while it waits, 1 from its end on. */
export function laneProgress(lane: Lane, atMs: number): number {
  const elapsed = ownMs(lane, atMs) - lane.startMs - lane.delayMs
  if (elapsed >= lane.durationMs) return 1
  if (elapsed <= 0) return elapsed < 0 ? 0 : lane.ease(0)
  return lane.ease(elapsed / lane.durationMs)
}

/** What the lane shows at an instant; its very target from its end on. */
export function laneValue(lane: Lane, atMs: number): Shown {
  return shownAtProgress(lane, atMs, laneProgress(lane, atMs))
}

/** The same where its progress at that instant is known. What is to be seen shows when the lane begins, not while it waits. */
export function shownAtProgress(lane: Lane, atMs: number, progress: number): Shown {
  const own = ownMs(lane, atMs)
  const begins = lane.startMs + lane.delayMs
  if (own >= ownEndMs(lane)) return lane.to
  if (lane.led && own <= lane.startMs) return lane.from
  return own < begins && typeof lane.from === 'boolean' ? lane.from : lane.valueAt(progress)
}

/** Whether two lanes are equally far at every instant. */
export const keepsPace = (a: Lane, b: Lane): boolean =>
  a.led === b.led && a.startMs === b.startMs && a.delayMs === b.delayMs && a.durationMs === b.durationMs && a.ease === b.ease

export interface LaneChange {
  readonly part: number
  readonly definition: PropertyDefinition
  readonly axis: number
  readonly atMs: number
  readonly shown: Shown
  readonly to: Literal
  readonly timing: ResolvedTiming
  /** The lane of the same property that is still running, if there is one. */
  readonly running: Lane | undefined
  /** What it passes through on the way. */
  readonly waypoints?: readonly Waypoint[]
  /** The speed it starts with, in units of its value per ms; null for that of its own easing. */
  readonly speed?: number | null
  /** What lies between two values where that is not what usually does; null where it does not apply. */
  readonly between?: ((from: Literal, to: Literal) => Interpolator | null) | undefined
}

/**
 * The lane for a change of target, or null when the property changes at once. A change back to where the running
 * lane came from takes only as long as that one had gone (CSS Transitions § 3.1, the reversing rule).
 */
export function startLane(change: LaneChange): Lane | null {
  const { definition, timing, running, to, atMs } = change
  const from = settledValue(change.shown)
  if (timing.switchAt === 'start' && timing.delayMs <= 0) return null
  const reversing = running !== undefined && sameValue(running.reversingFrom, to)
  const shortening = reversing ? reversingFactor(running, atMs) : 1
  const durationMs = timing.switchAt === 'start' ? 0 : Math.round(timing.durationMs * shortening)
  if (timing.delayMs + durationMs <= 0) return null
  const way = wayOf(change, from, durationMs)
  if (way === null) return null
  const valueAt: Interpolator = timing.switchAt === null ? way.valueAt : () => from
  return {
    part: change.part, property: definition.name, axis: change.axis,
    startMs: atMs, delayMs: timing.delayMs, durationMs, timing, ease: way.ease, seams: seamsOf(change.waypoints ?? []), from, to, valueAt, led: null,
    reversingFrom: reversing ? running.to : from,
    shortening,
  }
}

/** How a change gets to its target; null when it does not travel. */
function wayOf({ definition, shown, to, timing, waypoints = [], speed = null, between: unusual }: LaneChange, from: Literal, durationMs: number): Pick<Lane, 'ease' | 'valueAt'> | null {
  if (waypoints.length > 0) return { ease: EVEN, valueAt: throughWaypoints(definition, from, waypoints, to, timing.ease, timing) }
  const between = isCrossFade(shown) ? crossFadeFrom(shown, to) : (unusual?.(from, to) ?? interpolate(definition, from, to, timing))
  if (between === null) return null
  if (speed === null) return { ease: timing.ease, valueAt: between }
  return { ease: EVEN, valueAt: carrying((t) => between(timing.ease(t)), speed * durationMs, definition) }
}

/** How fast a lane goes at an instant, in units of its value per ms; null for what has no speed. */
export function laneSpeed(lane: Lane, atMs: number): number | null {
  const [before, after] = [laneValue(lane, atMs - 0.5), laneValue(lane, atMs + 0.5)]
  return typeof before === 'number' && typeof after === 'number' ? after - before : null
}

function reversingFactor(running: Lane, atMs: number): number {
  const factor = laneProgress(running, atMs) * running.shortening + (1 - running.shortening)
  return Math.min(1, Math.abs(factor))
}

/** The value that shows most. */
const settledValue = (shown: Shown): Literal =>
  isCrossFade(shown) ? shown.crossFade.reduce((most, each) => (each.share > most.share ? each : most)).value : shown
