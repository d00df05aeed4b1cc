import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { parameterDefinition, propertiesOf, RheoError, type PartKind } from '@rheoscope/core/document'
import { describable, orderText, readOrder, readParts, readPartsLine, type SaidText } from '@rheoscope/core/written'

const of = (kind: PartKind) => ({ kind, definitions: propertiesOf(kind) })

/** What a line says of a part of some kind that is alone. */
const readProperties = (line: string, kind: PartKind): readonly SaidText[] => {
  const part = { ...of(kind), id: 'p', name: 'part of it' }
  return readPartsLine(line, part, [part], () => []).flatMap((each) => ('said' in each ? each.said : []))
}

const said = (line: string, kind: PartKind = 'box'): Readonly<Record<string, string>> =>
  Object.fromEntries(readProperties(line, kind).map(({ definition, text }) => [definition.name, text]))

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
    expect(() => readProperties(line, kind)).toThrow(sentence)
  })

  test('says every property of every kind by its label', () => {
    const kinds: readonly PartKind[] = ['box', 'ellipse', 'path', 'text', 'picture', 'icon', 'container', 'instance', 'slot', 'list']
    for (const kind of kinds) {
      for (const definition of propertiesOf(kind)) {
        const text = definition.type === 'yesNo' ? 'no' : (definition.choices?.at(-1) ?? 'x')
        expect(readProperties(`${definition.label} ${text} opacity 1`, kind)[0]).toEqual({ definition, text })
      }
    }
  })

  test('is read or refused with a sentence, whatever it is', () => {
    const pieces = fc.oneof(fc.constantFrom('fill', 'at', 'not', '12,30', '208x42', '"', "'", '=', '(', ')', 'radius', 'padding', ','), fc.string({ maxLength: 8 }))
    fc.assert(fc.property(fc.array(pieces, { maxLength: 12 }).map((all) => all.join(' ')), (line) => {
      try {
        readProperties(line, 'text')
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
    const read = readParts(line, kinds)[0]!
    expect([read.is.word, read.name, Object.fromEntries(read.said.map(({ definition, text }) => [definition.name, text]))]).toEqual([word, name, expected])
  })

  test('says what a part can be when it is none of that', () => {
    expect(() => readParts('circle 10x10', kinds)).toThrow('A part begins with what it is: box, text, Boarding, Boarding button.')
    expect(() => readParts('', kinds)).toThrow(/begins with what it is/)
  })
})

describe('several new parts in a line', () => {
  const kinds = (['container', 'box', 'text', 'icon'] as const).map((kind) => ({ word: kind, ...of(kind) }))
  const read = (line: string) => readParts(line, kinds).map(({ is, name, depth }) => [depth, is.word, name])

  test('go into the container before them where they are put into it', () => {
    expect(read('container tray gap 4; > container row; >> icon; >>text "Call; the bridge"; > box line; box')).toEqual([
      [0, 'container', 'tray'], [1, 'container', 'row'], [2, 'icon', null], [2, 'text', null], [1, 'box', 'line'], [0, 'box', null],
    ])
  })

  test.each(['> box', 'box; > text', 'container; >> box', 'container; > box; >> box'])('are refused where nothing could hold them: %s', (line) => {
    expect(() => read(line)).toThrow(/comes no container it could go into/)
  })
})

describe('a line that speaks of several parts', () => {
  const ring = { ...describable(skerryLine, 'instance', 'spinnerRing'), id: 'r', name: 'ring' }
  const parts = [ring, ...(['box', 'text', 'container'] as const).map((kind, index) => ({ ...describable(skerryLine, kind), id: `p${index}`, name: ['plate', 'text', 'row 1'][index]! }))]
  const [, plate, words] = parts
  const read = (line: string, selected = plate!) => readPartsLine(line, selected, parts, () => [{ word: 'picture', ...of('picture') }])
    .map((each) => ('said' in each ? [each.of.name, ...each.said.map(({ definition, text }) => `${definition.name} ${text}`)] : [each.of.name, 'as', each.as.is.word, each.as.name, each.as.said.length]))

  test('goes from one to another by their names', () => {
    expect(read('opacity 0.5; text opacity 0.12; fill #fff; row 1 gap 4; ring opacity 1')).toEqual([
      ['plate', 'opacity 0.5'], ['text', 'opacity 0.12'], ['text', 'fill #fff'], ['row 1', 'gap 4'], ['ring', 'opacity 1'],
    ])
  })

  test('takes a name that is a property as well for one behind which a colon stands', () => {
    expect(read('text "Board"', words)).toEqual([['text', 'text Board']])
    expect(read('text "Board"; text: fill #fff; "row 1": gap 2', plate)).toEqual([['text', 'text Board'], ['text', 'fill #fff'], ['row 1', 'gap 2']])
    expect(() => read('"row 1" gap 4', plate)).toThrow('“row 1” means nothing for a box.')
  })

  test('says what a part becomes', () => {
    expect(read('as picture buoy 40x56; text as picture')).toEqual([['plate', 'as', 'picture', 'buoy', 2], ['text', 'as', 'picture', null, 0]])
    expect(() => read('as circle')).toThrow('A part begins with what it is: picture.')
  })

  test('puts what stands inside into a state by its name', () => {
    const [axis] = skerryLine.components.find(({ id }) => id === 'spinnerRing')!.axes
    expect(read(`ring ${axis!.name} ${axis!.states[1]!.name.toUpperCase()}`)).toEqual([['ring', `state:${axis!.id} ${axis!.states[1]!.id}`]])
    expect(() => read(`ring ${axis!.name} away`)).toThrow(/There is no state called “away”/)
  })

  test('says what a list is a list of', () => {
    const list = { ...describable(skerryLine, 'list'), id: 'l', name: 'list' }
    const [card, table] = [skerryLine.components[0]!, skerryLine.tables[0]!]
    const said = readPartsLine(`each as "${card.name}" table "${table.name}" items take 300 stagger 60 only if = item.kind == shown`, list, [list], () => [])
    expect(said.flatMap((each) => ('said' in each ? each.said.map(({ definition, text }) => [definition.name, text]) : []))).toEqual([
      ['component', card.id], ['table', table.id], ['durationMs', '300'], ['stagger', '60'], ['filter', '= item.kind == shown'],
    ])
  })
})

describe('what items are in order by', () => {
  const table = { columns: [{ id: 'c1', name: 'price', type: 'number' as const }, { id: 'c2', name: 'long name', type: 'text' as const }] }
  const scope = { 'item.price': 'number', 'item.longName': 'text', shown: 'text' } as const

  test.each<[string, readonly (readonly [by: string, isDown: boolean])[], string]>([
    ['price down, longName', [['item.price', true], ['item.longName', false]], 'price down, longName'],
    ['item.longName == shown down', [['item.longName == shown', true]], 'item.longName == shown down'],
    ["slice(item.longName, 1, 2) up, lower(item.longName + ', ')", [['slice(item.longName, 1, 2)', false], ["lower(item.longName + ', ')", false]], "slice(item.longName, 1, 2), lower(item.longName + ', ')"],
    ['', [], ''],
  ])('%s', (text, expected, written) => {
    const order = readOrder(text, table, scope)
    expect(order.map(({ by, isDown }) => [by, isDown])).toEqual(expected)
    expect(orderText(order)).toBe(written)
    expect(readOrder(orderText(order), table, scope)).toEqual(order)
  })

  test('is refused where it cannot be read', () => {
    expect(() => readOrder('prize down', table, scope)).toThrow(/Nothing is called “prize”/)
    expect(() => readOrder('price,, longName', table, scope)).toThrow('Between two commas stands what to order by: price down, name.')
  })
})
