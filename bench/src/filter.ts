import { newProject, type Component, type DataTable, type Part, type Project } from '@rheoscope/core/document'
import { advanceTo, drawList, send, startRun } from '@rheoscope/core/run'
import type { Report } from './report'
import { median, timed } from './report'

const RECORDS = 2_000
const FIELDS = 50
const ROUNDS = 15
const WORDS = ['anchor', 'buoy', 'cable', 'deck', 'engine', 'fender', 'gangway', 'hatch', 'island', 'jetty']

const goods: DataTable = {
  id: 'goods', name: 'goods', columns: [{ id: 'name', name: 'name', type: 'text' }, { id: 'price', name: 'price', type: 'number' }],
  records: Array.from({ length: RECORDS }, (_, index) => ({ id: `good${index}`, cells: { name: `${WORDS[index % 10]} ${WORDS[(index * 7) % 10]} ${index}`, price: index % 90 } })),
}

const plain = { axes: [], rules: [], combinations: [], pairs: [], absent: {}, motion: null }

const line: Component = {
  ...plain, id: 'line', name: 'Line', variables: [],
  parameters: [{ id: 'name', name: 'name', type: 'text', initial: '' }, { id: 'price', name: 'price', type: 'number', initial: 0 }],
  parts: [
    { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 300, height: 30, fill: '#eeeeee' } },
    { id: 'label', kind: 'text', name: 'label', parent: 'frame', base: { x: 5, y: 5, width: 200, height: 20, text: { expr: 'name + " " + text(price, 2)' } } },
  ],
}

/** Fields, the first of which says what a list beside them shows. */
function order(): Project {
  const held = Array.from({ length: FIELDS }, (_, index) => (index === 0 ? 'query' : `held${index}`))
  const fields = held.map((writes, index): Part => ({ id: `field${index}`, kind: 'field', name: `field ${index}`, parent: 'frame', writes, base: { x: 320, y: index * 24, width: 100, height: 20 } }))
  const holder: Component = {
    ...plain, id: 'order', name: 'Order', parameters: [], variables: held.map((name) => ({ id: name, name, type: 'text', start: '' })),
    parts: [
      { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 500, height: 800 } },
      { id: 'view', kind: 'container', name: 'view', parent: 'frame', base: { width: 310, height: 780, scroll: 'down' } },
      { id: 'list', kind: 'list', name: 'list', parent: 'view', component: 'line', table: 'goods', filter: 'contains(item.name, query)', base: { width: 310, heightFrom: 'content', layout: 'column' } },
      ...fields,
    ],
  }
  return { ...newProject('bench', 'Bench'), components: [holder, line], tables: [goods] }
}

/** A letter typed that filters 2,000 records beside 50 fields, against the same condition in a bare loop. */
export function filterReport(): Report {
  const run = startRun(order(), { component: 'order' })
  const type = (text: string) => {
    const took = timed(() => {
      send(run, { do: 'type', instance: '', part: 'field0', text })
      drawList(run)
    })
    advanceTo(run, run.nowMs + 100)
    return took
  }
  const bare = (text: string) => timed(() => goods.records.filter(({ cells }) => String(cells.name).includes(text)))
  const rounds = Array.from({ length: ROUNDS }, () => ({ fewer: type('a'), few: [type('anch'), type('anchor')][1] ?? NaN, more: type(''), bare: bare('anchor') }))
  const typical = (of: (round: (typeof rounds)[number]) => number) => median(rounds.slice(ROUNDS / 3).map(of))
  const [few, fewer, more, loop] = [typical((round) => round.few), typical((round) => round.fewer), typical((round) => round.more), typical((round) => round.bare)]
  return {
    name: `a letter that filters ${RECORDS.toLocaleString('en')} records, beside ${FIELDS} fields`,
    figures: [
      { what: 'the same 200 are left', value: few, unit: 'ms', aim: 16 },
      { what: '600 go', value: fewer, unit: 'ms', aim: 16 },
      { what: '1,800 come', value: more, unit: 'ms', aim: 16 },
      { what: 'bare loop', value: loop, unit: 'ms' },
      { what: 'the same 200 are left / bare loop', value: few / loop, unit: '×' },
    ],
  }
}
