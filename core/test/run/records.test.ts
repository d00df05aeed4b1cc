import { describe, expect, test } from '@jest/globals'
import type { Project } from '@rheoscope/core/document'
import { advanceTo, drawList, send, startRun, textsIn, type Run } from '@rheoscope/core/run'
import { shop } from './shop'

const start = (project: Project): Run => startRun(project, { component: 'shop' })

const press = (run: Run, key: string): void => {
  send(run, { do: 'key', key, modifiers: {} })
  advanceTo(run, run.nowMs + 1000)
}

const tapAt = (run: Run, y: number): void => {
  send(run, { do: 'press', x: 10, y, pointer: 'mouse' })
  send(run, { do: 'release', x: 10, y, pointer: 'mouse' })
  advanceTo(run, run.nowMs + 1000)
}

const texts = (run: Run): readonly string[] => textsIn(drawList(run))

const chosenOf = (run: Run, record: string) => run.instances.get(`list:${record}`)?.states[0]

describe('records that change in a run', () => {
  test('an item sets a column of its record, which ties its state, and what asks about the table follows', () => {
    const run = start(shop())
    expect(texts(run)).toEqual(expect.arrayContaining(['Soup 4.00', 'Tea 2.00', 'Map 9.00', '0 for 0']))
    tapAt(run, 10)
    tapAt(run, 50)
    expect([chosenOf(run, 'soup'), chosenOf(run, 'tea'), chosenOf(run, 'map')]).toEqual(['yes', 'no', 'yes'])
    expect(texts(run)).toContain('2 for 13')
    tapAt(run, 10)
    expect(chosenOf(run, 'soup')).toBe('no')
    expect(texts(run)).toContain('1 for 9')
  })

  test('records are added, set, removed and moved, and the table is restored', () => {
    const run = start(shop({
      a: [{ id: 'add', do: 'add record', table: 'goods', cells: { name: '"Oil" + count(GoodsAboard)', price: '3' } }],
      s: [{ id: 'set', do: 'set records', table: 'goods', column: 'price', to: 'record.price * 2', where: 'record.price > 3' }],
      d: [{ id: 'remove', do: 'remove records', table: 'goods', where: 'record.price > 7' }],
      m: [{ id: 'move', do: 'move records', table: 'goods', where: 'record.name == "Tea"', to: 'first' }],
      r: [{ id: 'restore', do: 'restore table', table: 'goods' }],
    }))
    const shown = () => texts(run).filter((text) => !text.includes(' for '))
    press(run, 'a')
    expect(shown()).toEqual(['Soup 4.00', 'Tea 2.00', 'Map 9.00', 'Oil3 3.00'])
    press(run, 's')
    expect(shown()).toEqual(['Soup 8.00', 'Tea 2.00', 'Map 18.00', 'Oil3 3.00'])
    press(run, 'd')
    expect(shown()).toEqual(['Tea 2.00', 'Oil3 3.00'])
    press(run, 'a')
    press(run, 'm')
    expect(shown()).toEqual(['Tea 2.00', 'Oil3 3.00', 'Oil2 3.00'])
    press(run, 'r')
    expect(shown()).toEqual(['Soup 4.00', 'Tea 2.00', 'Map 9.00'])
  })

  test('a list follows its condition, and what stays travels to its new place', () => {
    const run = start(shop({}, { filter: '!item.chosen', order: [{ by: 'item.price', isDown: false }] }))
    expect(texts(run).slice(0, 3)).toEqual(['0 for 0', 'Tea 2.00', 'Soup 4.00'])
    send(run, { do: 'press', x: 10, y: 10, pointer: 'mouse' })
    send(run, { do: 'release', x: 10, y: 10, pointer: 'mouse' })
    advanceTo(run, run.nowMs + 50)
    expect(run.instances.get('list:tea')?.goneMs).not.toBeNull()
    advanceTo(run, run.nowMs + 1000)
    expect(texts(run)).toEqual(['1 for 2', 'Soup 4.00', 'Map 9.00'])
  })
})
