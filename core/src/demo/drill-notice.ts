import type { Component, Part } from '../document'
import { BARE, doesNothing, rounded, rule, state, timed, to } from './building'

const AXIS = 'drillAxis'

const OPENERS = [['drillPost', 'Notice board', 16], ['drillBell', 'Ship’s bell', 108], ['drillMap', 'Deck plan', 200]] as const

const opener = ([id, words, x]: (typeof OPENERS)[number]): readonly Part[] => [
  { id, kind: 'container', name: words, parent: 'drillPage', base: { x, y: 16, width: 84, height: 36, fill: '#24506f', cursor: 'pointer', role: 'button', accessibleName: words, focusable: true, ...rounded(6) } },
  { id: `${id}Words`, kind: 'text', name: `${words} words`, parent: id, base: { x: 0, y: 10, width: 84, height: 16, text: words, fontSize: 12, fontWeight: '600', textAlign: 'center', fill: '#ffffff', receivesInput: false } },
]

/** What lies behind the dialog cannot be come to by keyboard either. */
const behind = Object.fromEntries(OPENERS.map(([id]) => [id, { receivesInput: false }]))

/** A dialog that fades in over a dimmed page; several buttons open it, and what lies behind answers nothing meanwhile. */
export const drillNotice: Component = {
  ...BARE,
  id: 'drillNotice',
  name: 'Drill notice',
  parts: [
    { id: 'drillPage', kind: 'container', name: 'page', parent: null, base: { width: 300, height: 200, fill: '#fbf8f1', clip: true } },
    ...OPENERS.flatMap(opener),
    { id: 'drillDim', kind: 'box', name: 'dimmed', parent: 'drillPage', base: { width: 300, height: 200, fill: '#1d2b33', opacity: 0, receivesInput: false, role: 'button', accessibleName: 'Close', cursor: 'pointer' } },
    { id: 'drillDialog', kind: 'container', name: 'dialog', parent: 'drillPage', base: { x: 40, y: 56, width: 220, height: 104, fill: '#ffffff', opacity: 0, receivesInput: false, translateY: 8, role: 'dialog', accessibleName: 'Drill at four o’clock', modal: true, ...rounded(10) } },
    { id: 'drillWords', kind: 'text', name: 'words', parent: 'drillDialog', base: { x: 16, y: 16, width: 188, height: 40, text: 'Drill at four o’clock. Bring your life jacket.', fontSize: 14, fill: '#1d2b33' } },
    { id: 'drillClose', kind: 'container', name: 'close', parent: 'drillDialog', base: { x: 128, y: 64, width: 76, height: 28, fill: '#2e7d5b', cursor: 'pointer', role: 'button', accessibleName: 'Understood', focusable: true, ...rounded(6) } },
    { id: 'drillCloseWords', kind: 'text', name: 'close words', parent: 'drillClose', base: { x: 0, y: 6, width: 76, height: 16, text: 'Understood', fontSize: 12, fontWeight: '600', textAlign: 'center', fill: '#ffffff', receivesInput: false } },
  ],
  axes: [{
    id: AXIS, name: 'notice', start: 'drillGone', boundTo: null,
    states: [
      state('drillGone', 'gone', 0, {}),
      state('drillShown', 'shown', 1, { drillDim: { opacity: 0.5, receivesInput: true }, drillDialog: { opacity: 1, receivesInput: true, translateY: 0 }, ...behind }),
    ],
  }],
  rules: [
    ...OPENERS.map(([id], index) => rule(`drillOpen${index}`, { axis: AXIS, on: { on: 'tap' }, part: id, in: ['drillGone'], go: to('drillShown'), motion: timed(200, 'ease-out'), actions: [{ id: `drillFrom${index}`, do: 'set', variable: 'opener', to: `'${id}'` }, { id: `drillInto${index}`, do: 'focus', part: 'drillDialog' }] })),
    ...OPENERS.map(([id], index) => ({
      ...rule(`drillBack${index}`, { axis: AXIS, on: { on: 'entered' }, in: ['drillGone'], go: { go: 'stay' }, actions: [{ id: `drillBackFocus${index}`, do: 'focus', part: id }] }), guard: `opener == '${id}'`,
    })),
    rule('drillUnderstood', { axis: AXIS, on: { on: 'tap' }, part: 'drillClose', in: ['drillShown'], go: to('drillGone'), motion: timed(160, 'ease-in') }),
    rule('drillOutside', { axis: AXIS, on: { on: 'tap' }, part: 'drillDim', in: ['drillShown'], go: to('drillGone'), motion: timed(160, 'ease-in') }),
    rule('drillEscape', { axis: AXIS, on: { on: 'key', key: 'Escape', modifiers: {}, anywhere: true }, in: ['drillShown'], go: to('drillGone'), motion: timed(160, 'ease-in') }),
    rule('drillEscapeIdle', { axis: AXIS, on: { on: 'key', key: 'Escape', modifiers: {}, anywhere: true }, in: ['drillGone'], go: doesNothing }),
  ],
  variables: [{ id: 'drillOpener', name: 'opener', type: 'choice', start: 'drillPost', choices: OPENERS.map(([id]) => id) }],
}
