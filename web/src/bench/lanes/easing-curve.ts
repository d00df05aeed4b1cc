import { line } from 'd3-shape'
import type { Easing } from '@rheoscope/core/motion'

const SAMPLES = 32

/** The curve of an easing in a field of that size, time across and progress upward, as an SVG path. */
export function easingCurve(ease: Easing, width: number, height: number): string {
  const points = Array.from({ length: SAMPLES + 1 }, (_, index): [number, number] => {
    const t = index / SAMPLES
    return [t * width, (1 - ease(t)) * height]
  })
  return line().digits(2)(points) ?? ''
}
