import { rateOf, type Sample } from '../machine'
import type { Point } from '../scene'

/** The speed in px per ms over the last moves; none when the pointer has stood still. */
export const speedOf = (samples: readonly Sample<Point>[], atMs: number): Point =>
  ({ x: rateOf(samples, atMs, ({ x }) => x), y: rateOf(samples, atMs, ({ y }) => y) })
