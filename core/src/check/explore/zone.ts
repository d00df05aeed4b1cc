import { certain } from '../../document'
/**
 * Zones: sets of clock readings given by bounds on clocks and on their differences, kept as difference bound
 * matrices in canonical form (Dill 1989; Bengtsson and Yi 2004). Time is whole milliseconds, so bounds are whole and
 * never strict. A zone of `n - 1` clocks is `n × n` numbers: the entry in row i, column j is the most that clock i
 * can be ahead of clock j, and clock 0 always reads 0.
 */
export type Zone = Int32Array

/** No bound at all. */
export const FREE = 0x3fffffff

/** The bound at a place of a zone. */
// eslint-disable-next-line @typescript-eslint/no-non-null-assertion -- a zone is read only at its n × n places, in loops where a check would be felt
const boundAt = (zone: Zone, at: number): number => zone[at]!

/** All clocks have just started. */
export const zeroZone = (n: number): Zone => new Int32Array(n * n)

/** Lets any time pass. */
export function pass(zone: Zone, n: number): void {
  for (let i = 1; i < n; i++) zone[i * n] = FREE
}

/** Keeps the readings in which clock i is at most `bound` ahead of clock j; says whether there are any. */
export function bind(zone: Zone, n: number, i: number, j: number, bound: number): boolean {
  if (boundAt(zone, i * n + j) <= bound) return true
  if (boundAt(zone, j * n + i) + bound < 0) return false
  zone[i * n + j] = bound
  for (let a = 0; a < n; a++) {
    const toI = boundAt(zone, a * n + i)
    if (toI === FREE) continue
    for (let b = 0; b < n; b++) {
      const fromJ = boundAt(zone, j * n + b)
      if (fromJ === FREE) continue
      const through = toI + bound + fromJ
      if (through < boundAt(zone, a * n + b)) zone[a * n + b] = through
    }
  }
  return true
}

/** The zone over other clocks: clock k of the result is clock `from[k]` of this one, and has just started where that is 0. */
export function carriedOver(zone: Zone, n: number, from: readonly number[]): Zone {
  const m = from.length
  const carried = new Int32Array(m * m)
  for (let i = 0; i < m; i++) for (let j = 0; j < m; j++) carried[i * m + j] = i === j ? 0 : boundAt(zone, certain(from[i]) * n + certain(from[j]))
  return carried
}

/** Whether every reading of `inner` is in `outer`. */
export function includes(outer: Zone, inner: Zone): boolean {
  for (let k = 0; k < outer.length; k++) if (boundAt(outer, k) < boundAt(inner, k)) return false
  return true
}

/** The sum of all bounds. A zone that includes another one has no smaller one. */
export function extentOf(zone: Zone): number {
  let sum = 0
  for (const bound of zone) sum += bound
  return sum
}

/**
 * Forgets how far beyond the greatest number anyone compares it with a clock is, so that there are only finitely
 * many zones (Behrmann et al. 2006, extrapolation by maximal bounds). `most[k]` is that number for clock k.
 */
export function extrapolate(zone: Zone, n: number, most: readonly number[]): void {
  let isChanged = false
  for (let i = 1; i < n; i++) {
    const limit = certain(most[i])
    for (let j = 0; j < n; j++) {
      if (i === j) continue
      if (boundAt(zone, i * n + j) !== FREE && boundAt(zone, i * n + j) > limit) isChanged = raise(zone, i * n + j, FREE)
      if (boundAt(zone, j * n + i) < -limit) isChanged = raise(zone, j * n + i, -limit)
    }
  }
  if (isChanged) close(zone, n)
}

function raise(zone: Zone, at: number, to: number): true {
  zone[at] = to
  return true
}

/** Makes every bound as tight as the others together make it (Floyd and Warshall). */
function close(zone: Zone, n: number): void {
  for (let k = 0; k < n; k++) for (let i = 0; i < n; i++) {
    const first = boundAt(zone, i * n + k)
    if (first === FREE) continue
    for (let j = 0; j < n; j++) {
      const second = boundAt(zone, k * n + j)
      if (second !== FREE && first + second < boundAt(zone, i * n + j)) zone[i * n + j] = first + second
    }
  }
}

/** The least and the most that clock i can read; the most is `FREE` when nothing bounds it. */
export const readings = (zone: Zone, n: number, i: number): readonly [least: number, most: number] => [-boundAt(zone, i), boundAt(zone, i * n)]
