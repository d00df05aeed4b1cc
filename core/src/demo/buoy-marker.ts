import type { Component, Part } from '../document'
import { BARE, lone, rule, state, timed, to } from './building'
import { PICTURES } from './pictures'

const AXIS = 'buoyAxis'

/** A buoy on a chart: it lights up while it is pointed at. */
export const buoyMarker: Component = {
  ...BARE,
  id: 'buoyMarker',
  name: 'Buoy marker',
  parts: [
    { id: 'buoyFrame', kind: 'container', name: 'frame', parent: null, base: { width: 80, height: 74, cursor: 'pointer', role: 'img', accessibleName: { expr: 'buoyName' } } },
    { id: 'buoyPicture', kind: 'picture', name: 'buoy', parent: 'buoyFrame', base: { x: 20, y: 2, width: 40, height: 56, picture: PICTURES.buoy.id, transformOriginY: 1 } },
    {
      id: 'buoyLabel', kind: 'text', name: 'label', parent: 'buoyFrame',
      base: { x: 0, y: 58, width: 80, height: 16, text: { expr: 'buoyName' }, fontSize: 12, fontWeight: '600', textAlign: 'center', fill: '#1d2b33', opacity: 0, receivesInput: false },
    },
  ],
  axes: [{
    id: AXIS, name: 'light', start: 'buoyDark', boundTo: null,
    states: [
      state('buoyDark', 'dark', 0, {}),
      state('buoyLit', 'lit', 1, { buoyPicture: { picture: PICTURES.buoyLit.id, scaleX: 1.15, scaleY: 1.15 }, buoyLabel: { opacity: 1 } }),
    ],
  }],
  rules: [
    rule('buoyLight', { axis: AXIS, on: { on: 'enter' }, in: ['buoyDark'], go: to('buoyLit'), motion: timed(120, 'ease-out') }),
    rule('buoyDim', { axis: AXIS, on: { on: 'leave' }, in: ['buoyLit'], go: to('buoyDark'), motion: timed(200, 'ease-in-out') }),
  ],
  parameters: [{ id: 'buoyName', name: 'buoyName', type: 'text', initial: 'Gannet buoy' }],
}

const MARKS: readonly (readonly [name: string, x: number, y: number])[] = [
  ['Gannet buoy', 40, 30], ['Lamp Rock', 130, 84], ['Holm East', 214, 38], ['Seal Ledge', 60, 140], ['Outer mark', 236, 142],
]

const mark = ([name, x, y]: (typeof MARKS)[number], index: number): Part => ({
  id: `chartBuoy${index}`, kind: 'instance', name: name.toLowerCase(), parent: 'chartSea', component: buoyMarker.id, start: {}, base: { x, y, 'param:buoyName': name },
})

/** The sound with its buoys, each of which answers for itself. */
export const soundChart: Component = {
  ...BARE,
  id: 'soundChart',
  name: 'Sound chart',
  parts: [
    { id: 'chartSea', kind: 'container', name: 'sea', parent: null, base: { width: 320, height: 220, fill: '#d5e4ea', clip: true } },
    { id: 'chartShore', kind: 'path', name: 'shore', parent: 'chartSea', base: { x: 0, y: 0, width: 320, height: 60, d: 'M0 0H320V18C280 10 262 40 220 30C170 18 150 62 96 46C58 36 40 60 0 52Z', fill: '#e9e2d3', receivesInput: false } },
    ...MARKS.map(mark),
  ],
  axes: [lone('chartAxis')],
}
