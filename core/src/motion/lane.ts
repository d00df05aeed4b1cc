import { sameValue, type Literal, type PropertyDefinition } from '../document'
import { crossFadeFrom, interpolate, isCrossFade, type Interpolator, type Shown } from './interpolate'
import type { ResolvedTiming } from './timing'

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
  readonly from: Literal
  readonly to: Literal
  readonly valueAt: Interpolator
  /** Where the change it reverses came from, and how much it is shortened (CSS Transitions § 3.1). */
  readonly reversingFrom: Literal
  readonly shortening: number
}

export const laneEndMs = (lane: Lane): number => lane.startMs + lane.delayMs + lane.durationMs

/** Eased progress at an instant: 0 while it waits, 1 from its end on. */
export function laneProgress(lane: Lane, atMs: number): number {
  const elapsed = atMs - lane.startMs - lane.delayMs
  if (elapsed >= lane.durationMs) return 1
  if (elapsed <= 0) return elapsed < 0 ? 0 : lane.timing.ease(0)
  return lane.timing.ease(elapsed / lane.durationMs)
}

/** What the lane shows at an instant; its very target from its end on. */
export function laneValue(lane: Lane, atMs: number): Shown {
  if (atMs >= lane.startMs + lane.delayMs + lane.durationMs) return lane.to
  return lane.valueAt(laneProgress(lane, atMs))
}

/** Whether two lanes are equally far at every instant. */
export const keepsPace = (a: Lane, b: Lane): boolean =>
  a.startMs === b.startMs && a.delayMs === b.delayMs && a.durationMs === b.durationMs && a.timing.ease === b.timing.ease

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
}

/**
 * The lane for a change of target, or null when the property changes at once. A change back to where the running
 * lane came from takes only as long as that one had gone (CSS Transitions § 3.1, the reversing rule).
 */
export function startLane(change: LaneChange): Lane | null {
  const { definition, timing, running, to, atMs } = change
  const from = settledValue(change.shown)
  if (timing.jump === 'start') return null
  const reversing = running !== undefined && sameValue(running.reversingFrom, to)
  const shortening = reversing ? reversingFactor(running, atMs) : 1
  const durationMs = Math.round(timing.durationMs * shortening)
  if (timing.delayMs + durationMs <= 0) return null
  const between = isCrossFade(change.shown) ? crossFadeFrom(change.shown, to) : interpolate(definition, from, to, timing)
  if (between === null) return null
  const valueAt: Interpolator = timing.jump === 'end' ? (p) => (p >= 1 ? to : from) : between
  return {
    part: change.part, property: definition.name, axis: change.axis,
    startMs: atMs, delayMs: timing.delayMs, durationMs, timing, from, to, valueAt,
    reversingFrom: reversing ? running.to : from,
    shortening,
  }
}

function reversingFactor(running: Lane, atMs: number): number {
  const factor = laneProgress(running, atMs) * running.shortening + (1 - running.shortening)
  return Math.min(1, Math.abs(factor))
}

/** The value that shows most. */
const settledValue = (shown: Shown): Literal =>
  isCrossFade(shown) ? shown.crossFade.reduce((most, each) => (each.share > most.share ? each : most)).value : shown
