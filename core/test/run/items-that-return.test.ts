import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { parameterProperty, type Action, type Component, type Look, type Part, type Project } from '@rheoscope/core/document'
import { advanceTo, drawList, send, startRun, type Run } from '@rheoscope/core/run'
import { goods, shop } from './shop'

const set = (variable: string, to: string): readonly Action[] => [{ id: variable, do: 'set', variable, to }]

/** What changes the shop for good, by key, and what only says which items are to be seen. */
const CHANGES = {
  p: [{ id: 'dearer', do: 'set records', table: 'goods', column: 'price', to: 'record.price + 1', where: 'record.price < 9' }],
  u: set('unit', 'unit + "!"'),
  c: [{ id: 'chosen', do: 'set records', table: 'goods', column: 'chosen', to: '!record.chosen', where: 'record.name == "Tea"' }],
} satisfies Record<string, readonly Action[]>
const FILTERS = { a: set('upTo', '100'), f: set('upTo', '5'), t: set('upTo', '2'), n: set('upTo', '0') }

/** A shop whose items a number filters, which read a variable everyone shares; one of them may say what it looks like while it comes and goes. */
function filtered(absent: Look): Project {
  const project = shop({ ...CHANGES, ...FILTERS }, {
    filter: 'item.price <= upTo', base: { width: 100, height: 200, layout: 'column', [parameterProperty('name')]: { expr: 'item.name + unit' } },
  })
  const words = (part: Part): Part => (part.id === 'words' ? { ...part, base: { ...part.base, text: { expr: 'name + " " + text(item.price, 2) + " " + unit' } } } : part)
  const components = project.components.map((component): Component => (component.id === 'line' ? { ...component, absent, parts: component.parts.map(words) } : component))
  return { ...project, components, variables: [{ id: 'unit', name: 'unit', type: 'text', start: '' }, { id: 'upTo', name: 'upTo', type: 'number', start: 100 }] }
}

function press(run: Run, key: string, waitMs: number): void {
  send(run, { do: 'key', key, modifiers: {} })
  advanceTo(run, run.nowMs + waitMs)
}

/** All items gone, and there again. */
function anew(run: Run): Run {
  press(run, 'n', 1000)
  press(run, 'a', 1000)
  return run
}

const step = fc.tuple(fc.constantFrom(...Object.keys(CHANGES), ...Object.keys(FILTERS)), fc.constantFrom(0, 40, 150))

test('items that were sent away come back as items that come for the first time', () => {
  fc.assert(fc.property(fc.array(step, { maxLength: 20 }), fc.constantFrom<Look>({}, { frame: { opacity: 0 } }), (steps, absent) => {
    const one = startRun(filtered(absent), { component: 'shop' })
    for (const [what, waitMs] of steps) press(one, what, waitMs)
    // Another project, of which nothing is remembered.
    const other = startRun(structuredClone(filtered(absent)), { component: 'shop' })
    for (const [what] of steps) if (what in CHANGES) press(other, what, 0)
    expect(drawList(anew(one))).toEqual(drawList(anew(other)))
  }))
})

test('items come back where and as they were', () => {
  const run = startRun(filtered({}), { component: 'shop' })
  const before = drawList(run)
  press(run, 'f', 1000)
  press(run, 'a', 1000)
  expect(drawList(run)).toEqual(before)
  expect(goods.records.every(({ id }) => run.instances.has(`list:${id}`))).toBe(true)
})
