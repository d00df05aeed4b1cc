import type { Easing } from './easing'

const PRECISION = 1e-9

/**
 * The easing of a cubic Bézier curve from (0, 0) to (1, 1) with control points (x1, y1) and (x2, y2);
 * x1 and x2 lie in 0..1 (CSS Easing Functions Level 2, § 2.2). Outside 0..1 it goes on along the end tangents.
 */
export function cubicBezier(x1: number, y1: number, x2: number, y2: number): Easing {
  if (x1 === y1 && x2 === y2) return (t) => t
  const cx = 3 * x1
  const bx = 3 * (x2 - x1) - cx
  const ax = 1 - cx - bx
  const cy = 3 * y1
  const by = 3 * (y2 - y1) - cy
  const ay = 1 - cy - by
  const xAt = (s: number) => ((ax * s + bx) * s + cx) * s
  const yAt = (s: number) => ((ay * s + by) * s + cy) * s

  const startSlope = x1 > 0 ? y1 / x1 : y1 === 0 && x2 > 0 ? y2 / x2 : y1 === 0 && y2 === 0 ? 1 : 0
  const endSlope = x2 < 1 ? (y2 - 1) / (x2 - 1) : y2 === 1 && x1 < 1 ? (y1 - 1) / (x1 - 1) : y2 === 1 && y1 === 1 ? 1 : 0

  return (t) => {
    if (t <= 0) return startSlope * t
    if (t >= 1) return 1 + endSlope * (t - 1)
    return yAt(parameterAt(t))
  }

  /** The curve parameter whose x is t, by halving: along the curve x never falls. */
  function parameterAt(t: number): number {
    let [low, high] = [0, 1]
    while (high - low > PRECISION) {
      const middle = (low + high) / 2
      if (xAt(middle) < t) low = middle
      else high = middle
    }
    return (low + high) / 2
  }
}
