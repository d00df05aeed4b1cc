import type { Component, DataTable, Part } from '../document'
import { BARE, lone, rounded, rule, state, timed } from './building'

const AXIS = 'chipAxis'

/** What is going on aboard, each of a kind. */
export const deckNews: DataTable = {
  id: 'deckNews', name: 'deck news',
  columns: [{ id: 'newsWhat', name: 'what', type: 'text' }, { id: 'newsKind', name: 'kind', type: 'text' }],
  records: ([
    ['Porpoises off the port bow', 'sea'], ['Soup until two, in the saloon', 'food'], ['Swell from the north-west', 'sea'],
    ['Life jackets: shown at noon', 'safety'], ['Waffles on the upper deck', 'food'], ['Stairs aft are wet', 'safety'],
  ] as const).map(([what, kind], index) => ({ id: `news${index + 1}`, cells: { newsWhat: what, newsKind: kind } })),
}

const KINDS = [['sea', 'Sea', 'waves', '#2f6f9f'], ['food', 'Food', 'silverware-fork-knife', '#8a5a3c'], ['safety', 'Safety', 'lifebuoy', '#b5466b']] as const

const resizing = timed(280, 'ease-in-out')

/** One chip of the filter: an icon, and its word in its own colour while it is the one chosen. */
export const filterChip: Component = {
  ...BARE,
  id: 'filterChip',
  name: 'Filter chip',
  parts: [
    {
      id: 'chipBody', kind: 'container', name: 'body', parent: null,
      base: { width: 40, height: 40, layout: 'row', align: 'center', gap: 8, paddingLeft: 10, paddingRight: 10, clip: true, fill: '#e9e2d3', cursor: 'pointer', role: 'radio', accessibleName: { expr: 'label' }, focusable: true, checked: false, ...rounded(20) },
    },
    { id: 'chipIcon', kind: 'icon', name: 'icon', parent: 'chipBody', base: { width: 20, height: 20, icon: { expr: 'picture' }, fill: '#5b666b' } },
    { id: 'chipLabel', kind: 'text', name: 'label', parent: 'chipBody', base: { text: { expr: 'label' }, fontSize: 15, fontWeight: '600', fill: '#ffffff', widthFrom: 'content', heightFrom: 'content', textWrap: false, opacity: 0 } },
  ],
  axes: [{
    id: AXIS, name: 'chip', start: 'chipPlain', boundTo: { parameter: 'isChosen' },
    states: [state('chipPlain', 'plain', 0, {}), state('chipChosen', 'chosen', 3, { chipBody: { checked: true, widthFrom: 'content', fill: { expr: 'accent' } }, chipIcon: { fill: '#ffffff' }, chipLabel: { opacity: 1 } })],
  }, lone('chipTap')],
  rules: [rule('chipTell', { axis: 'chipTap', on: { on: 'tap' }, in: ['chipTapRest'], go: { go: 'stay' }, actions: [{ id: 'chipSays', do: 'send', message: 'chosen', payload: 'kind', recipient: 'holder' }] })],
  parameters: [
    { id: 'chipText', name: 'label', type: 'text', initial: 'Sea' }, { id: 'chipKind', name: 'kind', type: 'text', initial: 'sea' },
    { id: 'chipPicture', name: 'picture', type: 'text', initial: 'waves' }, { id: 'chipAccent', name: 'accent', type: 'colour', initial: '#2f6f9f' },
    { id: 'chipIsChosen', name: 'isChosen', type: 'yes/no', initial: false },
  ],
  motion: resizing,
}

/** One line of news, as the list below the chips shows it. */
export const newsLine: Component = {
  ...BARE,
  id: 'newsLine',
  name: 'News line',
  parts: [
    { id: 'newsPlate', kind: 'container', name: 'plate', parent: null, base: { width: 280, height: 40, fill: '#e9f0f4', ...rounded(8) } },
    { id: 'newsWords', kind: 'text', name: 'words', parent: 'newsPlate', base: { x: 12, y: 10, width: 256, height: 20, text: { expr: 'what' }, fontSize: 15, fill: '#1d2b33' } },
  ],
  axes: [lone('news')],
  parameters: [{ id: 'newsText', name: 'what', type: 'text', initial: 'All quiet' }],
  absent: { newsPlate: { opacity: 0, translateY: 10 } },
}

const chip = ([kind, label, picture, accent]: (typeof KINDS)[number]): Part => ({
  id: `filter-${kind}`, kind: 'instance', name: label, parent: 'filterRow', component: 'filterChip', start: {},
  base: { 'param:chipText': label, 'param:chipKind': kind, 'param:chipPicture': picture, 'param:chipAccent': accent, 'param:chipIsChosen': { expr: `shown == '${kind}'` } },
})

/** A row of chips of which exactly one is chosen, and below it the news of that kind. */
export const deckFilter: Component = {
  ...BARE,
  id: 'deckFilter',
  name: 'Deck filter',
  parts: [
    { id: 'filterFrame', kind: 'container', name: 'frame', parent: null, base: { width: 304, height: 180 } },
    { id: 'filterRow', kind: 'container', name: 'chips', parent: 'filterFrame', base: { width: 304, height: 40, layout: 'row', gap: 8, role: 'radiogroup', accessibleName: 'Kind of news' } },
    ...KINDS.map(chip),
    { id: 'filterList', kind: 'list', name: 'news', parent: 'filterFrame', component: 'newsLine', table: 'deckNews', filter: 'item.kind == shown', base: { x: 0, y: 56, width: 280, height: 120, layout: 'column', gap: 8 }, motion: timed(420, 'spring(0.25)') },
  ],
  axes: [lone('filter')],
  rules: [rule('filterHears', { axis: 'filter', on: { on: 'message', name: 'chosen' }, in: ['filterRest'], go: { go: 'stay' }, actions: [{ id: 'filterKeeps', do: 'set', variable: 'shown', to: 'payload' }] })],
  variables: [{ id: 'filterShown', name: 'shown', type: 'choice', start: 'sea', choices: KINDS.map(([kind]) => kind) }],
}
