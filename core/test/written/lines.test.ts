import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { parameterDefinition, propertiesOf, RheoError, type PartKind } from '@rheoscope/core/document'
import { readPart, readProperties } from '@rheoscope/core/written'

const of = (kind: PartKind) => ({ kind, definitions: propertiesOf(kind) })

const said = (line: string, kind: PartKind = 'box'): Readonly<Record<string, string>> =>
  Object.fromEntries(readProperties(line, of(kind)).map(({ definition, text }) => [definition.name, text]))

describe('a line of properties', () => {
  test.each<[string, PartKind, object]>([
    ['208x42 at 0,0', 'box', { width: '208', height: '42', x: '0', y: '0' }],
    ['at -12.5, 30', 'box', { x: '-12.5', y: '30' }],
    ['fill #24506f, opacity 0; not visible', 'box', { fill: '#24506f', opacity: '0', visible: 'no' }],
    ['#24506f radius 6', 'box', { fill: '#24506f', radiusTopLeft: '6', radiusTopRight: '6', radiusBottomRight: '6', radiusBottomLeft: '6' }],
    ['radius top left 4', 'box', { radiusTopLeft: '4' }],
    ['padding 10,16 layout column align center clip', 'container', { paddingTop: '10', paddingBottom: '10', paddingLeft: '16', paddingRight: '16', layout: 'column', align: 'center', clip: 'yes' }],
    ['"Skerry Quay" size 20 case as written wrap no', 'text', { text: 'Skerry Quay', fontSize: '20', fontCase: 'as written', textWrap: 'no' }],
    ["'It is' at 1,2", 'text', { text: 'It is', x: '1', y: '2' }],
    ['x 12 text = labelText + \' at \' + time', 'text', { x: '12', text: "= labelText + ' at ' + time" }],
    ['text "= labelText" x 12', 'text', { text: '= labelText', x: '12' }],
    ['fill @sea stroke width 2', 'box', { fill: '@sea', strokeWidth: '2' }],
    ['outline "M1 6 L5 10"', 'path', { d: 'M1 6 L5 10' }],
    ['height = 52 + body.natural.height', 'box', { height: '= 52 + body.natural.height' }],
    ['', 'box', {}],
  ])('%s', (line, kind, expected) => {
    expect(said(line, kind)).toEqual(expected)
  })

  test.each<[string, PartKind, RegExp]>([
    ['filling #fff', 'box', /^A box has no property “filling”\./],
    ['text Hello', 'box', /no property “text”/],
    ['"Hello"', 'box', /“Hello” means nothing for a box\./],
    ['fill', 'box', /“fill” lacks its value\./],
    ['at 12', 'box', /two numbers: at 12,30/],
    ['not fill', 'box', /something that is on or off/],
  ])('%s is refused in a sentence', (line, kind, sentence) => {
    expect(() => readProperties(line, of(kind))).toThrow(sentence)
  })

  test('says every property of every kind by its label', () => {
    const kinds: readonly PartKind[] = ['box', 'ellipse', 'path', 'text', 'picture', 'icon', 'container', 'instance', 'slot', 'list']
    for (const kind of kinds) {
      for (const definition of propertiesOf(kind)) {
        const text = definition.type === 'yesNo' ? 'no' : (definition.choices?.at(-1) ?? 'x')
        expect(readProperties(`${definition.label} ${text} opacity 1`, of(kind))[0]).toEqual({ definition, text })
      }
    }
  })

  test('is read or refused with a sentence, whatever it is', () => {
    const pieces = fc.oneof(fc.constantFrom('fill', 'at', 'not', '12,30', '208x42', '"', "'", '=', '(', ')', 'radius', 'padding', ','), fc.string({ maxLength: 8 }))
    fc.assert(fc.property(fc.array(pieces, { maxLength: 12 }).map((all) => all.join(' ')), (line) => {
      try {
        readProperties(line, of('text'))
      } catch (error) {
        expect(error).toBeInstanceOf(RheoError)
      }
    }))
  })
})

describe('a line for a new part', () => {
  const parameter = parameterDefinition({ id: 'labelText', name: 'labelText', type: 'text', initial: 'Board' })
  const kinds = [
    { word: 'box', ...of('box') }, { word: 'text', ...of('text') }, { word: 'Boarding', ...of('instance') },
    { word: 'Boarding button', kind: 'instance' as const, definitions: [parameter, ...propertiesOf('instance')] },
  ]

  test.each([
    ['box 10x10', 'box', null, { width: '10', height: '10' }],
    ['box back plate 10x10', 'box', 'back plate', { width: '10', height: '10' }],
    ['box "plate" #fff', 'box', 'plate', { fill: '#fff' }],
    ['text label "Board" at 2,3', 'text', 'label', { text: 'Board', x: '2', y: '3' }],
    ['text "Board"', 'text', null, { text: 'Board' }],
    ['boarding button first at 20,30', 'Boarding button', 'first', { x: '20', y: '30' }],
    ['boarding button labelText "All aboard" opacity 0', 'Boarding button', null, { [parameter.name]: 'All aboard', opacity: '0' }],
    ['"Boarding" at 1,1', 'Boarding', null, { x: '1', y: '1' }],
    ['text', 'text', null, {}],
  ])('%s', (line, word, name, expected) => {
    const read = readPart(line, kinds)
    expect([read.is.word, read.name, Object.fromEntries(read.said.map(({ definition, text }) => [definition.name, text]))]).toEqual([word, name, expected])
  })

  test('says what a part can be when it is none of that', () => {
    expect(() => readPart('circle 10x10', kinds)).toThrow('A part begins with what it is: box, text, Boarding, Boarding button.')
    expect(() => readPart('', kinds)).toThrow(/begins with what it is/)
  })
})
