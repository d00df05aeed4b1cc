import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { PROPERTIES, propertyDefinition, type Literal } from '@rheoscope/core/document'
import { formatValue, parseNumber, parseValue } from '../src/fields/parse-value'

const parse = (property: string, text: string) => parseValue(propertyDefinition(property)!, text, { labelText: 'text', size: 'number' })

describe('what people type', () => {
  test.each([['12', 12], ['208/2', 104], ['12 px', 12], ['1,800 ms', 1800], ['1.8 s', 1800], ['90°', 90], ['-4 + 2*3', 2]])('%s is the number %d', (text, value) => {
    expect(parseNumber(text)).toEqual({ value })
  })

  test.each([
    ['fill', '#ABC', '#aabbcc'], ['fill', 'none', null], ['fill', '24506f', '#24506f'], ['text', 'Board', 'Board'], ['text', '= labelText', { expr: 'labelText' }],
    ['x', '= size * 2', { expr: 'size * 2' }], ['strokeDash', '4 2', [4, 2]], ['opacity', '0.5', 0.5],
  ])('%s: %s', (property, text, value) => {
    expect(parse(property, text)).toEqual({ value })
  })

  test.each([
    ['fill', 'reddish', /not a colour/], ['x', 'far', /not a number/], ['opacity', '2', /at most 1/], ['width', '-1', /at least 0/], ['x', '= labelText', /needs a number; this is a text/], ['x', '= nowhere', /Nothing is called “nowhere”/], ['x', '= 1 +', /character/],
  ])('%s: %s is refused with a sentence', (property, text, sentence) => {
    expect(parse(property, text)).toEqual({ problem: expect.stringMatching(sentence) })
  })

  test('a value shown in a field is read back as itself', () => {
    const values: Readonly<Record<string, fc.Arbitrary<Literal>>> = {
      number: fc.integer({ min: 0, max: 9999 }), length: fc.integer({ min: 1, max: 999 }), ratio: fc.constantFrom(0, 0.25, 1), angle: fc.integer({ min: -360, max: 360 }),
      paint: fc.constantFrom('#24506f', '#24506f80', null), text: fc.string().filter((text) => !text.trim().startsWith('=')),
    }
    const testable = PROPERTIES.filter(({ type }) => type in values)
    fc.assert(fc.property(fc.constantFrom(...testable).chain((definition) => fc.tuple(fc.constant(definition), values[definition.type]!)), ([definition, value]) => {
      expect(parseValue(definition, formatValue(value), {})).toEqual({ value })
    }))
  })
})
