import type { Component, Part } from '../document'
import { BARE, lone, doesNothing, rounded, rule, state, timed, to } from './building'

const SWITCH_AXIS = 'roundSwitchAxis'
const CARD_AXIS = 'safetyAxis'

const toggling = timed(180, 'ease-in-out')

/** A switch for one kind of task. Whoever holds it says whether it is on; it only tells that it was tapped. */
export const roundSwitch: Component = {
  ...BARE,
  id: 'roundSwitch',
  name: 'Round switch',
  parts: [
    { id: 'roundPlate', kind: 'container', name: 'plate', parent: null, base: { width: 136, height: 36, fill: '#fbf8f1', cursor: 'pointer', role: 'switch', accessibleName: { expr: 'label' }, focusable: true, checked: false, ...rounded(8) } },
    { id: 'roundLabel', kind: 'text', name: 'label', parent: 'roundPlate', base: { x: 12, y: 8, width: 72, height: 20, text: { expr: 'label' }, fontSize: 15, fill: '#1d2b33' } },
    { id: 'roundTrack', kind: 'box', name: 'track', parent: 'roundPlate', base: { x: 88, y: 8, width: 38, height: 20, fill: '#8a959b', ...rounded(10) } },
    { id: 'roundKnob', kind: 'ellipse', name: 'knob', parent: 'roundPlate', base: { x: 90, y: 10, width: 16, height: 16, fill: '#ffffff' } },
  ],
  axes: [{
    id: SWITCH_AXIS, name: 'switch', start: 'roundOff', boundTo: { parameter: 'isOn' },
    states: [state('roundOff', 'off', 0, {}), state('roundOn', 'on', 3, { roundPlate: { checked: true }, roundTrack: { fill: '#2e7d5b' }, roundKnob: { x: 108 } })],
  }, lone('roundTap')],
  rules: [rule('roundTell', { axis: 'roundTap', on: { on: 'tap' }, in: ['roundTapRest'], go: { go: 'stay' }, actions: [{ id: 'roundSays', do: 'send', message: 'switched', payload: 'label', recipient: 'holder' }] })],
  parameters: [{ id: 'roundText', name: 'label', type: 'text', initial: 'Deck' }, { id: 'roundIsOn', name: 'isOn', type: 'yes/no', initial: true }],
  motion: toggling,
}

/** One task of the round, ticked off by a tap, or with all others when the holder says so. */
export const safetyCard: Component = {
  ...BARE,
  id: 'safetyCard',
  name: 'Safety card',
  parts: [
    { id: 'safetyPlate', kind: 'container', name: 'plate', parent: null, base: { width: 280, height: 40, fill: '#ffffff', cursor: 'pointer', role: 'checkbox', accessibleName: { expr: 'task' }, focusable: true, checked: false, ...rounded(8) } },
    { id: 'safetyBox', kind: 'box', name: 'box', parent: 'safetyPlate', base: { x: 12, y: 11, width: 18, height: 18, stroke: '#5b666b', strokeWidth: 2, fill: '#ffffff', ...rounded(4) } },
    { id: 'safetyTick', kind: 'path', name: 'tick', parent: 'safetyPlate', base: { x: 15, y: 15, width: 12, height: 10, d: 'M0 5L4 9L12 0', stroke: '#ffffff', strokeWidth: 2.5, strokeCap: 'round', opacity: 0, receivesInput: false } },
    { id: 'safetyWords', kind: 'text', name: 'words', parent: 'safetyPlate', base: { x: 42, y: 10, width: 226, height: 20, text: { expr: 'task' }, fontSize: 15, fill: '#1d2b33' } },
  ],
  axes: [{
    id: CARD_AXIS, name: 'task', start: 'safetyOpen', boundTo: null,
    states: [state('safetyOpen', 'open', 0, {}), state('safetyDone', 'done', 3, { safetyPlate: { checked: true }, safetyBox: { fill: '#2e7d5b', stroke: '#2e7d5b' }, safetyTick: { opacity: 1 }, safetyWords: { fill: '#5b666b' } })],
  }],
  rules: [
    rule('safetyTickOff', { axis: CARD_AXIS, on: { on: 'tap' }, in: ['safetyOpen'], go: to('safetyDone'), motion: toggling }),
    rule('safetyUntick', { axis: CARD_AXIS, on: { on: 'tap' }, in: ['safetyDone'], go: to('safetyOpen'), motion: toggling }),
    rule('safetyAll', { axis: CARD_AXIS, on: { on: 'message', name: 'all done' }, in: ['safetyOpen'], go: to('safetyDone'), motion: toggling }),
    rule('safetyWas', { axis: CARD_AXIS, on: { on: 'message', name: 'all done' }, in: ['safetyDone'], go: doesNothing }),
  ],
  parameters: [{ id: 'safetyTask', name: 'task', type: 'text', initial: 'Check the life rafts' }],
}

const TASKS = [['Life rafts lashed', 'showsDeck'], ['Rails without rust', 'showsDeck'], ['Bilge pump runs', 'showsEngine'], ['Extinguishers full', 'showsEngine']] as const

const card = ([task, shows]: (typeof TASKS)[number], index: number): Part => ({
  id: `safety-${index}`, kind: 'instance', name: task, parent: 'roundCards', component: 'safetyCard', start: {}, base: { 'param:safetyTask': task, visible: { expr: shows } },
})

const kind = (label: string, shows: string, x: number): Part => ({
  id: `round-${label}`, kind: 'instance', name: label, parent: 'roundFrame', component: 'roundSwitch', start: {}, base: { x, y: 0, 'param:roundText': label, 'param:roundIsOn': { expr: shows } },
})

/** The safety round: tasks ticked off one by one or all at once, and two kinds of them to be shown or not. */
export const safetyRound: Component = {
  ...BARE,
  id: 'safetyRound',
  name: 'Safety round',
  parts: [
    { id: 'roundFrame', kind: 'container', name: 'frame', parent: null, base: { width: 280, height: 230 } },
    kind('Deck', 'showsDeck', 0), kind('Engine', 'showsEngine', 144),
    { id: 'roundCards', kind: 'container', name: 'cards', parent: 'roundFrame', base: { y: 46, width: 280, height: 140, layout: 'column', gap: 4, heightFrom: 'content' } },
    ...TASKS.map(card),
    { id: 'roundAll', kind: 'container', name: 'all done', parent: 'roundFrame', base: { x: 184, y: 228, width: 96, height: 32, fill: '#24506f', cursor: 'pointer', role: 'button', accessibleName: 'All done', focusable: true, ...rounded(6) } },
    { id: 'roundAllWords', kind: 'text', name: 'all done words', parent: 'roundAll', base: { y: 7, width: 96, height: 18, text: 'All done', fontSize: 14, fontWeight: '600', textAlign: 'center', fill: '#ffffff', receivesInput: false } },
  ],
  axes: [lone('round')],
  rules: [
    ...([['Deck', 'showsDeck'], ['Engine', 'showsEngine']] as const).map(([label, shows]) => ({
      ...rule(`roundSet${label}`, { axis: 'round', on: { on: 'message', name: 'switched' }, in: ['roundRest'], go: { go: 'stay' }, actions: [{ id: `roundTurns${label}`, do: 'set', variable: shows, to: `!${shows}` }] }),
      guard: `payload == '${label}'`,
    })),
    rule('roundTicksAll', {
      axis: 'round', on: { on: 'tap' }, part: 'roundAll', in: ['roundRest'], go: { go: 'stay' },
      actions: [
        { id: 'roundShowsDeck', do: 'set', variable: 'showsDeck', to: 'true' }, { id: 'roundShowsEngine', do: 'set', variable: 'showsEngine', to: 'true' },
        { id: 'roundTells', do: 'send', message: 'all done', payload: null, recipient: 'everyone' },
      ],
    }),
  ],
  variables: [{ id: 'roundDeck', name: 'showsDeck', type: 'yes/no', start: true }, { id: 'roundEngine', name: 'showsEngine', type: 'yes/no', start: true }],
}
