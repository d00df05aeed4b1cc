import { describe, expect, test } from '@jest/globals'
import type { Component, Look, Part, Project, PropertyValues } from '@rheoscope/core/document'
import { itemEnvironment } from '@rheoscope/core/expression'
import { compile, NOTHING_GIVEN } from '@rheoscope/core/machine'
import { projectOf, small } from '../run/small-component'

const instance = (base: PropertyValues): Part => ({ id: 'i', kind: 'instance', name: 'i', parent: 'frame', component: 'inner', start: {}, base })
const inner: Component = { ...small({ a: {} }, []), id: 'inner', name: 'inner' }

const holder = (parts: readonly Part[] = [], look: Look = {}, more: Partial<Component> = {}): Component => {
  const plain = small({ a: { look } }, [])
  return { ...plain, ...more, parts: [...plain.parts, ...parts] }
}

function shown(component: Component, environment: Readonly<Record<string, string | number | boolean>> = {}, more: Partial<Project> = {}) {
  const compiled = compile({ ...projectOf(component, inner), ...more }, component)
  const targets = compiled.targetsOf({ states: ['a'], environment, contents: new Map(), given: NOTHING_GIVEN, isAbsent: false })
  return { problems: targets.problems, of: (part: string) => targets.values[compiled.partIndex.get(part)!]! }
}

describe('what a part is to be like', () => {
  test('takes tokens for what they stand for, and nothing where one is gone', () => {
    const tokens: Project['tokens'] = [{ id: 'narrow', name: 'narrow', type: 'size', value: 30 }, { id: 'wide', name: 'wide', type: 'size', value: 70 }]
    expect(shown(holder([], { box: { width: { token: 'wide' } } }), {}, { tokens }).of('box').width).toBe(70)
    const gone = shown(holder([], { box: { width: { token: 'gone' }, fill: { token: 'gone' } } }), {}, { tokens })
    expect([gone.of('box').width, gone.of('box').fill]).toEqual([100, null])
    expect(gone.problems).toEqual([{ part: 'box', property: 'width', sentence: expect.stringContaining('a number') }])
  })

  test('is what is usual where an expression cannot be worked out or gives what does not fit, and that is told', () => {
    const { of, problems } = shown(holder([], { box: { x: { expr: 'tide +' }, opacity: { expr: 'label' }, width: { expr: '2 * tide' } } }), { tide: 4, label: 'low' })
    expect([of('box').x, of('box').opacity, of('box').width]).toEqual([0, 1, 8])
    expect(problems.map(({ part, property }) => [part, property])).toEqual([['box', 'x'], ['box', 'opacity']])
    expect(problems[1]!.sentence).toContain('opacity')
  })

  test('writes numbers as texts where a text is wanted, and only there', () => {
    const word: Part = { id: 'word', kind: 'text', name: 'word', parent: 'frame', base: { text: { expr: 'tide' } } }
    const { of, problems } = shown(holder([word], { box: { fill: { expr: 'tide' } } }), { tide: 4 })
    expect([of('word').text, of('box').fill, problems.map(({ property }) => property)]).toEqual(['4', null, ['fill']])
  })

  test('shows icons by their names as outlines, and says which one is gone', () => {
    const icons: Project['icons'] = [{ id: 'buoy', name: 'Buoy', d: 'M0 0' }, { id: 'ferry', name: 'Ferry', d: 'M1 1' }]
    const icon = (value: string): Part => ({ id: 'icon', kind: 'icon', name: 'icon', parent: 'frame', base: { icon: value } })
    expect([shown(holder([icon('Ferry')]), {}, { icons }).of('icon').icon, shown(holder([icon('')]), {}, { icons }).of('icon').icon]).toEqual(['M1 1', ''])
    const gone = shown(holder([icon('Gull')]), {}, { icons })
    expect([gone.of('icon').icon, gone.problems]).toEqual(['', [{ part: 'icon', property: 'icon', sentence: 'The project has no icon “Gull”.' }]])
  })

  test('leaves out what the kind of part does not have, but for what is said of an instance', () => {
    const { of } = shown(holder([instance({ 'param:p': 'x', 'state:axis': 'a', fontSize: 9 })], { box: { text: 'no' } }))
    expect('text' in of('box')).toBe(false)
    expect([of('i')['param:p'], of('i')['state:axis'], 'fontSize' in of('i')]).toEqual(['x', 'a', false])
  })

  test('gives an instance the size of its content until a look says one', () => {
    const sizes = (base: PropertyValues, look: Look = {}) => (({ widthFrom, heightFrom }) => [widthFrom, heightFrom])(shown(holder([instance(base)], look)).of('i'))
    expect(sizes({})).toEqual(['content', 'content'])
    expect(sizes({ width: 30 })).toEqual(['fixed', 'content'])
    expect(sizes({}, { i: { height: 30 } })).toEqual(['content', 'fixed'])
    expect(sizes({ x: 3, width: 30, widthFrom: 'fill' })).toEqual(['fill', 'content'])
  })

  test('fills a slot with what its parameter names', () => {
    const slot: Part = { id: 'gap', kind: 'slot', name: 'gap', parent: 'frame', slot: 'second', base: {} }
    const parameters: Component['parameters'] = [{ id: 'first', name: 'one', type: 'slot', initial: '' }, { id: 'second', name: 'two', type: 'slot', initial: '' }]
    const filled = (which: Part, environment = {}) => shown(holder([which], {}, { parameters }), environment).of('gap').content
    expect([filled(slot, { one: 'x', two: 'inner' }), filled(slot), filled({ ...slot, slot: 'gone' } as Part, { one: 'x', two: 'inner' })]).toEqual(['inner', '', ''])
  })

  test('clips what scrolls', () => {
    const scrolling = (scroll: string) => shown(holder([{ id: 'area', kind: 'container', name: 'area', parent: 'frame', base: { scroll } }])).of('area').clip
    expect([scrolling('none'), scrolling('down'), scrolling('both')]).toEqual([false, true, true])
  })

  test('is worked out once for the same, and anew when something it depends on is another', () => {
    const component = holder([], { box: { x: { expr: 'tide' } } })
    const compiled = compile(projectOf(component, inner), component)
    const at = (tide: number, width: number | null = null) => compiled.targetsOf({ states: ['a'], environment: { tide }, contents: new Map(), given: width === null ? NOTHING_GIVEN : { ...NOTHING_GIVEN, width }, isAbsent: false })
    expect(at(1)).toBe(at(1))
    expect(at(2)).not.toBe(at(1))
    expect([at(1, 40).values[0]!.width, at(1, 50).values[0]!.width, at(1).values[0]!.width]).toEqual([40, 50, 100])
    for (let tide = 0; tide < 500; tide++) expect(at(tide).values[compiled.partIndex.get('box')!]!.x).toBe(tide)
  })
})

test('a record gives its cells by the names of the columns, and what is empty where there is none', () => {
  const columns = (['text', 'number', 'yes/no', 'colour', 'picture'] as const).map((type) => ({ id: type.replace('/', ''), name: `of ${type.replace('/', ' ')}`, type }))
  const table: Project['tables'][number] = { id: 't', name: 't', columns, records: [] }
  expect(itemEnvironment(table, { id: 'r', cells: { text: 'Quay', number: 3 } })).toEqual({ 'item.ofText': 'Quay', 'item.ofNumber': 3, 'item.ofYesNo': false, 'item.ofColour': '#000000', 'item.ofPicture': '' })
})
