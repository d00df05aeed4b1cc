import type { Component } from '../document'
import { rule, rounded, state, timed, to } from './building'

const AXIS = 'lampAxis'

/** A lamp on its mast: both light up while they are pointed at, the lamp softly and the mast at once. */
export const mastLamp: Component = {
  id: 'mastLamp',
  name: 'Mast lamp',
  parts: [
    { id: 'lampFrame', kind: 'container', name: 'frame', parent: null, base: { width: 120, height: 140, cursor: 'pointer' } },
    { id: 'mast', kind: 'box', name: 'mast', parent: 'lampFrame', base: { x: 55, y: 56, width: 10, height: 80, fill: '#5b666b', ...rounded(2) } },
    { id: 'lamp', kind: 'ellipse', name: 'lamp', parent: 'lampFrame', base: { x: 32, y: 8, width: 56, height: 56, fill: '#24506f' } },
  ],
  axes: [{
    id: AXIS, name: 'lamp', start: 'dark', boundTo: null,
    states: [
      state('dark', 'dark', 0, {}),
      state('lit', 'lit', 1, { lamp: { fill: '#f2c14e' }, mast: { fill: '#8a5a3c' } }),
    ],
  }],
  rules: [
    rule('light', { axis: AXIS, on: { on: 'enter' }, in: ['dark'], go: to('lit'), motion: timed(160, 'ease-out', { lanes: [{ id: 'mastAtOnce', part: 'mast', property: 'fill', switchAt: 'start' }] }) }),
    rule('dim', { axis: AXIS, on: { on: 'leave' }, in: ['lit'], go: to('dark'), motion: timed(240, 'ease-in') }),
  ],
  combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {},
}
