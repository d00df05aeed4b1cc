import type { Component, Motion, Part, Rule } from '../document'
import { BARE, doesNothing, rounded, rule, state, timed } from './building'

const SHEET = 'sheetAxis'
const HEADER = 'sheetHeaderAxis'

const WIDTH = 342

/** The heights of the sheet, by where its upper edge is. */
const HEIGHTS = [['sheetLow', 'low', 300], ['sheetMiddle', 'middle', 170], ['sheetHigh', 'high', 48]] as const

const HOURS = [
  ['07', 'Fog on the sound', '4°'], ['09', 'Fog lifting', '6°'], ['11', 'Sun and a breeze', '9°'], ['13', 'Breeze from the west', '11°'], ['15', 'Clouds over Skarv', '10°'],
  ['17', 'Rain, swell one metre', '8°'], ['19', 'Rain easing', '7°'], ['21', 'Clear, stars', '5°'], ['23', 'Clear and still', '3°'],
] as const

const hour = ([at, words, degrees]: (typeof HOURS)[number]): readonly Part[] => [
  { id: `hour${at}`, kind: 'container', name: `Hour ${at}`, parent: 'sheetHours', base: { width: WIDTH - 32, height: 44 } },
  { id: `hour${at}Time`, kind: 'text', name: `Time ${at}`, parent: `hour${at}`, base: { x: 0, y: 10, width: 60, height: 22, text: `${at}:00`, fontSize: 15, fontWeight: '600', fill: '#1d2b33' } },
  { id: `hour${at}Words`, kind: 'text', name: `Words ${at}`, parent: `hour${at}`, base: { x: 64, y: 10, width: 196, height: 22, text: words, fontSize: 15, fill: '#1d2b33' } },
  { id: `hour${at}Degrees`, kind: 'text', name: `Degrees ${at}`, parent: `hour${at}`, base: { x: 262, y: 10, width: 44, height: 22, text: degrees, fontSize: 15, textAlign: 'end', fill: '#1d2b33' } },
]

const rising: Motion = timed(360, 'cubic-bezier(0.2, 0, 0, 1)')

const following: Motion = timed(360, 'linear')

/** A drag on the head of the sheet leads it to the next height up or down; half way or thrown, it goes there. */
const drags: readonly Rule[] = HEIGHTS.flatMap(([id, , y], index) => ([['up', index + 1, '-'], ['down', index - 1, '']] as const).flatMap(([way, next, sign]) => {
  const to = HEIGHTS[next]
  if (!to) return []
  const px = Math.abs(to[2] - y)
  return [rule(`sheet-${way}-${id}`, {
    axis: SHEET, part: 'sheetHead', in: [id], go: { go: 'state', state: to[0] }, motion: following,
    on: { on: 'while dragged', by: `${sign}head.dragY / ${px}`, keptIf: `${sign}head.dragY > ${px / 2} || ${sign}head.speedY > 400` },
  })]
}))

const plain: readonly Rule[] = HEIGHTS.flatMap(([id], index) => {
  const [above, below] = [HEIGHTS[index + 1], HEIGHTS[index - 1]]
  const key = (name: string, to: (typeof HEIGHTS)[number] | undefined): readonly Rule[] =>
    [rule(`sheet-${name}-${id}`, { axis: SHEET, part: 'sheetHead', in: [id], on: { on: 'key', key: name, modifiers: {}, anywhere: false }, go: to ? { go: 'state', state: to[0] } : doesNothing, motion: rising })]
  return [
    rule(`sheet-tap-${id}`, { axis: SHEET, part: 'sheetHead', in: [id], on: { on: 'tap' }, go: { go: 'state', state: (above ?? HEIGHTS[0])[0] }, motion: rising }),
    ...key('ArrowUp', above), ...key('ArrowDown', below),
  ]
})

const SHRINKS_PX = 60

const shrinking = timed(200, 'linear')

/** The weather on the way, on a sheet that follows the finger between three heights; its head shrinks while the hours scroll. */
export const weatherSheet: Component = {
  ...BARE,
  id: 'weatherSheet',
  name: 'Weather sheet',
  parts: [
    { id: 'sheetFrame', kind: 'container', name: 'frame', parent: null, base: { width: WIDTH, height: 400, clip: true, fill: '#cfe0ea', ...rounded(16) } },
    { id: 'sheetPlace', kind: 'text', name: 'place', parent: 'sheetFrame', base: { x: 20, y: 18, width: 240, height: 26, text: 'Between Skerry and Skarv', fontSize: 18, fontWeight: '700', fill: '#1d2b33' } },
    { id: 'sheetSheet', kind: 'container', name: 'sheet', parent: 'sheetFrame', base: { x: 0, y: 300, width: WIDTH, height: 352, fill: '#ffffff', ...rounded(18) } },
    { id: 'sheetHead', kind: 'container', name: 'head', parent: 'sheetSheet', base: { x: 0, y: 0, width: WIDTH, height: 100, fill: '#ffffff', cursor: 'grab', role: 'button', accessibleName: '6° Fog, lifting by nine; higher or lower', focusable: true, ...rounded(18) } },
    { id: 'sheetGrip', kind: 'box', name: 'grip', parent: 'sheetHead', base: { x: WIDTH / 2 - 20, y: 8, width: 40, height: 4, fill: '#8a959b', receivesInput: false, ...rounded(2) } },
    { id: 'sheetDegrees', kind: 'text', name: 'degrees', parent: 'sheetHead', base: { x: 20, y: 24, width: 90, height: 48, text: '6°', fontSize: 38, fontWeight: '400', fill: '#1d2b33', receivesInput: false } },
    { id: 'sheetNow', kind: 'text', name: 'now', parent: 'sheetHead', base: { x: 100, y: 38, width: 220, height: 24, text: 'Fog, lifting by nine', fontSize: 16, fill: '#1d2b33', receivesInput: false } },
    { id: 'sheetBody', kind: 'container', name: 'body', parent: 'sheetSheet', base: { x: 0, y: 100, width: WIDTH, height: 252, clip: true, scroll: 'down', role: 'group', accessibleName: 'Hours', focusable: false } },
    { id: 'sheetHours', kind: 'container', name: 'hours', parent: 'sheetBody', base: { x: 16, y: 0, width: WIDTH - 32, height: HOURS.length * 44, layout: 'column' } },
    ...HOURS.flatMap(hour),
  ],
  axes: [
    { id: SHEET, name: 'height', start: 'sheetLow', boundTo: null, states: HEIGHTS.map(([id, name, y], index) => state(id, name, index, index === 0 ? {} : { sheetSheet: { y }, sheetBody: { focusable: true } })) },
    {
      id: HEADER, name: 'header', start: 'headTall', boundTo: null,
      states: [
        state('headTall', 'tall', 3, {}),
        state('headSmall', 'small', 4, { sheetHead: { height: 56 }, sheetDegrees: { y: 16, fontSize: 24, height: 32 }, sheetNow: { x: 72, y: 20 }, sheetBody: { y: 56, height: 296 } }),
      ],
    },
  ],
  rules: [
    ...drags, ...plain,
    rule('headShrinks', { axis: HEADER, part: 'sheetBody', in: ['headTall'], on: { on: 'while scrolled', by: `body.scrollY / ${SHRINKS_PX}` }, go: { go: 'state', state: 'headSmall' }, motion: shrinking }),
    rule('headGrows', { axis: HEADER, part: 'sheetBody', in: ['headSmall'], on: { on: 'while scrolled', by: `1 - body.scrollY / ${SHRINKS_PX}` }, go: { go: 'state', state: 'headTall' }, motion: shrinking }),
  ],
}
