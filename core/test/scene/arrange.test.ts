import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { aligned, ALIGNMENTS, around, distributed, snap, type Frame } from '@rheoscope/core/scene'

const frame: fc.Arbitrary<Frame> = fc.record({
  x: fc.integer({ min: 0, max: 200 }), y: fc.integer({ min: 0, max: 200 }), width: fc.integer({ min: 1, max: 60 }), height: fc.integer({ min: 1, max: 60 }),
})

describe('snapping', () => {
  test('brings a near edge or middle into line and says where', () => {
    const { dx, dy, guides } = snap({ x: 12, y: 50, width: 20, height: 10 }, [{ x: 10, y: 0, width: 40, height: 10 }], 4)
    expect([dx, dy]).toEqual([-2, 0])
    expect(guides).toEqual([{ along: 'y', at: 10, from: 0, to: 60 }, { along: 'y', at: 30, from: 0, to: 60 }])
  })

  test('leaves alone what is out of reach, and never goes farther than it reaches', () => {
    fc.assert(fc.property(frame, fc.array(frame, { maxLength: 5 }), fc.integer({ min: 0, max: 8 }), (moved, others, reach) => {
      const { dx, dy } = snap(moved, others, reach)
      expect(Math.max(Math.abs(dx), Math.abs(dy))).toBeLessThanOrEqual(reach)
      const again = snap({ ...moved, x: moved.x + dx, y: moved.y + dy }, others, reach)
      if (dx !== 0) expect(again.dx).toBeCloseTo(0)
    }))
  })
})

describe('aligning and distributing', () => {
  const some = fc.array(frame, { minLength: 2, maxLength: 6 })

  test('aligning keeps everything within the room and is done once', () => {
    fc.assert(fc.property(some, fc.constantFrom(...ALIGNMENTS), (frames, how) => {
      const room = around(frames)
      const moved = aligned(frames, room, how).map((at, index) => ({ ...frames[index]!, ...at }))
      const after = around(moved)
      expect(after.width).toBeLessThanOrEqual(room.width)
      expect(after.height).toBeLessThanOrEqual(room.height)
      expect(aligned(moved, room, how)).toEqual(moved.map(({ x, y }) => ({ x, y })))
    }))
  })

  test('distributing makes all gaps equal and leaves the ends', () => {
    fc.assert(fc.property(some, (frames) => {
      const moved = distributed(frames, 'across').map((at, index) => ({ ...frames[index]!, ...at }))
      const order = frames.map((_, index) => index).toSorted((a, b) => frames[a]!.x - frames[b]!.x)
      const gaps = order.slice(1).map((index, place) => moved[index]!.x - moved[order[place]!]!.x - moved[order[place]!]!.width)
      for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0]!)
      expect(moved[order[0]!]!.x).toBe(frames[order[0]!]!.x)
      expect(moved[order.at(-1)!]!.x).toBeCloseTo(frames[order.at(-1)!]!.x)
    }))
  })
})
