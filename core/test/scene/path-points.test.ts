import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { distances, outlineBounds, outlineOf, strokesOf, transformedOutline, withMoved, withNext, withoutPoint, withTurned } from '@rheoscope/core/scene'

const coordinate = fc.integer({ min: -200, max: 200 })
const point = fc.record({ x: coordinate, y: coordinate })
const outline = fc.array(fc.oneof(
  point.map(({ x, y }) => `L${x} ${y}`), fc.tuple(point, point, point).map((points) => `C${points.map(({ x, y }) => `${x} ${y}`).join(' ')}`),
  coordinate.map((x) => `h${x}`), fc.tuple(point, point).map((points) => `Q${points.map(({ x, y }) => `${x} ${y}`).join(' ')}`),
), { minLength: 1, maxLength: 6 }).map((segments) => `M0 0${segments.join('')}`)

describe('outlines as points', () => {
  test('an outline read and written is the same outline', () => {
    fc.assert(fc.property(outline, (d) => {
      const once = outlineOf(strokesOf(d))
      expect(outlineOf(strokesOf(once))).toBe(once)
      const [a, b] = [outlineBounds(d), outlineBounds(once)]
      for (const side of ['x', 'y', 'width', 'height'] as const) expect(b[side]).toBeCloseTo(a[side], 1)
    }))
  })

  test('what moves every point moves the bounds', () => {
    fc.assert(fc.property(outline, coordinate, coordinate, (d, dx, dy) => {
      const [a, b] = [outlineBounds(d), outlineBounds(transformedOutline(d, [1, 0, 0, 1, dx, dy]))]
      const wanted = [a.x + dx, a.y + dy, a.width, a.height]
      for (const [index, seen] of [b.x, b.y, b.width, b.height].entries()) expect(Math.abs(seen - wanted[index]!)).toBeLessThan(0.05)
    }))
  })

  test('bounds follow the curve and not its handles', () => {
    expect(outlineBounds('M0 0C0 100 100 100 100 0')).toEqual({ x: 0, y: 0, width: 100, height: 75 })
    expect(outlineBounds('M50 0A50 50 0 1 1 49.99 0Z').height).toBeCloseTo(100, 0)
  })

  test('points are moved, added, taken out, made round and made corners again', () => {
    const strokes = strokesOf('M0 0L10 0L10 10Z')
    const at = (index: number) => ({ stroke: 0, point: index, end: 'at' as const })
    expect(outlineOf(withMoved(strokes, at(1), { x: 20, y: 5 }))).toBe('M0 0L20 5L10 10Z')
    expect(outlineOf(withNext(strokes, at(0)))).toBe('M0 0L5 0L10 0L10 10Z')
    expect(outlineOf(withoutPoint(strokes, at(2)))).toBe('M0 0L10 0Z')
    const round = withTurned(strokes, at(1))
    expect(outlineOf(round)).toBe('M0 0C0 0 8.33 -1.67 10 0C11.67 1.67 10 10 10 10Z')
    expect(outlineOf(withTurned(round, at(1)))).toBe('M0 0L10 0L10 10Z')
    expect(outlineOf(withMoved(round, { ...at(1), end: 'out' }, { x: 10, y: 4 }))).toContain('8.33 -1.67 10 0'.replace('8.33 -1.67', '10 -2.36'))
  })
})

describe('distances', () => {
  test('go to the nearest neighbour on each side, and to the edge where there is none', () => {
    const frame = { x: 40, y: 40, width: 20, height: 20 }
    const found = distances(frame, [{ x: 0, y: 45, width: 30, height: 10 }, { x: 80, y: 200, width: 10, height: 10 }], { x: 0, y: 0, width: 100, height: 300 })
    expect(found.map(({ length }) => length)).toEqual([10, 40, 40, 240])
  })
})
