import type { Component, Trigger } from '../document'
import { BARE, doesNothing, rounded, rule, state, timed, to } from './building'

const AXIS = 'crewAxis'

const urgently: Trigger = { on: 'key', key: 'Enter', modifiers: { shift: true }, anywhere: false }

/** Calls the crew: a tap asks for somebody, holding it for half a second, or Shift and Enter, calls urgently, and then no tap comes. */
export const crewCall: Component = {
  ...BARE,
  id: 'crewCall',
  name: 'Call-crew button',
  parts: [
    {
      id: 'crewPlate', kind: 'container', name: 'plate', parent: null,
      base: { width: 180, height: 48, fill: '#24506f', cursor: 'pointer', role: 'button', focusable: true, ...rounded(24) },
    },
    { id: 'crewLabel', kind: 'text', name: 'label', parent: 'crewPlate', base: { x: 0, y: 14, width: 180, height: 20, text: 'Call the crew', fontSize: 15, fontWeight: '700', textAlign: 'center', fill: '#ffffff' } },
  ],
  axes: [{
    id: AXIS, name: 'call', start: 'crewRest', boundTo: null,
    states: [
      state('crewRest', 'rest', 0, {}),
      state('crewDown', 'down', 1, { crewPlate: { fill: '#1a3a52', scaleX: 0.97, scaleY: 0.97 }, crewLabel: { text: 'Hold for urgent' } }),
      state('crewAsked', 'asked', 3, { crewPlate: { fill: '#2e7d5b' }, crewLabel: { text: 'Somebody is coming' } }),
      state('crewUrgent', 'urgent', 4, { crewPlate: { fill: '#b5466b' }, crewLabel: { text: 'Urgent call sent' } }),
    ],
  }],
  rules: [
    rule('crewPress', { axis: AXIS, on: { on: 'press' }, in: ['crewRest'], go: to('crewDown'), motion: timed(60, 'ease-out') }),
    rule('crewPressIdle', { axis: AXIS, on: { on: 'press' }, in: ['crewAsked', 'crewUrgent'], go: doesNothing }),
    rule('crewHold', { axis: AXIS, on: { on: 'long press', thresholdMs: 500 }, in: ['crewDown'], go: to('crewUrgent'), motion: timed(160, 'ease-out') }),
    rule('crewHoldIdle', { axis: AXIS, on: { on: 'long press', thresholdMs: 500 }, in: ['crewRest', 'crewAsked', 'crewUrgent'], go: doesNothing }),
    rule('crewLetGo', { axis: AXIS, on: { on: 'release' }, in: ['crewDown'], go: to('crewRest'), motion: timed(80, 'ease-out') }),
    rule('crewLetGoIdle', { axis: AXIS, on: { on: 'release' }, in: ['crewRest', 'crewAsked', 'crewUrgent'], go: doesNothing }),
    rule('crewTap', { axis: AXIS, on: { on: 'tap' }, in: ['crewRest'], go: to('crewAsked'), motion: timed(160, 'ease-out') }),
    rule('crewTapIdle', { axis: AXIS, on: { on: 'tap' }, in: ['crewDown', 'crewAsked', 'crewUrgent'], go: doesNothing }),
    rule('crewKey', { axis: AXIS, on: urgently, in: ['crewRest'], go: to('crewUrgent'), motion: timed(160, 'ease-out') }),
    rule('crewKeyIdle', { axis: AXIS, on: urgently, in: ['crewDown', 'crewAsked', 'crewUrgent'], go: doesNothing }),
    rule('crewOver', { axis: AXIS, on: { on: 'after', ms: 2000, since: 'entering', pauseWhile: 'pressed' }, in: ['crewAsked', 'crewUrgent'], go: to('crewRest'), motion: timed(240, 'ease-in-out') }),
  ],
}
