import { certain, type Literal, type PropertyDefinition } from '../document'
import type { Easing } from './easing'
import { interpolate, type Interpolator, type Mixing } from './interpolate'

/** A value a lane passes through on its way. */
export interface Waypoint {
  readonly value: Literal
  /** The share of the time spent on the way to it; the way from the last one to the target counts 1. */
  readonly share: number
  readonly ease: Easing
  /** Goes on from here with the speed it came with. */
  readonly matchVelocity: boolean
}

/** One leg of a way: when it begins and how long it takes, as shares of the whole. */
interface Leg {
  readonly from: number
  readonly share: number
  readonly valueAt: Interpolator
}

/**
 * What lies on the way from a value through others to the last one, by time from 0 to 1. Each leg has its own easing;
 * the last one has that of the motion. Between values that cannot be mixed it goes at the end of the leg.
 */
export function throughWaypoints(
  definition: PropertyDefinition, from: Literal, waypoints: readonly Waypoint[], to: Literal, ease: Easing, mixing: Mixing,
): Interpolator {
  const stops = [...waypoints, { value: to, share: 1, ease, matchVelocity: false }]
  const whole = stops.reduce((sum, { share }) => sum + share, 0)
  const legs: Leg[] = []
  for (const [index, stop] of stops.entries()) {
    const last = legs.at(-1)
    const start = index === 0 ? from : certain(stops[index - 1]).value
    const mix = interpolate(definition, start, stop.value, mixing)
    const valueAt: Interpolator = mix ? (t) => (t >= 1 ? stop.value : mix(stop.ease(t))) : (t) => (t >= 1 ? stop.value : start)
    const leg = { from: last ? last.from + last.share : 0, share: stop.share / whole, valueAt }
    const speed = last && certain(stops[index - 1]).matchVelocity ? speedAtEnd(last) : null
    legs.push(speed === null ? leg : { ...leg, valueAt: carrying(valueAt, speed * leg.share, definition) })
  }
  return (t) => {
    if (t >= 1) return to
    const leg = legs.findLast((each) => t >= each.from) ?? certain(legs[0])
    return leg.valueAt(Math.min(1, Math.max(0, (t - leg.from) / leg.share)))
  }
}

/** Where the legs of a way meet, as shares of its time. */
export function seamsOf(waypoints: readonly Waypoint[]): readonly number[] {
  const whole = waypoints.reduce((sum, { share }) => sum + share, 1)
  return waypoints.map((_waypoint, index) => waypoints.slice(0, index + 1).reduce((sum, { share }) => sum + share, 0) / whole)
}

const STEP = 1e-4

/** How fast a leg arrives, per unit of the whole time; null for what has no speed. */
function speedAtEnd({ valueAt, share }: Leg): number | null {
  const [before, after] = [valueAt(1 - STEP), valueAt(1)]
  return typeof before === 'number' && typeof after === 'number' ? (after - before) / (STEP * share) : null
}

/**
 * The same way, setting out at another speed (in units of value per unit of its own time): what is to be added dies
 * away as a cubic Hermite curve does, and is nothing at the end.
 */
export function carrying(valueAt: Interpolator, speed: number, { min = -Infinity, max = Infinity }: Pick<PropertyDefinition, 'min' | 'max'>): Interpolator {
  const [first, second] = [valueAt(0), valueAt(STEP)]
  if (typeof first !== 'number' || typeof second !== 'number') return valueAt
  const extra = speed - (second - first) / STEP
  return (t) => {
    const value = valueAt(t)
    if (typeof value !== 'number' || t >= 1) return value
    return Math.min(max, Math.max(min, value + extra * t * (1 - t) ** 2))
  }
}
