import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { PROPERTIES, propertyDefinition, type Literal } from '@rheoscope/core/document'
import {
  formatColour, fromOklab, interpolate, interpolateAngle, interpolateColour, interpolateOutline, interpolatePaint, parseColour, toOklab, turnBetween,
} from '@rheoscope/core/motion'
import { outlineBounds } from '@rheoscope/core/scene'

const colour = fc.string({ minLength: 6, maxLength: 6, unit: fc.constantFrom(...'0123456789abcdef') }).map((hex) => `#${hex}`)
const rounded = (value: number) => Math.round(value) + 0
const mixing = { rotationDirection: 'shortest', colourSpace: 'oklab' } as const
const angle = fc.integer({ min: -720, max: 720 })

const anyOf: Readonly<Record<string, fc.Arbitrary<Literal>>> = {
  number: fc.integer({ min: 0, max: 50 }), length: fc.integer({ min: 1, max: 50 }), ratio: fc.double({ min: 0, max: 1, noNaN: true }), angle,
  paint: fc.oneof(colour, fc.constant(null)), colour, text: fc.string(), yesNo: fc.boolean(), choice: fc.constant('start'), path: fc.constantFrom('M0 0L1 1', 'M2 3L4 5', 'M0 0C1 1 2 2 3 3'),
  picture: fc.constantFrom('', 'a', 'b'), icon: fc.constantFrom('', 'M0 0h24v24z'), part: fc.constantFrom('', 'box'),
  shadows: fc.constantFrom([], [{ x: 1, y: 2, blur: 3, spread: 0, colour: '#000000', inset: false }]), dash: fc.constantFrom([], [2], [4, 2]),
}

describe('interpolation', () => {
  test('begins where it comes from and ends at exactly its target, for every property', () => {
    fc.assert(fc.property(fc.constantFrom(...PROPERTIES).chain((definition) => fc.tuple(fc.constant(definition), anyOf[definition.type]!, anyOf[definition.type]!)), ([definition, from, to]) => {
      const between = interpolate(definition, from, to, mixing)
      if (!between) return
      if (definition.name !== 'visible') expect(between(1)).toEqual(to)
      if (['number', 'length', 'ratio', 'angle'].includes(definition.type)) expect(between(0)).toBeCloseTo(from as number)
    }))
  })

  test('overshoot is kept in position and clamped in opacity and size', () => {
    const x = interpolate(propertyDefinition('x')!, 0, 10, mixing)!
    const opacity = interpolate(propertyDefinition('opacity')!, 0, 1, mixing)!
    const width = interpolate(propertyDefinition('width')!, 10, 0, mixing)!
    expect([x(1.2), opacity(1.2), opacity(-0.2), width(1.2)]).toEqual([12, 1, 0, 0])
  })

  test('a turn is as far as its name says', () => {
    expect(turnBetween(350, 10, 'shortest')).toBe(20)
    expect([turnBetween(0, 180, 'shortest'), turnBetween(180, 0, 'shortest')]).toEqual([180, -180])
    expect(turnBetween(10, 350, 'shortest')).toBe(-20)
    expect(turnBetween(10, 350, 'clockwise')).toBe(340)
    expect(turnBetween(350, 10, 'counterclockwise')).toBe(-340)
    expect(turnBetween(0, 720, 'as written')).toBe(720)
    fc.assert(fc.property(angle, angle, (a, b) => {
      expect(Math.abs(turnBetween(a, b, 'shortest'))).toBeLessThanOrEqual(180)
      expect(turnBetween(a, b, 'clockwise')).toBeGreaterThanOrEqual(0)
      expect(turnBetween(a, b, 'counterclockwise')).toBeLessThanOrEqual(0)
      for (const turn of ['shortest', 'clockwise', 'counterclockwise'] as const) {
        const end = a + turnBetween(a, b, turn)
        expect((((end - b) % 360) + 360) % 360).toBe(0)
      }
      expect(interpolateAngle(a, b, 'shortest')(1)).toBe(b)
    }))
  })

  test('OKLab and back is the same colour', () => {
    fc.assert(fc.property(colour, (hex) => {
      expect(formatColour(...fromOklab(toOklab(parseColour(hex))))).toBe(hex)
    }))
  })

  test('half way between black and white is a middle grey in OKLab and the arithmetic mean in sRGB', () => {
    expect(interpolateColour('#000000', '#ffffff', 'oklab')(0.5)).toBe('#636363')
    expect(interpolateColour('#000000', '#ffffff', 'srgb')(0.5)).toBe('#808080')
  })

  test('a missing paint is the other one made transparent', () => {
    expect(interpolatePaint(null, '#ff0000', 'oklab')(0.5)).toBe('#ff000080')
    expect(interpolatePaint('#ff0000', null, 'oklab')(1)).toBeNull()
  })

  test('gradients mix stop by stop', () => {
    const from = { gradient: 'linear' as const, angleDeg: 0, stops: [{ colour: '#000000', at: 0 }, { colour: '#000000', at: 1 }] }
    const to = { ...from, angleDeg: 90, stops: [{ colour: '#ffffff', at: 0 }, { colour: '#000000', at: 0.5 }] }
    expect(interpolatePaint(from, to, 'srgb')(0.5)).toEqual({ gradient: 'linear', angleDeg: 45, stops: [{ colour: '#808080', at: 0 }, { colour: '#000000', at: 0.75 }] })
  })

  test('text fades into text, and what is to be seen shows at once and all the way', () => {
    expect(interpolate(propertyDefinition('text')!, 'Board', 'Aboard', mixing)!(0.4)).toEqual({ crossFade: [{ value: 'Board', share: 0.6 }, { value: 'Aboard', share: 0.4 }] })
    const visible = propertyDefinition('visible')!
    expect(interpolate(visible, false, true, mixing)!(0.01)).toBe(true)
    expect(interpolate(visible, true, false, mixing)!(0.99)).toBe(true)
    expect(interpolate(visible, true, false, mixing)!(1.2)).toBe(true)
  })

  test('outlines with the same commands mix number by number', () => {
    expect(interpolateOutline('M0 0L10 0', 'M0 0L10 10')!(0.5)).toBe('M0 0L10 5')
  })

  test('outlines with other commands mix by matched points, and end exactly where they should', () => {
    const way = interpolateOutline('M0 0H10V10H0Z', 'M5 -2A7 7 0 0 1 5 12A7 7 0 0 1 5 -2Z')!
    expect([way(0), way(1)]).toEqual(['M0 0H10V10H0Z', 'M5 -2A7 7 0 0 1 5 12A7 7 0 0 1 5 -2Z'])
    const [early, late] = [outlineBounds(way(0.001))!, outlineBounds(way(0.999))!]
    expect([early.x, early.y, early.width, early.height].map(rounded)).toEqual([0, 0, 10, 10])
    expect([late.y, late.height].map(rounded)).toEqual([-2, 14])
  })

  test('outlines with different numbers of strokes do not mix', () => {
    expect(interpolateOutline('M0 0L10 0', 'M0 0L10 0M3 3L4 5')).toBeNull()
  })
})
