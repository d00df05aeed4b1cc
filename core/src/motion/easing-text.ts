import { certain, lastOf } from '../document'
import { easingProblem, parseEasing } from './easing'

/** The control points of the easings that are Bézier curves under a name (CSS Easing Functions Level 2). */
const NAMED: Readonly<Record<string, readonly number[]>> = {
  linear: [0, 0, 1, 1], ease: [0.25, 0.1, 0.25, 1], 'ease-in': [0.42, 0, 1, 1], 'ease-out': [0, 0, 0.58, 1], 'ease-in-out': [0.42, 0, 0.58, 1],
}

/** The two control points of an easing that is a Bézier curve, as x1, y1, x2, y2; null for any other. */
export function controlPoints(easing: string): readonly number[] | null {
  if (Object.hasOwn(NAMED, easing)) return certain(NAMED[easing])
  const inside = /^cubic-bezier\((.*)\)$/.exec(easing.trim())?.[1]
  return inside === undefined ? null : inside.split(',').map(Number)
}

/** A point of a drawn easing: time and progress. */
export interface DrawnPoint {
  readonly t: number
  readonly p: number
}

/** How far a drawn curve may be from the easing made of it. */
const CLOSE = 0.012

/**
 * An easing as a hand has drawn it, as `linear(…)` with as few stops as stay close to it. Where the hand went back in
 * time the later point counts. It begins at 0 and ends at 1.
 */
export function drawnEasing(points: readonly DrawnPoint[]): string {
  const inside = points.filter(({ t }) => t > 0.005 && t < 0.995).toSorted((a, b) => a.t - b.t)
  const kept = simplified([{ t: 0, p: 0 }, ...inside, { t: 1, p: 1 }])
  return linearText(kept)
}

/** The way back of an easing: what it does from its end to its start. */
export function mirroredEasing(easing: string): string {
  const points = controlPoints(easing)
  if (points) {
    const [x1 = 0, y1 = 0, x2 = 1, y2 = 1] = points.map((value) => Math.round((1 - value) * 1e9) / 1e9)
    return bezierText([x2, y2, x1, y1])
  }
  const steps = /^steps\((\d+)(?:,\s*([a-z-]+))?\)$/.exec(easing.trim())
  if (steps) return `steps(${steps[1]}, ${MIRRORED_JUMPS[steps[2] ?? 'end'] ?? steps[2]})`
  if (easingProblem(easing) !== null) return easing
  const { ease } = parseEasing(easing)
  return linearText(simplified(Array.from({ length: SAMPLES + 1 }, (_, index) => ({ t: index / SAMPLES, p: 1 - ease(1 - index / SAMPLES) })), CLOSER))
}

const SAMPLES = 200

/** How far the way back of an easing may be from its mirror. */
const CLOSER = 0.002

/** An easing as every browser knows it (CSS Easing Functions Level 2): a spring is a `linear(…)` that is nowhere further from it than 0.001. */
export function cssEasing(easing: string): string {
  if (!easing.trim().startsWith('spring(')) return easing
  const { ease } = parseEasing(easing)
  return linearText(simplified(Array.from({ length: FINE_SAMPLES + 1 }, (_, index) => ({ t: index / FINE_SAMPLES, p: ease(index / FINE_SAMPLES) })), FINE))
}

const FINE_SAMPLES = 1000

const FINE = 0.0005

const MIRRORED_JUMPS: Readonly<Record<string, string>> = { end: 'jump-start', 'jump-end': 'jump-start', start: 'jump-end', 'jump-start': 'jump-end' }

/** The name of a Bézier curve that has one, or its numbers. */
function bezierText(points: readonly number[]): string {
  const named = Object.entries(NAMED).find(([, known]) => known.every((value, index) => value === points[index]))
  return named?.[0] ?? `cubic-bezier(${points.join(', ')})`
}

const tidy = (value: number): number => Math.round(value * 1000) / 1000

const linearText = (points: readonly DrawnPoint[]): string =>
  `linear(${points.map(({ t, p }, index) => (index === 0 || index === points.length - 1 ? `${tidy(p)}` : `${tidy(p)} ${tidy(t * 100)}%`)).join(', ')})`

/** Ramer–Douglas–Peucker: the points without those that lie close to the line between the ones that stay. */
function simplified(points: readonly DrawnPoint[], close = CLOSE): readonly DrawnPoint[] {
  const [first, last] = [certain(points[0]), lastOf(points)]
  const offs = points.map(({ t, p }) => Math.abs(p - (first.p + ((last.p - first.p) * (t - first.t)) / (last.t - first.t || 1))))
  const farthest = offs.indexOf(Math.max(...offs))
  if (points.length < 3 || certain(offs[farthest]) < close) return [first, last]
  return [...simplified(points.slice(0, farthest + 1), close).slice(0, -1), ...simplified(points.slice(farthest), close)]
}
