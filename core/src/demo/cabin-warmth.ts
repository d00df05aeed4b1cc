import type { Component, Rule } from '../document'
import { BARE, lone, rounded, rule } from './building'

const AXIS = 'warmth'

const [COLDEST, WARMEST] = [16, 24]

/** How wide one degree is on the track, in px, and where the coldest lies. */
const [DEGREE_PX, FIRST_PX] = [20, 20]

const sets = (id: string, on: Rule['trigger'], value: string): Rule =>
  rule(id, { axis: AXIS, on, part: 'warmthSlider', in: ['warmthRest'], go: { go: 'stay' }, actions: [{ id: `${id}Set`, do: 'set', variable: 'degrees', to: value }] })

const onKey = (key: string, value: string): Rule => sets(`warmth${key}`, { on: 'key', key, modifiers: {}, anywhere: false }, value)

const within = (value: string): string => `clamp(${value}, ${COLDEST}, ${WARMEST})`

/** As many degrees as the pointer is along the track. */
const AT_POINTER = within(`round((pointer.x - ${FIRST_PX}) / ${DEGREE_PX}) + ${COLDEST}`)

/** How warm the cabin is to be, from 16 to 24 degrees: pulled, tapped or set by keys. */
export const cabinWarmth: Component = {
  ...BARE,
  id: 'cabinWarmth',
  name: 'Cabin warmth',
  parts: [
    { id: 'warmthFrame', kind: 'container', name: 'frame', parent: null, base: { width: 200, height: 72, fill: '#fbf8f1', ...rounded(8) } },
    { id: 'warmthWords', kind: 'text', name: 'words', parent: 'warmthFrame', base: { x: 16, y: 10, width: 168, height: 20, text: { expr: "'Warmth ' + degrees + ' °C'" }, fontSize: 15, fill: '#1d2b33', receivesInput: false } },
    {
      id: 'warmthSlider', kind: 'container', name: 'slider', parent: 'warmthFrame',
      base: { x: 0, y: 36, width: 200, height: 28, cursor: 'pointer', role: 'slider', accessibleName: 'Warmth', focusable: true, valueNow: { expr: 'degrees' }, valueLeast: COLDEST, valueMost: WARMEST, valueText: { expr: "degrees + ' degrees'" } },
    },
    { id: 'warmthTrack', kind: 'box', name: 'track', parent: 'warmthSlider', base: { x: FIRST_PX, y: 11, width: DEGREE_PX * (WARMEST - COLDEST), height: 6, fill: '#8a959b', ...rounded(3) } },
    { id: 'warmthSoFar', kind: 'box', name: 'so far', parent: 'warmthSlider', base: { x: FIRST_PX, y: 11, width: { expr: `(degrees - ${COLDEST}) * ${DEGREE_PX}` }, height: 6, fill: '#b5466b', ...rounded(3) } },
    { id: 'warmthKnob', kind: 'ellipse', name: 'knob', parent: 'warmthSlider', base: { x: { expr: `${FIRST_PX - 12} + (degrees - ${COLDEST}) * ${DEGREE_PX}` }, y: 2, width: 24, height: 24, fill: '#24506f' } },
  ],
  axes: [lone(AXIS)],
  rules: [
    sets('warmthTap', { on: 'tap' }, AT_POINTER),
    sets('warmthDrag', { on: 'drag' }, AT_POINTER),
    onKey('ArrowRight', within('degrees + 1')), onKey('ArrowUp', within('degrees + 1')),
    onKey('ArrowLeft', within('degrees - 1')), onKey('ArrowDown', within('degrees - 1')),
    onKey('PageUp', within('degrees + 3')), onKey('PageDown', within('degrees - 3')),
    onKey('Home', String(COLDEST)), onKey('End', String(WARMEST)),
  ],
  variables: [{ id: 'warmthDegrees', name: 'degrees', type: 'number', start: 20, min: COLDEST, max: WARMEST, step: 1 }],
}
