import { expect, test } from '@jest/globals'
import { apply, certain, renameColumn, renameTable, type Project } from '@rheoscope/core/document'
import { shop, goods } from '../run/shop'

const asked = (project: Project) => project.components.flatMap(({ parts }) => parts.flatMap(({ base }) => (typeof base.text === 'object' && base.text !== null && 'expr' in base.text ? [base.text.expr] : [])))

test('a column that is renamed is read by its new name, by items and by whatever asks the records', () => {
  const project = shop({ d: [{ id: 'dear', do: 'set records', table: 'goods', column: 'price', to: 'record.price * 2', where: 'record.price > count(GoodsAboard, record.price > 3)' }] }, { filter: 'item.price > 1' })
  const after = apply(project, renameColumn(project, goods, certain(goods.columns[1]), 'unit price'))
  expect(asked(after)).toEqual(['name + " " + text(item.unitPrice, 2)', 'count(GoodsAboard, record.chosen) + " for " + sum(GoodsAboard, record.chosen ? record.unitPrice : 0)'])
  expect(after.components[1]?.parts[2]).toMatchObject({ filter: 'item.unitPrice > 1' })
  expect(after.components[1]?.rules[0]?.actions[0]).toMatchObject({ to: 'record.unitPrice * 2', where: 'record.unitPrice > count(GoodsAboard, record.unitPrice > 3)' })
})

test('what an item sets and is tied to is renamed with the column', () => {
  const project = shop()
  const after = apply(project, renameColumn(project, goods, certain(goods.columns[2]), 'taken'))
  expect(after.components[0]?.rules[0]?.actions[0]).toMatchObject({ variable: 'item.taken', to: '!item.taken' })
  expect(after.components[0]?.axes[0]?.boundTo).toEqual({ variable: 'item.taken' })
})

test('a table that is renamed is asked by its new name', () => {
  const project = shop()
  expect(asked(apply(project, renameTable(project, goods, 'Wares')))).toContain('count(Wares, record.chosen) + " for " + sum(Wares, record.chosen ? record.price : 0)')
})
