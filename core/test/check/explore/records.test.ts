import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { compile, surfaceComponent } from '@rheoscope/core/machine'
import { StateSpace } from '../../../src/check/ground/state-space'
import { isTable } from '@rheoscope/core/document'
import { explore, independentGroups, Network, thingsOn } from '../../../src/check/explore'
import { tablesReachedByTrying } from './brute-force-records'
import { expectExplored } from './expect-explored'
import { shops, shopWith, triedShops, type PlainShop } from './random-shop'

const SHOPS = Number(process.env.RHEOSCOPE_SHOPS ?? 25)

test('whatever is written and becomes of the records of random tables, the exploration has seen it happen', () => {
  fc.assert(fc.property(shops, (plain) => {
    const [project, surface] = [shopWith(plain), { component: 'shop' }]
    for (const group of independentGroups(project, thingsOn(project, compile(project, surfaceComponent(project, surface))))) expectExplored(new StateSpace(project, surface, group, { limit: 600 }), 4)
  }), { numRuns: SHOPS })
})

const TRIED = Number(process.env.RHEOSCOPE_SHOPS ?? 30)

/** What an exploration says a table can become, with the states of its items and of what holds them, and whether that is exact; null where it gave up. */
function tablesExplored(plain: PlainShop): { readonly reached: ReadonlySet<string>; readonly isExact: boolean } | null {
  const project = shopWith(plain, 0)
  const things = thingsOn(project, compile(project, surfaceComponent(project, { component: 'shop' })))
  const network = new Network(project, things, { watched: new Map(things.map((thing) => [thing, ['table(goods)']])) })
  const { places, isFinished, isExact } = explore(network, { ways: ['mouse'] })
  const table = network.names.find(({ name }) => name === 'table(goods)')
  if (!isFinished || !table) return null
  const stateOf = (record: string, configuration: Int32Array): number | string => {
    const item = [...network.items.values()].find(({ thing }) => thing.step === `list:${record}`)
    const axis = network.axes.find(({ thing }) => thing === item?.thing)
    return item && axis && configuration[item.at] !== 0 ? configuration[axis.at]! : '-'
  }
  const bar = network.axes.find(({ thing }) => thing.holder === null)!
  return { isExact, reached: new Set(places.map(({ configuration }) => {
    const now = table.domain.valueOf(configuration[table.at]!)
    return isTable(now) ? [...now.records.map(({ id, cells }) => `${String(cells.n)}/${String(cells.on)}/${stateOf(id, configuration)}`), configuration[bar.at]].join(' ') : '?'
  })) }
}

test('explorations of random tables of up to three records reach exactly what trying everything reaches', () => {
  let [compared, exact] = [0, 0]
  fc.assert(fc.property(triedShops, (plain) => {
    const [tried, explored] = [tablesReachedByTrying(plain, 3000), tablesExplored(plain)]
    if (!tried || !explored) return
    compared++
    if (explored.isExact) {
      exact++
      expect([...explored.reached].toSorted()).toEqual([...tried].toSorted())
    } else for (const table of tried) expect(explored.reached).toContain(table)
  }), { numRuns: TRIED })
  expect(compared).toBeGreaterThan(TRIED * 0.6)
  expect(exact).toBeGreaterThan(TRIED * 0.3)
  process.stdout.write(`tables: ${compared} of ${TRIED} compared, ${exact} exact\n`)
})
