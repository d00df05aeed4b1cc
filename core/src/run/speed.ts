import type { Point } from '../scene'

/** Where something was when. */
export interface Sample extends Point {
  readonly atMs: number
}

/** Only how it went in the last so many ms counts. */
const RECENT_MS = 100

/** Where something has been of late, and where it is now. */
export const sampled = (samples: readonly Sample[], at: Point, atMs: number): readonly Sample[] =>
  [...samples.filter((sample) => sample.atMs > atMs - RECENT_MS), { x: at.x, y: at.y, atMs }]

/** The speed in px per ms over the last moves; none when it has stood still. */
export function speedOf(samples: readonly Sample[], atMs: number): Point {
  const recent = samples.filter((sample) => sample.atMs > atMs - RECENT_MS)
  const [first, last] = [recent[0], recent.at(-1)]
  if (!first || !last || last.atMs <= first.atMs) return { x: 0, y: 0 }
  const tookMs = last.atMs - first.atMs
  return { x: (last.x - first.x) / tookMs, y: (last.y - first.y) / tookMs }
}
