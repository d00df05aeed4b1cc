import { certain, type Literal, type PropertyDefinition } from '../document'
import { EVEN, type Easing } from './easing'
import { interpolate, type Interpolator, type Mixing } from './interpolate'

/** A stage a lane comes past on its way. */
export interface Waypoint {
  /** What it is like there; undefined where the stage does not say, and the lane goes on evenly to the next that does. */
  readonly value: Literal | undefined
  /** The share of the time spent on the way to it; the way from the last one to the target counts 1. */
  readonly share: number
  readonly ease: Easing
  /** Goes on from here with the speed it came with. */
  readonly matchVelocity: boolean
}

/** A value a way leads to, the share of its time spent on the way there, and how that goes. */
type Stop = Waypoint & { readonly value: Literal }

/** The stops of a way, the target being the last: stages that say nothing are come past evenly, in their time. */
function stopsOf(waypoints: readonly Waypoint[], target: Stop): readonly Stop[] {
  const stops: Stop[] = []
  let passed = 0
  for (const { value, share, ease, matchVelocity } of [...waypoints, target]) {
    passed += share
    if (value === undefined) continue
    stops.push({ value, share: passed, ease: passed > share ? EVEN : ease, matchVelocity })
    passed = 0
  }
  return stops
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
  const stops = stopsOf(waypoints, { value: to, share: 1, ease, matchVelocity: false })
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
  return waypoints.flatMap(({ value }, index) => (value === undefined ? [] : [waypoints.slice(0, index + 1).reduce((sum, { share }) => sum + share, 0) / whole]))
}

const STEP = 1e-4

/** A way that starts faster than so many times the way from start to end in its time is steep there. */
const STEEP = 4

/** How much of a leg's time counts for how fast it arrives, where it arrives ever faster. */
const LAST_SHARE = 0.05

/** How fast a leg arrives, per unit of the whole time, and at most twice as fast as over its last twentieth; null for what has no speed. */
function speedAtEnd({ valueAt, share }: Leg): number | null {
  const [earlier, before, after] = [valueAt(1 - LAST_SHARE), valueAt(1 - STEP), valueAt(1)]
  if (typeof earlier !== 'number' || typeof before !== 'number' || typeof after !== 'number') return null
  const most = (2 * Math.abs(after - earlier)) / LAST_SHARE
  return Math.min(most, Math.max(-most, (after - before) / STEP)) / share
}

/** What dies away as a cubic Hermite curve does: it starts with a speed of 1 and is nothing at the end. Its most is 4/27, a third of the way. */
const dyingAway = (t: number): number => t * (1 - t) ** 2

/** How much of what there was before counts still, from all of it to none, evenly at both ends. */
const fading = (t: number): number => (t >= 1 ? 0 : (1 - t) ** 2 * (1 + 2 * t))

/**
 * The same way, setting out at another speed (in units of value per unit of its own time): instead of its own, which dies
 * away as a cubic Hermite curve does, the other one does. Where its own starts steeply, less of that is taken away, and it
 * is faded in until it is not steep any more. It stays between where it starts, whatever it shows by itself, and those with 4/27 of the way the
 * speed would go in all the time, and is where it would be at the end.
 */
export function carrying(valueAt: Interpolator, speed: number, { min = -Infinity, max = Infinity }: Pick<PropertyDefinition, 'min' | 'max'>): Interpolator {
  const [start, second, end] = [valueAt(0), valueAt(STEP), valueAt(1)]
  if (typeof start !== 'number' || typeof second !== 'number') return valueAt
  const steepest = STEEP * Math.abs(typeof end === 'number' ? end - start : 0)
  const own = (second - start) / STEP
  const isSteep = Math.abs(own) > steepest
  const taken = isSteep ? steepest ** 2 / own : own
  const steepUntil = isSteep ? endOfSteepness(valueAt, start, steepest) : 0
  return (t) => {
    const value = valueAt(t)
    if (typeof value !== 'number' || t >= 1) return value
    const carried = start + speed * dyingAway(t)
    const going = carried + (value - start) - lesser(taken * dyingAway(t), value - start)
    const faded = t < steepUntil ? fading(t / steepUntil) : 0
    return Math.min(max, Math.max(min, faded * carried + (1 - faded) * going))
  }
}

/** The one of two numbers that is nearer to 0; nothing where they lie on either side of it. */
function lesser(number: number, bound: number): number {
  if (Math.sign(number) !== Math.sign(bound)) return 0
  return Math.abs(number) < Math.abs(bound) ? number : bound
}

/** When a way has gone no farther than it may, as a share of its time. */
function endOfSteepness(valueAt: Interpolator, start: number, steepest: number): number {
  let [steep, even] = [0, 1]
  for (let round = 0; round < 24; round++) {
    const middle = (steep + even) / 2
    const value = valueAt(middle)
    if (typeof value === 'number' && Math.abs(value - start) > steepest * middle) steep = middle
    else even = middle
  }
  return even
}
