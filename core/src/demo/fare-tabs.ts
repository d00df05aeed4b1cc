import type { Component, Part, Rule } from '../document'
import { BARE, rounded, rule, state, timed, to } from './building'

const AXIS = 'fareAxis'

const FARES = [
  ['fareAdult', 'Adult', 'From sixteen: 42 crowns a crossing.'],
  ['fareChild', 'Child', 'Under sixteen: half of it, under six nothing.'],
  ['fareBicycle', 'Bicycle', 'Goes along for 12 crowns, where there is room.'],
] as const

type Fare = (typeof FARES)[number]

const tab = ([id, name]: Fare, index: number): readonly Part[] => [
  { id, kind: 'container', name, parent: 'fareTabs', base: { width: 84, height: 36, cursor: index === 0 ? 'default' : 'pointer', role: 'tab', focusable: true, selected: index === 0, controls: `${id}Panel` } },
  { id: `${id}Name`, kind: 'text', name: `${name} name`, parent: id, base: { x: 0, y: 8, width: 84, height: 20, text: name, fontSize: 15, fontWeight: '600', textAlign: 'center', fill: index === 0 ? '#1d2b33' : '#4d5a61' } },
]

const panel = ([id, name, words]: Fare, index: number): readonly Part[] => [
  { id: `${id}Panel`, kind: 'container', name: `${name} panel`, parent: 'fareFrame', base: { x: 0, y: 40, width: 252, height: 72, fill: '#fbf8f1', role: 'tabpanel', accessibleName: name, focusable: true, visible: index === 0, ...rounded(6) } },
  { id: `${id}Words`, kind: 'text', name: `${name} words`, parent: `${id}Panel`, base: { x: 12, y: 14, width: 228, height: 44, text: words, fontSize: 15, fill: '#1d2b33' } },
]

/** The arrows go round, Home and End to the ends; the tab that has the focus is the one selected. */
const keysOf = (index: number): readonly Rule[] => {
  const last = FARES.length - 1
  const ways = [['ArrowRight', index === last ? 0 : index + 1], ['ArrowLeft', index === 0 ? last : index - 1], ['Home', 0], ['End', last]] as const
  return ways.flatMap(([key, next]) => (next === index ? [] : [goesTo(`fare${key}${index}`, { on: 'key', key, modifiers: {}, anywhere: false }, index, next)]))
}

const idOf = (index: number): string => FARES[index]?.[0] ?? ''

const goesTo = (id: string, on: Rule['trigger'], from: number, next: number): Rule =>
  rule(id, { axis: AXIS, on, part: 'fareTabs', in: [`${idOf(from)}Shown`], go: to(`${idOf(next)}Shown`), motion: sliding, actions: [{ id: `${id}Focus`, do: 'focus', part: idOf(next) }] })

const sliding = timed(160, 'ease-in-out')

/** What the crossing costs, on three tabs. */
export const fareTabs: Component = {
  ...BARE,
  id: 'fareTabs',
  name: 'Fare tabs',
  parts: [
    { id: 'fareFrame', kind: 'container', name: 'frame', parent: null, base: { width: 252, height: 112 } },
    { id: 'fareTabs', kind: 'container', name: 'tabs', parent: 'fareFrame', keepsFocus: true, base: { width: 252, height: 38, layout: 'row', role: 'tablist', accessibleName: 'Fares' } },
    ...FARES.flatMap(tab),
    { id: 'fareLine', kind: 'box', name: 'line', parent: 'fareFrame', base: { x: 0, y: 36, width: 84, height: 3, fill: '#b5466b', receivesInput: false } },
    ...FARES.flatMap(panel),
  ],
  axes: [{
    id: AXIS, name: 'fare', start: 'fareAdultShown', boundTo: null,
    states: FARES.map(([id, name], index) => state(`${id}Shown`, name.toLowerCase(), index, index === 0 ? {} : {
      fareAdult: { selected: false, cursor: 'pointer' }, fareAdultName: { fill: '#4d5a61' }, fareAdultPanel: { visible: false },
      [id]: { selected: true, cursor: 'default' }, [`${id}Name`]: { fill: '#1d2b33' }, [`${id}Panel`]: { visible: true }, fareLine: { x: 84 * index },
    })),
  }],
  rules: [
    ...FARES.map(([id], index) => rule(`fareTap${index}`, { axis: AXIS, on: { on: 'tap' }, part: id, in: FARES.flatMap(([other]) => (other === id ? [] : [`${other}Shown`])), go: to(`${id}Shown`), motion: sliding })),
    ...FARES.map(([id], index) => rule(`fareSame${index}`, { axis: AXIS, on: { on: 'tap' }, part: id, in: [`${id}Shown`], go: { go: 'ignored' } })),
    ...FARES.flatMap((_, index) => keysOf(index)),
  ],
}
