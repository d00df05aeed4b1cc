import { expect, test } from '@jest/globals'
import { newScreen, type Component, type Part, type Project, type Screen } from '@rheoscope/core/document'
import { pathName } from '@rheoscope/core/reading'
import { projectOf, small } from '../run/small-component'

const instance = (id: string, component: string): Part => ({ id, kind: 'instance', name: `the ${id}`, parent: 'frame', component, start: {}, base: {} })
const list = (id: string, component: string | null, table: string | null): Part => ({ id, kind: 'list', name: `the ${id}`, parent: 'frame', component, table, filter: null, base: {} })
const slot: Part = { id: 'slot', kind: 'slot', name: 'the slot', parent: 'frame', slot: 'filling', base: {} }
const of = (id: string, ...inside: readonly Part[]): Component => ({ ...small({ a: {} }, []), id, name: `Component ${id}`, parts: [...small({}, []).parts.slice(0, 1), ...inside] })
const screen = (id: string, ...inside: readonly Part[]): Screen => ({ ...newScreen(() => id, `Screen ${id}`, 'free'), parts: [{ id: 'frame', kind: 'container', name: 'frame', parent: null, base: {} }, ...inside] })

const project: Project = {
  ...projectOf(of('outer', instance('a', 'middle'), list('rows', 'inner', 'crew'), list('loose', null, null), slot), of('middle', instance('b', 'inner'), slot), of('inner', instance('c', 'nowhere'))),
  screens: [screen('deck', instance('a', 'outer')), screen('card', list('rows', 'middle', 'crew'))],
  tables: [{ id: 'crew', name: 'crew', columns: [], records: ['mate', 'cook'].map((id) => ({ id, cells: {} })) }, { id: 'none', name: 'none', columns: [], records: [] }],
}
const named = (path: string, first: { readonly component: string } | { readonly screen: string } = { component: 'outer' }, at: Readonly<Record<string, string>> = {}) => pathName(project, first, path, (each) => at[each])

test.each([
  ['', 'Component outer'], ['a', 'the a'], ['a/b', 'the a ▸ the b'], ['a/b/c', 'the a ▸ the b ▸ the c'], ['rows:mate', 'the rows 1'], ['rows:cook', 'the rows 2'],
  ['rows:cook/c', 'the rows 2 ▸ the c'], ['rows:gone', 'the rows gone'], ['loose:mate', 'the loose mate'], ['nowhere', 'nowhere'], ['nowhere/deeper', 'nowhere ▸ deeper'], ['@deck', 'Screen deck'], ['@deck/a', 'Screen deck ▸ the a'], ['@deck/a/a/b', 'Screen deck ▸ the a ▸ the a ▸ the b'],
  ['@card/rows:cook/b', 'Screen card ▸ the rows 2 ▸ the b'], ['@gone/a', '@gone ▸ a'],
])('a path %s is called %s', (path, name) => expect(named(path)).toBe(name))

test('what a slot or a list is filled with is found where it is said', () => {
  expect(named('slot/b', { component: 'outer' }, { slot: 'middle' })).toBe('the slot ▸ the b')
  expect(named('slot/b')).toBe('the slot ▸ b')
  expect(named('a/slot/c', { component: 'outer' }, { 'a/slot': 'inner' })).toBe('the a ▸ the slot ▸ the c')
  expect(named('loose:x/b', { component: 'outer' }, { 'loose:x': 'middle' })).toBe('the loose x ▸ the b')
  expect(named('@deck/a/slot/b', { component: 'outer' }, { '@deck/a/slot': 'middle' })).toBe('Screen deck ▸ the a ▸ the slot ▸ the b')
})

test('a screen that runs first has no step of its own', () => {
  expect([named('', { screen: 'deck' }), named('a/b', { screen: 'deck' }), named('a/rows:mate', { screen: 'deck' })]).toEqual(['Screen deck', 'the a ▸ b', 'the a ▸ the rows 1'])
})

test('an item goes by the first text of its record that no other has there', () => {
  const record = (id: string, deck: string, name: string) => ({ id, cells: { deck, name } })
  const columns = [{ id: 'deck', name: 'deck', type: 'text' as const }, { id: 'name', name: 'name', type: 'text' as const }]
  const told = (...records: readonly ReturnType<typeof record>[]) => pathName({ ...project, tables: [{ id: 'crew', name: 'crew', columns, records }] }, { component: 'outer' }, 'rows:mate', () => undefined)
  expect(told(record('mate', 'upper', 'Ada'), record('cook', 'upper', 'Finn'))).toBe('the rows Ada')
  expect(told(record('mate', 'upper', 'Ada'), record('cook', 'lower', 'Finn'))).toBe('the rows upper')
  expect(told(record('mate', 'upper', 'Ada'), record('cook', 'upper', 'Ada'))).toBe('the rows 1')
  expect(told(record('mate', '', ''), record('cook', 'upper', ''))).toBe('the rows 1')
})
