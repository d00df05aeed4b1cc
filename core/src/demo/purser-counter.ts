import type { Component, DataTable, Part, Rule, Value } from '../document'
import { BARE, lone, rounded, rule, state, timed } from './building'

const LINE_AXIS = 'goodsLineAxis'
const WIDTH = 312

/** What the purser sells aboard, and whether it has been added to the basket. */
export const goods: DataTable = {
  id: 'goods', name: 'goods',
  columns: [{ id: 'goodsName', name: 'goods', type: 'text' }, { id: 'goodsPrice', name: 'price', type: 'number' }, { id: 'goodsAdded', name: 'added', type: 'yes/no' }],
  records: ([
    ['Oat biscuits', 3.2], ['Deck map', 6.5], ['Wool blanket', 38], ['Sea salt', 4.8], ['Playing cards', 7.5], ['Fish soup', 5.9], ['Lemonade', 2.6], ['Rain cape', 12],
  ] as const).map(([name, price], index) => ({ id: `goods${index + 1}`, cells: { goodsName: name, goodsPrice: price, goodsAdded: false } })),
}

const euros = (of: string): Value => ({ expr: `'€ ' + text(${of}, 2)` })

const turning = timed(300, 'ease-in-out', {
  keyframes: [{ id: 'goodsTurned', look: { goodsAdd: { scaleX: 0.15 } }, share: 1, easing: 'ease-in-out', matchVelocity: false }],
})

const sign = (id: string, name: string, d: string, opacity: number): Part =>
  ({ id, kind: 'path', name, parent: 'goodsAdd', base: { x: 8, y: 8, width: 20, height: 20, d, stroke: '#ffffff', strokeWidth: 2.5, strokeCap: 'round', opacity, receivesInput: false } })

/** What is for sale, on a line of its own: once it has been added its button has turned over. */
export const goodsLine: Component = {
  ...BARE,
  id: 'goodsLine',
  name: 'Goods line',
  parts: [
    { id: 'goodsPlate', kind: 'container', name: 'plate', parent: null, base: { width: WIDTH, height: 44, fill: '#f4efe4', ...rounded(8) } },
    { id: 'goodsWords', kind: 'text', name: 'goods', parent: 'goodsPlate', base: { x: 14, y: 12, width: 150, height: 20, text: { expr: 'item.goods' }, fontSize: 15, fontWeight: '600', fill: '#1d2b33' } },
    { id: 'goodsCosts', kind: 'text', name: 'price', parent: 'goodsPlate', base: { x: 166, y: 12, width: 86, height: 20, text: euros('item.price'), fontSize: 15, textAlign: 'end', fill: '#1d2b33' } },
    {
      id: 'goodsAdd', kind: 'container', name: 'add', parent: 'goodsPlate',
      base: { x: 264, y: 4, width: 36, height: 36, fill: '#24506f', cursor: 'pointer', role: 'button', accessibleName: { expr: "'Add ' + item.goods" }, pressed: false, focusable: true, ...rounded(18) },
    },
    sign('goodsPlus', 'plus', 'M10 3V17M3 10H17', 1), sign('goodsTick', 'tick', 'M3 10L8 15L17 5', 0),
  ],
  axes: [{
    id: LINE_AXIS, name: 'line', start: 'goodsFree', boundTo: { variable: 'item.added' },
    states: [state('goodsFree', 'free', 0, {}), state('goodsTaken', 'taken', 3, { goodsPlate: { fill: '#d5eadb' }, goodsAdd: { fill: '#2e6b4f', pressed: true }, goodsPlus: { opacity: 0 }, goodsTick: { opacity: 1 } })],
  }, lone('goodsTap')],
  rules: [rule('goodsTaps', { axis: 'goodsTap', part: 'goodsAdd', on: { on: 'tap' }, in: ['goodsTapRest'], go: { go: 'stay' }, actions: [{ id: 'goodsAdds', do: 'set', variable: 'item.added', to: '!item.added' }] })],
  absent: { goodsPlate: { opacity: 0, scaleY: 0.4 } },
  motion: turning,
}

const BADGE_AXIS = 'badgeAxis'

/** How many goods are in the basket and what they come to: the sum counts up to what it is, and the number gives a bump. */
export const basketBadge: Component = {
  ...BARE,
  id: 'basketBadge',
  name: 'Goods badge',
  parts: [
    { id: 'badgeFrame', kind: 'container', name: 'frame', parent: null, base: { width: 132, height: 36, fill: '#ffffff', ...rounded(18) } },
    { id: 'badgeDot', kind: 'ellipse', name: 'dot', parent: 'badgeFrame', base: { x: 4, y: 4, width: 28, height: 28, fill: '#b5466b' } },
    { id: 'badgeCount', kind: 'text', name: 'number', parent: 'badgeFrame', base: { x: 4, y: 8, width: 28, height: 20, text: { expr: 'text(count, 0)' }, fontSize: 15, fontWeight: '700', textAlign: 'center', fill: '#ffffff' } },
    {
      id: 'badgeSum', kind: 'text', name: 'sum', parent: 'badgeFrame', base: { x: 40, y: 8, width: 84, height: 20, text: euros('sum'), fontSize: 15, fontWeight: '600', textAlign: 'end', fill: '#1d2b33' },
      glides: [{ id: 'badgeCounts', property: 'text', durationMs: 400, easing: 'ease-out' }],
    },
  ],
  axes: [{ ...lone('badge'), id: BADGE_AXIS }],
  rules: [rule('badgeBumps', {
    axis: BADGE_AXIS, on: { on: 'changes', name: 'count', to: null }, in: ['badgeRest'], go: { go: 'stay' },
    actions: [{ id: 'badgeBump', do: 'pulse', part: 'badgeDot', motion: timed(240, 'ease-out', { keyframes: [{ id: 'badgeBig', look: { badgeDot: { scaleX: 1.25, scaleY: 1.25 } }, share: 1, easing: 'ease-out', matchVelocity: false }] }) }],
  })],
  parameters: [{ id: 'badgeOf', name: 'count', type: 'number', initial: 0 }, { id: 'badgeTotal', name: 'sum', type: 'number', initial: 0 }],
}

const badge = (id: string, parent: string): Part => ({
  id, kind: 'instance', name: 'basket so far', parent, component: 'basketBadge', start: {},
  base: { x: WIDTH - 132, y: 4, 'param:badgeOf': { expr: 'count(goods, record.added)' }, 'param:badgeTotal': { expr: 'sum(goods, record.added ? record.price : 0)' } },
})

const list = (id: string, parent: string, filter: string): Part => ({
  id, kind: 'list', name: 'lines', parent, component: 'goodsLine', table: 'goods', filter,
  base: { x: 0, y: 56, width: WIDTH, height: 394, layout: 'column', gap: 6 }, motion: timed(240, 'ease-in-out'),
})

/** What there is aboard to buy: what one types says what is to be seen of it. */
export const goodsCounter: Component = {
  ...BARE,
  id: 'goodsCounter',
  name: 'Goods counter',
  parts: [
    { id: 'counterFrame', kind: 'container', name: 'frame', parent: null, base: { width: WIDTH, height: 450 } },
    { id: 'counterPlate', kind: 'box', name: 'find plate', parent: 'counterFrame', base: { x: 0, y: 4, width: 168, height: 36, fill: '#ffffff', stroke: '#5b666b', strokeWidth: 1, receivesInput: false, ...rounded(18) } },
    {
      id: 'counterFind', kind: 'field', name: 'find', parent: 'counterFrame', writes: 'query',
      base: { x: 14, y: 10, width: 142, height: 24, placeholder: 'What are you after?', accessibleName: 'Find goods', fontSize: 15, fill: '#1d2b33' },
    },
    badge('counterBadge', 'counterFrame'),
    list('counterLines', 'counterFrame', 'contains(lower(item.goods), lower(trim(query)))'),
  ],
  variables: [{ id: 'counterQuery', name: 'query', type: 'text', start: '' }],
  axes: [lone('counter')],
}

const empties: Rule = rule('basketEmpties', {
  axis: 'basketAxis', part: 'basketEmpty', on: { on: 'tap' }, in: ['basketFull'], go: { go: 'stay' },
  actions: [{ id: 'basketNone', do: 'set records', table: 'goods', column: 'goodsAdded', to: 'false', where: null }],
})

/** What has been added, and a button that puts it all back. */
export const goodsBasket: Component = {
  ...BARE,
  id: 'goodsBasket',
  name: 'Goods basket',
  parts: [
    { id: 'basketFrame', kind: 'container', name: 'frame', parent: null, base: { width: WIDTH, height: 450 } },
    { id: 'basketEmpty', kind: 'container', name: 'put back', parent: 'basketFrame', base: { x: 0, y: 4, width: 128, height: 36, fill: '#8a3c2c', cursor: 'pointer', role: 'button', focusable: true, ...rounded(18) } },
    { id: 'basketEmptyWords', kind: 'text', name: 'put back words', parent: 'basketEmpty', base: { x: 0, y: 8, width: 128, height: 20, text: 'Put it all back', fontSize: 15, fontWeight: '600', textAlign: 'center', fill: '#ffffff', receivesInput: false } },
    badge('basketBadgeHere', 'basketFrame'),
    list('basketLines', 'basketFrame', 'item.added'),
  ],
  variables: [],
  axes: [{
    id: 'basketAxis', name: 'basket', start: 'basketFull', boundTo: null,
    states: [state('basketFull', 'full', 0, {})],
  }],
  rules: [empties],
}
