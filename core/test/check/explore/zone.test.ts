import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bind, carriedOver, extentOf, extrapolate, FREE, includes, pass, readings, zeroZone, type Zone } from '../../../src/check/explore/zone'

/** Zones of two clocks, so small that every reading can be tried. */
const CLOCKS = 2
const N = CLOCKS + 1
const MOST = 12

type Bound = readonly [i: number, j: number, bound: number]

const bounds: fc.Arbitrary<readonly Bound[]> = fc.array(fc.tuple(fc.integer({ min: 0, max: CLOCKS }), fc.integer({ min: 0, max: CLOCKS }), fc.integer({ min: -MOST, max: MOST })).filter(([i, j]) => i !== j), { maxLength: 6 })

/** All readings up to a bound. */
function anything(): Zone {
  const zone = zeroZone(N)
  pass(zone, N)
  for (let i = 1; i < N; i++) for (let j = 1; j < N; j++) if (i !== j) zone[i * N + j] = FREE
  for (let i = 1; i < N; i++) bind(zone, N, i, 0, MOST)
  return zone
}

function bound(all: readonly Bound[]): Zone | null {
  const zone = anything()
  return all.every(([i, j, ms]) => bind(zone, N, i, j, ms)) ? zone : null
}

const every: readonly (readonly [number, number])[] = Array.from({ length: (MOST + 1) ** 2 }, (_each, index) => [Math.floor(index / (MOST + 1)), index % (MOST + 1)])

const holds = (clocks: readonly number[], [i, j, ms]: Bound): boolean => [0, ...clocks][i]! - [0, ...clocks][j]! <= ms

const isIn = (zone: Zone, clocks: readonly number[]): boolean =>
  [...zone].every((ms, index) => holds(clocks, [Math.floor(index / N), index % N, ms]))

describe('zones', () => {
  test('hold just the readings that meet all bounds, and are empty when none do', () => {
    fc.assert(fc.property(bounds, (all) => {
      const zone = bound(all)
      for (const clocks of every) expect(zone !== null && isIn(zone, clocks)).toBe(all.every((each) => holds(clocks, each)))
    }))
  })

  test('are as tight as they can be: every bound is met by some reading', () => {
    fc.assert(fc.property(bounds, (all) => {
      const zone = bound(all)
      if (!zone) return
      for (let i = 0; i < N; i++) for (let j = 0; j < N; j++) {
        if (i !== j) expect(Math.max(...every.filter((clocks) => isIn(zone, clocks)).map((clocks) => [0, ...clocks][i]! - [0, ...clocks][j]!))).toBe(zone[i * N + j])
      }
    }), { numRuns: 60 })
  })

  test('include one another just when all readings of the one are in the other, and then extend as far', () => {
    fc.assert(fc.property(bounds, bounds, (some, others) => {
      const [outer, inner] = [bound(some), bound(others)]
      if (!outer || !inner) return
      expect(includes(outer, inner)).toBe(every.every((clocks) => !isIn(inner, clocks) || isIn(outer, clocks)))
      if (includes(outer, inner)) expect(extentOf(outer)).toBeGreaterThanOrEqual(extentOf(inner))
    }))
  })

  test('let time pass for all clocks alike', () => {
    fc.assert(fc.property(bounds, fc.integer({ min: 0, max: 5 }), (all, ms) => {
      const zone = bound(all)
      if (!zone) return
      const later = zone.slice()
      pass(later, N)
      for (const clocks of every) if (isIn(zone, clocks)) expect(isIn(later, clocks.map((clock) => clock + ms))).toBe(true)
    }))
  })

  test('carry clocks over and start others at 0', () => {
    fc.assert(fc.property(bounds, (all) => {
      const zone = bound(all)
      if (!zone) return
      const carried = carriedOver(zone, N, [0, 2, 0])
      expect(readings(carried, N, 1)).toEqual(readings(zone, N, 2))
      expect(readings(carried, N, 2).map(Math.abs)).toEqual([0, 0])
    }))
  })

  test('lose nothing by extrapolation, and nothing at all below the bounds it is given', () => {
    fc.assert(fc.property(bounds, fc.integer({ min: 0, max: MOST }), (all, most) => {
      const zone = bound(all)
      if (!zone) return
      const wider = zone.slice()
      extrapolate(wider, N, [0, most, most])
      expect(includes(wider, zone)).toBe(true)
      if (most === MOST) for (const clocks of every) expect(isIn(wider, clocks)).toBe(isIn(zone, clocks))
    }))
  })
})
