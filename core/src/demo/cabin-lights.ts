import type { Component } from '../document'
import { BARE, lone, rounded, rule, state, timed, to } from './building'

const AXIS = 'cabinLightAxis'

const sliding = timed(800, 'cubic-bezier(0.65, 0, 0.35, 1)')

/** A sliding switch for a light. When it goes on it tells the others beside it, which go off. */
export const cabinLight: Component = {
  ...BARE,
  id: 'cabinLight',
  name: 'Cabin light',
  parts: [
    { id: 'lightRow', kind: 'container', name: 'row', parent: null, base: { width: 180, height: 40, fill: '#fbf8f1', cursor: 'pointer', role: 'switch', accessibleName: { expr: 'label' }, focusable: true, checked: false, ...rounded(8) } },
    { id: 'lightLabel', kind: 'text', name: 'label', parent: 'lightRow', base: { x: 12, y: 10, width: 96, height: 20, text: { expr: 'label' }, fontSize: 15, fill: '#1d2b33' } },
    { id: 'lightTrack', kind: 'box', name: 'track', parent: 'lightRow', base: { x: 120, y: 8, width: 48, height: 24, fill: '#8a959b', ...rounded(12) } },
    { id: 'lightKnob', kind: 'ellipse', name: 'knob', parent: 'lightRow', base: { x: 123, y: 11, width: 18, height: 18, fill: '#ffffff' } },
  ],
  axes: [{
    id: AXIS, name: 'light', start: 'lightOff', boundTo: null,
    states: [state('lightOff', 'off', 0, {}), state('lightOn', 'on', 1, { lightRow: { checked: true }, lightTrack: { fill: '#b07d12' }, lightKnob: { x: 147, fill: '#fff3c4' } })],
  }],
  rules: [
    rule('lightUp', { axis: AXIS, on: { on: 'tap' }, in: ['lightOff'], go: to('lightOn'), motion: sliding, actions: [{ id: 'lightTell', do: 'send', message: 'lit', payload: null, recipient: 'siblings' }] }),
    rule('lightOut', { axis: AXIS, on: { on: 'tap' }, in: ['lightOn'], go: to('lightOff'), motion: sliding }),
    rule('lightYield', { axis: AXIS, on: { on: 'message', name: 'lit' }, in: ['lightOn'], go: to('lightOff'), motion: sliding }),
  ],
  parameters: [{ id: 'lightText', name: 'label', type: 'text', initial: 'Reading' }],
}

/** The lights of a cabin: at most one is on, the reading light first. */
export const cabinLights: Component = {
  ...BARE,
  id: 'cabinLights',
  name: 'Cabin lights',
  parts: [
    { id: 'lightsPanel', kind: 'container', name: 'panel', parent: null, base: { width: 204, height: 156, fill: '#e9e2d3', layout: 'column', gap: 6, paddingTop: 12, paddingLeft: 12, ...rounded(12) } },
    ...([['lightsReading', 'Reading', 'lightOn'], ['lightsBunk', 'Bunk', 'lightOff'], ['lightsDoor', 'Door', 'lightOff']] as const).map(([id, label, start]) => ({
      id, kind: 'instance' as const, name: label, parent: 'lightsPanel', component: 'cabinLight', start: { [AXIS]: start }, base: { 'param:lightText': label },
    })),
  ],
  axes: [lone('lights')],
}
