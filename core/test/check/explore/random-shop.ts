import fc from 'fast-check'
import { EMPTY_MOTION, newProject, type Action, type Component, type DataTable, type Part, type Project, type Rule, type Trigger } from '@rheoscope/core/document'

/** What a rule of a small shop does to its table, in few words. */
type PlainAction = 'add' | 'set item' | 'set own' | 'set all' | 'remove own' | 'remove some' | 'move own' | 'restore' | 'turn' | 'say'

export interface PlainRule {
  readonly on: 'tap' | 'after' | 'changes' | 'hears'
  readonly in: number | 'any'
  readonly to: number | 'stay'
  readonly if: (typeof ASKED)[number] | null
  readonly does: PlainAction
  readonly value: number
}

/** A list of items over a table of few records, with a bar that changes it too, and a field. */
export interface PlainShop {
  readonly records: readonly { readonly n: number; readonly on: boolean }[]
  readonly filter: (typeof FILTERS)[number]
  readonly isTied: boolean
  readonly wayOutMs: number
  /** The field waits until typing has paused. */
  readonly waits: boolean
  readonly item: readonly PlainRule[]
  readonly bar: readonly PlainRule[]
}

const CONDITIONS = ['count(goods) > 1', 'any(goods, record.on)', 'sum(goods, record.n) > 2', 'first(goods, record.on).n == 1'] as const
/** What is in the field asks for something too, of whoever holds it. */
const ASKED = [...CONDITIONS, 'count(goods) < 3', 'sought == "a"', 'length(sought) > 1', 'sought == ""', 'field.isEmpty'] as const
const FILTERS = [null, null, 'item.on', 'item.n < 2', '!item.on || item.n > 0', 'sought == "a" || item.on', 'item.on && contains("ab", sought)'] as const

const ruleFor = (does: readonly PlainAction[], conditions: readonly (typeof ASKED)[number][]): fc.Arbitrary<PlainRule> => fc.record<PlainRule>({
  on: fc.constantFrom('tap', 'tap', 'tap', 'after', 'changes', 'hears'), in: fc.constantFrom<number | 'any'>(0, 0, 1, 'any'), to: fc.constantFrom<number | 'stay'>(0, 1, 'stay'),
  if: fc.option(fc.constantFrom(...conditions), { freq: 2 }), does: fc.constantFrom(...does), value: fc.integer({ min: 0, max: 2 }),
})

/** Rules under which more becomes of a table than is told apart: it grows, and its items count. */
const GROWS: PlainRule = { on: 'tap', in: 'any', to: 'stay', if: null, does: 'add', value: 1 }
const COUNTS: PlainRule = { on: 'tap', in: 'any', to: 'stay', if: null, does: 'set own', value: 2 }

/** Shops of which some have tables that grow, and items that count. */
export const shops: fc.Arbitrary<PlainShop> = fc.tuple(fc.constantFrom('little', 'little', 'grows', 'counts'), fc.record<PlainShop>({
  records: fc.array(fc.record({ n: fc.integer({ min: 0, max: 2 }), on: fc.boolean() }), { minLength: 1, maxLength: 3 }),
  filter: fc.constantFrom(...FILTERS), isTied: fc.boolean(), wayOutMs: fc.constantFrom(0, 3), waits: fc.boolean(),
  item: fc.array(ruleFor(['set item', 'set own', 'remove own', 'move own', 'turn', 'say'], CONDITIONS), { minLength: 1, maxLength: 3 }),
  bar: fc.array(ruleFor(['add', 'set all', 'remove some', 'restore', 'turn', 'say'], ASKED), { minLength: 1, maxLength: 3 }),
})).map(([becomes, shop]) => ({ ...shop, ...(becomes === 'grows' ? { bar: [GROWS, ...shop.bar] } : becomes === 'counts' ? { item: [COUNTS, ...shop.item] } : {}) }))

/** Rules of a shop that can be tried through: taps alone, with few values. */
const tried = (does: readonly PlainAction[], asked: readonly (typeof ASKED)[number][] = CONDITIONS): fc.Arbitrary<readonly PlainRule[]> =>
  fc.array(ruleFor(does, asked), { minLength: 1, maxLength: 4 })
    .map((rules) => rules.map((rule): PlainRule => ({ ...rule, on: 'tap', value: rule.does === 'set own' ? rule.value % 2 : rule.value, if: rule.does === 'add' ? 'count(goods) < 3' : rule.if })))

/** Shops of no more than three records in which nothing takes time. */
export const triedShops: fc.Arbitrary<PlainShop> = fc.record<PlainShop>({
  records: fc.array(fc.record({ n: fc.integer({ min: 0, max: 2 }), on: fc.boolean() }), { minLength: 1, maxLength: 3 }),
  filter: fc.constantFrom(null, 'item.on', 'item.n < 2', '!item.on || item.n > 0', 'sought == "a" || item.on'), isTied: fc.boolean(), wayOutMs: fc.constant(0), waits: fc.constant(false),
  item: tried(['set item', 'set own', 'remove own', 'move own', 'turn']), bar: tried(['add', 'set all', 'remove some', 'restore', 'turn'], [...CONDITIONS, 'sought == "a"', 'sought == ""', 'field.isEmpty']),
})

function actionOf({ does, value }: PlainRule, id: string): readonly Action[] {
  const said = { id: `do${id}` }
  switch (does) {
    case 'add':
      return [{ ...said, do: 'add record', table: 'goods', cells: { n: String(value), on: 'false' } }]
    case 'set item':
      return [{ ...said, do: 'set', variable: 'item.on', to: '!item.on' }]
    case 'set own':
      return [{ ...said, do: 'set', variable: 'item.n', to: value === 2 ? 'item.n + 1' : String(value) }]
    case 'set all':
      return [{ ...said, do: 'set records', table: 'goods', column: value === 0 ? 'on' : 'n', to: value === 0 ? '!record.on' : `record.n > 1 ? 0 : ${value}`, where: value === 1 ? 'record.on' : null }]
    case 'remove own':
      return [{ ...said, do: 'remove records', table: null, where: null }]
    case 'remove some':
      return [{ ...said, do: 'remove records', table: 'goods', where: value === 0 ? 'record.on' : `record.n == ${value}` }]
    case 'move own':
      return [{ ...said, do: 'move records', table: null, where: null, to: 'first' }]
    case 'restore':
      return [{ ...said, do: 'restore table', table: 'goods' }]
    case 'say':
      return [{ ...said, do: 'send', message: 'word', payload: null, recipient: 'everyone' }]
    case 'turn':
      return []
  }
}

function ruleOf(rule: PlainRule, id: string, changing: string, isDecided: boolean): Rule {
  const triggers: Readonly<Record<PlainRule['on'], Trigger>> = {
    tap: { on: 'tap' }, after: { on: 'after', ms: 2, since: 'entering', pauseWhile: null }, changes: { on: 'changes', name: changing, to: null }, hears: { on: 'message', name: 'word' },
  }
  return {
    id, axis: 'axis', trigger: triggers[rule.on], part: null, within: rule.in === 'any' ? { except: [] } : { only: [`s${rule.in}`] }, guard: rule.if, actions: actionOf(rule, id),
    target: rule.to === 'stay' || isDecided ? { go: 'stay' } : { go: 'state', state: `s${rule.to}` }, motion: null, letThrough: false,
  }
}

const plain = { combinations: [], parameters: [], variables: [], pairs: [], absent: {} }

const axisOf = (frame: string, boundTo: Component['axes'][number]['boundTo']): Component['axes'][number] => ({
  id: 'axis', name: 'axis', start: 's0', boundTo, states: [0, 1].map((state) => ({ id: `s${state}`, name: `s${state}`, hue: 0, final: false, loop: null, look: { [frame]: { radiusTopLeft: state + 1 } } })),
})

/** A shop whose states change in so many ms, which lets nothing in. */
export function shopWith({ records, filter, isTied, wayOutMs, waits, item, bar }: PlainShop, changeMs = 2): Project {
  const motion = { ...EMPTY_MOTION, durationMs: changeMs, delayMs: 0, easing: 'linear', policy: 'ignore' as const }
  const goods: DataTable = {
    id: 'goods', name: 'goods', columns: [{ id: 'n', name: 'n', type: 'number' }, { id: 'on', name: 'on', type: 'yes/no' }],
    records: records.map((cells, index) => ({ id: `record${index}`, cells })),
  }
  const line: Component = {
    ...plain, motion, id: 'line', name: 'Line', absent: wayOutMs > 0 ? { itemFrame: { opacity: 0 } } : {},
    parts: [{ id: 'itemFrame', kind: 'container', name: 'frame', parent: null, base: { width: 40, height: 10, fill: '#000000' } }],
    axes: [axisOf('itemFrame', isTied ? { variable: 'item.on' } : null)], rules: item.map((rule, index) => ruleOf(rule, `item${index}`, 'item.on', isTied)),
  }
  const list: Part = { id: 'list', kind: 'list', name: 'list', parent: 'root', component: 'line', table: 'goods', filter, base: { y: 20, width: 40, height: 100, layout: 'column' }, motion: { ...EMPTY_MOTION, durationMs: wayOutMs, easing: 'linear' } }
  const field: Part = { id: 'field', kind: 'field', name: 'field', parent: 'root', writes: 'sought', base: { x: 50, width: 40, height: 15 }, ...(waits ? { waitsMs: 3 } : {}) }
  const shop: Component = {
    ...plain, motion, id: 'shop', name: 'Shop',
    parts: [{ id: 'root', kind: 'container', name: 'root', parent: null, base: { width: 100, height: 140, fill: '#ffffff' } }, field, list],
    axes: [axisOf('root', null)], rules: bar.map((rule, index) => ruleOf(rule, `bar${index}`, 'sought', false)),
    variables: [{ id: 'sought', name: 'sought', type: 'text', start: '' }],
  }
  return { ...newProject('random', 'Random'), components: [line, shop], tables: [goods] }
}
