import { stateProperty, type Component } from '../document'
import { doesNothing, rounded, rule, state, timed, to } from './building'
import { RING } from './spinner-ring'

const AXIS = 'boarding'

/** Board: works for a while with a turning ring, then says that one is aboard. */
export const boardingButton: Component = {
  id: 'boardingButton',
  name: 'Boarding button',
  parts: [
    {
      id: 'plate', kind: 'container', name: 'plate', parent: null,
      base: {
        width: 208, height: 42, fill: '#24506f', cursor: 'pointer', role: 'button', focusable: true,
        ...rounded(6),
      },
    },
    {
      id: 'label', kind: 'text', name: 'label', parent: 'plate',
      base: { x: 0, y: 11, width: 208, height: 20, text: { expr: 'labelText' }, fontSize: 15, fontWeight: '700', textAlign: 'center', fill: '#ffffff' },
    },
    { id: 'ring', kind: 'instance', name: 'ring', parent: 'plate', component: RING.component, start: {}, base: { x: 92, y: 9, opacity: 0 } },
    {
      id: 'tick', kind: 'path', name: 'tick', parent: 'plate',
      base: { x: 58, y: 15, width: 14, height: 11, d: 'M1 6 L5 10 L13 1', stroke: '#ffffff', strokeWidth: 2, strokeCap: 'round', opacity: 0 },
    },
  ],
  axes: [{
    id: AXIS, name: 'boarding', start: 'rest', boundTo: null,
    states: [
      state('rest', 'rest', 0, {}),
      state('over', 'over', 1, { plate: { fill: '#3b6d91' } }),
      state('working', 'working', 2, {
        plate: { fill: '#767f8a', cursor: 'wait' },
        label: { opacity: 0.12 },
        ring: { opacity: 1, [stateProperty(RING.axis)]: RING.turning },
      }),
      state('done', 'done', 3, {
        plate: { fill: '#2e7d5b' },
        label: { text: { expr: 'doneText' }, x: 11 },
        tick: { opacity: 1 },
      }),
    ],
  }],
  rules: [
    rule('board', { axis: AXIS, on: { on: 'tap' }, in: ['rest', 'over'], go: to('working'), motion: timed(160, 'ease-in-out') }),
    rule('busy', { axis: AXIS, on: { on: 'tap' }, in: ['working'], go: doesNothing }),
    rule('again', { axis: AXIS, on: { on: 'tap' }, in: ['done'], go: to('rest'), motion: timed(160, 'ease-in-out') }),
    rule('hover', { axis: AXIS, on: { on: 'enter' }, in: ['rest'], go: to('over'), motion: timed(80, 'ease-out') }),
    rule('hoverIdle', { axis: AXIS, on: { on: 'enter' }, in: ['working', 'done'], go: doesNothing }),
    rule('unhover', { axis: AXIS, on: { on: 'leave' }, in: ['over'], go: to('rest'), motion: timed(80, 'ease-out') }),
    rule('unhoverIdle', { axis: AXIS, on: { on: 'leave' }, in: ['rest', 'working', 'done'], go: doesNothing }),
    rule('finish', { axis: AXIS, on: { on: 'after', ms: 1800, since: 'entering', pauseWhile: null }, in: ['working'], go: to('done'), motion: timed(160, 'ease-in-out') }),
  ],
  combinations: [],
  parameters: [
    { id: 'labelText', name: 'labelText', type: 'text', initial: 'Board' },
    { id: 'doneText', name: 'doneText', type: 'text', initial: 'Aboard' },
  ],
  variables: [],
  pairs: [],
  motion: null,
  absent: {},
}
