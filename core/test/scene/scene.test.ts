import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import type { DrawnKind } from '@rheoscope/core/document'
import { propertiesOf } from '@rheoscope/core/document'
import { pictureFile } from '@rheoscope/core/exchange'
import { advanceTo, drawList, send, startRun } from '@rheoscope/core/run'
import {
  handlePoint, HANDLES, inverse, matrixOf, matrixTo, paint, partsAt, pointOn, resized, toMarkup, transformed, turned, type DrawItem,
} from '@rheoscope/core/scene'

const item = (kind: DrawnKind, values: Record<string, unknown>, children: readonly DrawItem[] = []): DrawItem => ({
  key: `#${kind}`, instance: '', part: kind, kind, children,
  values: { ...Object.fromEntries(propertiesOf(kind).map(({ name, initial }) => [name, initial])), ...values } as DrawItem['values'],
})

const placed = fc.record({
  x: fc.integer({ min: -50, max: 50 }), y: fc.integer({ min: -50, max: 50 }), width: fc.integer({ min: 5, max: 90 }), height: fc.integer({ min: 5, max: 90 }),
  rotation: fc.integer({ min: -360, max: 360 }), scaleX: fc.constantFrom(1, 2, -1), scaleY: fc.constantFrom(1, 0.5),
})

describe('what is under a point', () => {
  test('a shape answers inside its outline and nowhere else', () => {
    const at = (drawn: DrawItem, x: number, y: number) => partsAt([drawn], { x, y }).length > 0
    const round = item('box', { width: 100, height: 40, fill: '#000000', radiusTopLeft: 20 })
    expect([at(round, 1, 1), at(round, 99, 1), at(round, 50, 20), at(round, 101, 20)]).toEqual([false, true, true, false])
    const ring = item('ellipse', { width: 40, height: 40, stroke: '#000000', strokeWidth: 6, arcSweep: 180 })
    expect([at(ring, 40, 20), at(ring, 20, 20), at(ring, 0, 20)]).toEqual([true, false, false])
    expect(at(item('box', { width: 10, height: 10 }), 5, 5)).toBe(false)
  })

  test('the middle of a part is under the point its matrix says, however it is turned', () => {
    fc.assert(fc.property(placed, placed, (outer, inner) => {
      const box = item('box', { ...inner, fill: '#000000' })
      const list = [item('container', outer, [box])]
      const middle = transformed(matrixTo(list, '', 'box')!, { x: inner.width / 2, y: inner.height / 2 })
      expect(partsAt(list, middle).map(({ part }) => part)).toEqual(['box', 'container'])
    }))
  })

  test('what is clipped away, hidden or takes no input is not hit', () => {
    const box = (values: Record<string, unknown>) => item('box', { x: 60, width: 50, height: 50, fill: '#000000', ...values })
    const hits = (clip: boolean, values: Record<string, unknown> = {}) => partsAt([item('container', { width: 80, height: 50, clip }, [box(values)])], { x: 100, y: 10 }).length
    expect([hits(false), hits(true), hits(false, { visible: false }), hits(false, { receivesInput: false })]).toEqual([2, 0, 0, 0])
  })

  test('every part of the demo that shows can be pointed at', () => {
    const list = drawList(startRun(skerryLine, { component: 'boardingButton' }))
    for (const part of ['plate', 'label', 'tick']) expect(pointOn(list, '', part)).not.toBeNull()
  })
})

describe('handles', () => {
  test('what lies opposite the handle stays where it is, and the handle follows the pointer', () => {
    fc.assert(fc.property(placed, fc.constantFrom(...HANDLES), fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 }), (values, handle, dx, dy) => {
      const before = item('box', values).values
      const opposite = { across: -handle.across as -1, down: -handle.down as -1 }
      const from = transformed(matrixOf(before), handlePoint(handle, values.width, values.height))
      const frame = resized(before, handle, from, { x: from.x + dx, y: from.y + dy })
      const [old, now] = [transformed(matrixOf(before), handlePoint(opposite, values.width, values.height)), transformed(matrixOf({ ...before, ...frame }), handlePoint(opposite, frame.width, frame.height))]
      expect(now.x).toBeCloseTo(old.x, 1)
      expect(now.y).toBeCloseTo(old.y, 1)
      expect(Math.min(frame.width, frame.height)).toBeGreaterThanOrEqual(1)
    }))
  })

  test('a part is turned by as much as the pointer goes round its anchor', () => {
    const { values } = item('box', { width: 20, height: 20, rotation: 10 })
    expect(turned(values, { x: 10, y: -5 }, { x: 25, y: 10 })).toBe(100)
  })

  test('a matrix and its inverse undo each other', () => {
    fc.assert(fc.property(placed, (values) => {
      const matrix = matrixOf(item('box', values).values)
      const point = transformed(inverse(matrix)!, transformed(matrix, { x: 3, y: 7 }))
      expect(point.x).toBeCloseTo(3)
      expect(point.y).toBeCloseTo(7)
    }))
  })
})

describe('painting', () => {
  test('an unchanged part is the very same node from frame to frame', () => {
    const run = startRun(skerryLine, { component: 'boardingButton' })
    const [first] = paint(drawList(run), 'a')
    advanceTo(run, 50)
    expect(paint(drawList(run), 'a')[0]).toBe(first)
    send(run, { do: 'put', instance: '', axis: 'boarding', state: 'done' })
    advanceTo(run, 100)
    const [second] = paint(drawList(run), 'a')
    expect(second).not.toBe(first)
    expect(second!.children.find(({ key }) => key === 'ring#ringFrame')).toBe(first!.children.find(({ key }) => key === 'ring#ringFrame'))
  })

  test('a text fading into another shows both', () => {
    const [node] = paint([item('text', { text: { crossFade: [{ value: 'Board', share: 0.75 }, { value: 'Aboard', share: 0.25 }] } })], 'a')
    expect(node!.children.map(({ attributes }) => attributes.opacity)).toEqual([0.75, 0.25])
  })

  test('what people type cannot break out of the markup', () => {
    const [node] = paint([item('text', { text: '</text><script>alert(1)</script>"&' })], 'a')
    expect(toMarkup(node!)).toContain('&lt;/text&gt;&lt;script&gt;alert(1)&lt;/script&gt;&quot;&amp;')
  })

  test('gradients, blur and clips are defined where they are used', () => {
    const gradient = { gradient: 'linear', angleDeg: 90, stops: [{ colour: '#ffffff', at: 0 }, { colour: '#000000', at: 1 }] }
    const markup = pictureFile([item('container', { width: 10, height: 10, clip: true, blur: 2, fill: gradient }, [item('box', { fill: '#ff0000' })])])
    for (const [, id] of markup.matchAll(/url\(#([^)]+)\)/g)) expect(markup).toContain(`id="${id}"`)
    expect(markup).toMatch(/<linearGradient .*x1="0" .*x2="10"/)
  })
})
