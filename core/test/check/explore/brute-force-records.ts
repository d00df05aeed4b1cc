import type { PlainRule, PlainShop } from './random-shop'

/** A record with the state of its item; null while that is not there. */
interface Kept {
  readonly record: string
  n: number
  on: boolean
  state: number | null
}

interface World {
  readonly kept: readonly Kept[]
  readonly bar: number
  readonly sought: string
}

/** What somebody writes: nothing, what is asked for, and something else. */
const TEXTS = ['', 'a', 'zz']

const HOLDS: Readonly<Record<NonNullable<PlainRule['if']>, (world: World) => boolean>> = {
  'count(goods) > 1': ({ kept }) => kept.length > 1,
  'count(goods) < 3': ({ kept }) => kept.length < 3,
  'any(goods, record.on)': ({ kept }) => kept.some(({ on }) => on),
  'sum(goods, record.n) > 2': ({ kept }) => kept.reduce((sum, { n }) => sum + n, 0) > 2,
  'first(goods, record.on).n == 1': ({ kept }) => kept.find(({ on }) => on)?.n === 1,
  'sought == "a"': ({ sought }) => sought === 'a',
  'sought == ""': ({ sought }) => sought === '',
  'length(sought) > 1': ({ sought }) => sought.length > 1,
  'field.isEmpty': ({ sought }) => sought === '',
}

const SHOWN: Readonly<Record<NonNullable<PlainShop['filter']>, (record: Kept, sought: string) => boolean>> = {
  'item.on': ({ on }) => on,
  'item.n < 2': ({ n }) => n < 2,
  '!item.on || item.n > 0': ({ on, n }) => !on || n > 0,
  'sought == "a" || item.on': ({ on }, sought) => sought === 'a' || on,
  'item.on && contains("ab", sought)': ({ on }, sought) => on && 'ab'.includes(sought),
}

/**
 * Every table a shop can come to, with the states of its items and its own, found by trying every tap and every text from
 * wherever one comes. Written from `docs/semantics.md` alone, to hold the exploration against; null where there are too many.
 */
export function tablesReachedByTrying(shop: PlainShop, limit: number): ReadonlySet<string> | null {
  const begun = shop.records.map((cells, index): Kept => ({ record: `record${index}`, ...cells, state: null }))
  const start = shown(shop, { kept: begun, bar: 0, sought: '' })
  const known = new Map([[keyOf(start), start]])
  for (const world of known.values()) {
    if (known.size > limit) return null
    for (const after of [...afterTaps(shop, begun, world), ...TEXTS.map((sought) => ({ ...world, sought }))]) {
      const next = shown(shop, after)
      if (!known.has(keyOf(next))) known.set(keyOf(next), next)
    }
  }
  return new Set([...known.values()].map(tableOf))
}

/** What is seen of a table, as an exploration tells it. */
const tableOf = ({ kept, bar }: World): string => [...kept.map(({ n, on, state }) => `${n}/${on}/${state ?? '-'}`), bar].join(' ')

const keyOf = (world: World): string => `${world.kept.map(({ record }) => record).join()} ${tableOf(world)} ${world.sought}`

/** Items come for the records that are to be shown, in their first state, and go for the others; one that is tied is as its record is. */
const shown = ({ filter, isTied }: PlainShop, { kept, ...rest }: World): World => ({
  ...rest,
  kept: kept.map((each) => {
    const isShown = filter === null || SHOWN[filter](each, rest.sought)
    return { ...each, state: !isShown ? null : isTied ? Number(each.on) : (each.state ?? 0) }
  }),
})

/** What comes of a tap on the bar, and on each item. */
function afterTaps(shop: PlainShop, begun: readonly Kept[], world: World): readonly World[] {
  const can = (rule: PlainRule, state: number) => rule.on === 'tap' && (rule.in === 'any' || rule.in === state) && (rule.if === null || HOLDS[rule.if](world))
  const onBar = () => {
    const rule = shop.bar.find((each) => can(each, world.bar))
    return rule ? [{ ...acted(rule, world, begun, null), bar: typeof rule.to === 'number' ? rule.to : world.bar }] : []
  }
  const items = world.kept.filter(({ state }) => state !== null)
  return [...onBar(), ...items.flatMap(({ record, state }) => {
    const rule = shop.item.find((each) => can(each, state ?? 0))
    if (!rule) return onBar()
    const after = acted(rule, world, begun, record)
    return [{ ...after, kept: after.kept.map((each) => (each.record === record && !shop.isTied && typeof rule.to === 'number' ? { ...each, state: rule.to } : each)) }]
  })]
}

function acted({ does, value }: PlainRule, world: World, begun: readonly Kept[], own: string | null): World {
  const { kept } = world
  const isOwn = ({ record }: Kept) => record === own
  const changed = (isMeant: (each: Kept) => boolean, change: (each: Kept) => Partial<Kept>): World => ({ ...world, kept: kept.map((each) => (isMeant(each) ? { ...each, ...change(each) } : each)) })
  switch (does) {
    case 'add':
      return { ...world, kept: [...kept, { record: freeFor(kept), n: value, on: false, state: null }] }
    case 'set item':
      return changed(isOwn, ({ on }) => ({ on: !on }))
    case 'set own':
      return changed(isOwn, ({ n }) => ({ n: value === 2 ? n + 1 : value }))
    case 'set all':
      return value === 0 ? changed(() => true, ({ on }) => ({ on: !on })) : changed(({ on }) => value === 2 || on, ({ n }) => ({ n: n > 1 ? 0 : value }))
    case 'remove own':
      return { ...world, kept: kept.filter((each) => !isOwn(each)) }
    case 'remove some':
      return { ...world, kept: kept.filter(({ on, n }) => (value === 0 ? !on : n !== value)) }
    case 'move own':
      return { ...world, kept: [...kept.filter(isOwn), ...kept.filter((each) => !isOwn(each))] }
    case 'restore':
      return { ...world, kept: begun.map((each) => ({ ...each, state: kept.find(({ record }) => record === each.record)?.state ?? null })) }
    case 'turn':
    case 'say':
      return world
  }
}

const freeFor = (kept: readonly Kept[]): string => {
  for (let count = 1; ; count++) if (kept.every(({ record }) => record !== `added-${count}`)) return `added-${count}`
}
