import { EMPTY_MOTION, stateProperty, type Component, type Look, type Rule, type State, type Target, type Trigger } from '../document'
import { RING } from './spinner-ring'

const AXIS = 'boarding'

const to = (state: string): Target => ({ go: 'state', state })

const state = (id: string, name: string, hue: number, look: Look): State => ({ id, name, hue, look, final: false, continuous: null })

const rule = (id: string, trigger: Trigger, only: readonly string[], target: Target, durationMs?: number, easing?: string): Rule => ({
  id, axis: AXIS, trigger, part: null, within: { only }, guard: null, actions: [], target, letThrough: false,
  motion: durationMs === undefined ? null : { ...EMPTY_MOTION, durationMs, ...(easing ? { easing } : {}) },
})

const nothing: Target = { go: 'nothing' }

/** Board: works for a while with a turning ring, then says that one is aboard. */
export const boardingButton: Component = {
  id: 'boardingButton',
  name: 'Boarding button',
  parts: [
    {
      id: 'plate', kind: 'container', name: 'plate', parent: null,
      base: {
        width: 208, height: 42, fill: '#24506f', cursor: 'pointer', role: 'button', accessibleName: { expr: 'labelText' },
        radiusTopLeft: 6, radiusTopRight: 6, radiusBottomRight: 6, radiusBottomLeft: 6,
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
    id: AXIS, name: 'boarding', start: 'rest', drivenBy: null,
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
    rule('board', { on: 'tap' }, ['rest', 'over'], to('working'), 160, 'ease-in-out'),
    rule('busy', { on: 'tap' }, ['working'], nothing),
    rule('again', { on: 'tap' }, ['done'], to('rest'), 160, 'ease-in-out'),
    rule('hover', { on: 'enter' }, ['rest'], to('over'), 80, 'ease-out'),
    rule('hoverIdle', { on: 'enter' }, ['working', 'done'], nothing),
    rule('unhover', { on: 'leave' }, ['over'], to('rest'), 80, 'ease-out'),
    rule('unhoverIdle', { on: 'leave' }, ['rest', 'working', 'done'], nothing),
    rule('finish', { on: 'after', ms: 1800, since: 'entering', holdWhile: null }, ['working'], to('done'), 160, 'ease-in-out'),
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
