import { newProject, type Action, type Component, type DataTable, type Part, type Project } from '@rheoscope/core/document'
import { rule, state, timed } from './building'

const bare = { combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {}, rules: [] }
const lone = [{ id: 'axis', name: 'state', start: 'rest', boundTo: null, states: [state('rest', 'rest', 0, {})] }]

export const goods: DataTable = {
  id: 'goods', name: 'Goods aboard',
  columns: [{ id: 'name', name: 'name', type: 'text' }, { id: 'price', name: 'price', type: 'number' }, { id: 'chosen', name: 'chosen', type: 'yes/no' }],
  records: [{ id: 'soup', cells: { name: 'Soup', price: 4 } }, { id: 'tea', cells: { name: 'Tea', price: 2 } }, { id: 'map', cells: { name: 'Map', price: 9 } }],
}

/** A line of 20 px that shows its record, and is chosen where that says so. */
const line: Component = {
  ...bare, id: 'line', name: 'Line', parameters: [{ id: 'name', name: 'name', type: 'text', initial: '' }],
  parts: [
    { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 20, fill: '#ffffff' } },
    { id: 'words', kind: 'text', name: 'words', parent: 'frame', base: { width: 100, height: 20, text: { expr: 'name + " " + text(item.price, 2)' } } },
  ],
  axes: [{ id: 'chosen', name: 'chosen', start: 'no', boundTo: { variable: 'item.chosen' }, states: [state('no', 'no', 0, {}), state('yes', 'yes', 1, { frame: { fill: '#22aa66' } })] }],
  rules: [rule('choose', { axis: 'chosen', on: { on: 'tap' }, in: ['no', 'yes'], go: { go: 'stay' }, actions: [{ id: 'choose', do: 'set', variable: 'item.chosen', to: '!item.chosen' }], motion: timed(100, 'linear') })],
}

const list = (more: object = {}): Part => ({ id: 'list', kind: 'list', name: 'list', parent: 'root', component: 'line', table: 'goods', filter: null, base: { width: 100, height: 200, layout: 'column' }, motion: timed(100, 'linear'), ...more })

/** A shop with a rule on a key for each of some actions. */
export function shop(actions: Readonly<Record<string, readonly Action[]>> = {}, listed: object = {}): Project {
  const holder: Component = {
    ...bare, id: 'shop', name: 'Shop', axes: lone,
    parts: [
      { id: 'root', kind: 'container', name: 'root', parent: null, base: { width: 100, height: 260 } },
      { id: 'sum', kind: 'text', name: 'sum', parent: 'root', base: { y: 220, text: { expr: 'count(GoodsAboard, record.chosen) + " for " + sum(GoodsAboard, record.chosen ? record.price : 0)' } } },
      list(listed),
    ],
    rules: Object.entries(actions).map(([key, actions]) => rule(key, { axis: 'axis', on: { on: 'key', key, modifiers: {}, anywhere: true }, in: ['rest'], go: { go: 'stay' }, actions })),
  }
  return { ...newProject('p', 'P'), components: [line, holder], tables: [goods] }
}
