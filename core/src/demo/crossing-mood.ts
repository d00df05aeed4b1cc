import type { Component, DataTable } from '../document'
import { BARE, doesNothing, rounded, rule, state, timed, to } from './building'

const FACE_AXIS = 'faceAxis'
const AXIS = 'moodAxis'

/** How a crossing was, with the mouth of the face that says so. */
export const moods: DataTable = {
  id: 'moods', name: 'moods',
  columns: [{ id: 'moodName', name: 'mood', type: 'text' }, { id: 'moodMouth', name: 'mouth', type: 'text' }],
  records: ([
    ['rough', 'M0 12C6 2 18 2 24 12'], ['swell', 'M0 9C6 4 18 4 24 9'], ['calm', 'M0 6C6 6 18 6 24 6'], ['fair', 'M0 3C6 9 18 9 24 3'], ['splendid', 'M0 0C6 12 18 12 24 0'],
  ] as const).map(([mood, mouth]) => ({ id: `mood-${mood}`, cells: { moodName: mood, moodMouth: mouth } })),
}

const eye = (id: string, name: string, x: number) => ({ id, kind: 'ellipse', name, parent: 'faceDisc', base: { x, y: 12, width: 4, height: 5, fill: '#1d2b33', receivesInput: false } }) as const

/** One face of the row. Choosing it marks it and tells the holder which it was. */
export const moodFace: Component = {
  ...BARE,
  id: 'moodFace',
  name: 'Mood face',
  parts: [
    { id: 'faceDisc', kind: 'container', name: 'disc', parent: null, base: { width: 40, height: 40, fill: '#f6d365', cursor: 'pointer', role: 'radio', accessibleName: { expr: 'mood' }, focusable: true, checked: false, ...rounded(20) } },
    eye('faceLeft', 'left eye', 12), eye('faceRight', 'right eye', 24),
    { id: 'faceMouth', kind: 'path', name: 'mouth', parent: 'faceDisc', base: { x: 8, y: 22, width: 24, height: 12, d: { expr: 'mouth' }, stroke: '#1d2b33', strokeWidth: 2, strokeCap: 'round', receivesInput: false } },
  ],
  axes: [{
    id: FACE_AXIS, name: 'choice', start: 'facePlain', boundTo: null,
    states: [state('facePlain', 'plain', 0, {}), { ...state('faceChosen', 'chosen', 3, { faceDisc: { checked: true, stroke: '#2e7d5b', strokeWidth: 4, scaleX: 1.1, scaleY: 1.1 } }), final: true }],
  }],
  rules: [
    rule('faceChoose', {
      axis: FACE_AXIS, on: { on: 'tap' }, in: ['facePlain'], go: to('faceChosen'), motion: timed(120, 'ease-out'),
      actions: [{ id: 'faceTell', do: 'send', message: 'felt', payload: 'mood', recipient: 'holder' }],
    }),
    rule('faceAgain', { axis: FACE_AXIS, on: { on: 'tap' }, in: ['faceChosen'], go: doesNothing }),
  ],
  parameters: [{ id: 'faceMood', name: 'mood', type: 'text', initial: 'calm' }, { id: 'faceShape', name: 'mouth', type: 'text', initial: 'M0 6C6 6 18 6 24 6' }],
  absent: { faceDisc: { opacity: 0, rotation: 30, translateY: 6 } },
}

const asks = (to: string) => [{ id: `moodAsks-${to}`, do: 'set', variable: 'asks', to }] as const

/** Asks how the crossing was: the faces come in one after another; once one is chosen the row goes again. */
export const crossingMood: Component = {
  ...BARE,
  id: 'crossingMood',
  name: 'Crossing mood',
  parts: [
    { id: 'moodFrame', kind: 'container', name: 'frame', parent: null, base: { width: 280, height: 120 } },
    {
      id: 'moodButton', kind: 'container', name: 'button', parent: 'moodFrame',
      base: { x: 30, y: 0, width: 220, height: 44, fill: '#24506f', cursor: 'pointer', role: 'button', focusable: true, ...rounded(22) },
    },
    { id: 'moodLabel', kind: 'text', name: 'label', parent: 'moodButton', base: { x: 0, y: 12, width: 220, height: 20, text: 'How was the crossing?', fontSize: 15, fontWeight: '600', textAlign: 'center', fill: '#ffffff', receivesInput: false } },
    {
      id: 'moodRow', kind: 'list', name: 'faces', parent: 'moodFrame', component: 'moodFace', table: 'moods', filter: 'asks',
      base: { x: 20, y: 64, width: 240, height: 44, layout: 'row', gap: 10 },
      motion: timed(240, 'ease-out', { stagger: { stepMs: 60, from: 'first' } }),
    },
  ],
  axes: [{
    id: AXIS, name: 'question', start: 'moodRest', boundTo: null,
    states: [
      state('moodRest', 'rest', 0, {}),
      state('moodAsking', 'asking', 1, { moodButton: { fill: '#1a3a52' } }),
      state('moodFelt', 'felt', 2, { moodButton: { fill: '#1a3a52' } }),
      state('moodThanked', 'thanked', 3, { moodButton: { fill: '#2e7d5b' }, moodLabel: { text: { expr: "'Thank you: ' + felt" } } }),
    ],
  }],
  rules: [
    rule('moodAsk', { axis: AXIS, on: { on: 'tap' }, part: 'moodButton', in: ['moodRest', 'moodThanked'], go: to('moodAsking'), motion: timed(160, 'ease-out'), actions: asks('true') }),
    rule('moodClose', { axis: AXIS, on: { on: 'tap' }, part: 'moodButton', in: ['moodAsking'], go: to('moodRest'), motion: timed(160, 'ease-out'), actions: asks('false') }),
    rule('moodWait', { axis: AXIS, on: { on: 'tap' }, part: 'moodButton', in: ['moodFelt'], go: doesNothing }),
    rule('moodHear', { axis: AXIS, on: { on: 'message', name: 'felt' }, in: ['moodAsking'], go: to('moodFelt'), actions: [{ id: 'moodKeep', do: 'set', variable: 'felt', to: 'payload' }] }),
    rule('moodThank', { axis: AXIS, on: { on: 'after', ms: 600, since: 'entering', pauseWhile: null }, in: ['moodFelt'], go: to('moodThanked'), motion: timed(240, 'ease-out'), actions: asks('false') }),
  ],
  variables: [{ id: 'moodAsksVariable', name: 'asks', type: 'yes/no', start: false }, { id: 'moodFeltVariable', name: 'felt', type: 'text', start: '' }],
}
