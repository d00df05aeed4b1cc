import type { Component, Part } from '../document'
import { BARE, rounded, rule, state, timed } from './building'

const AXIS = 'trayAxis'

const OPTIONS = [['Call the bridge', 'anchor'], ['Sell a ticket', 'ticket-confirmation-outline']] as const

/** A row of the tray: an icon, words, and a line under it but for the last. */
const row = ([words, icon]: (typeof OPTIONS)[number], index: number): readonly Part[] => [
  { id: `trayRow${index}`, kind: 'container', name: `option ${index + 1}`, parent: 'trayBox', base: { layout: 'row', align: 'center', gap: 10, width: 200, heightFrom: 'content', paddingTop: 10, paddingBottom: 10, paddingLeft: 12, cursor: 'pointer', role: 'menuitem', accessibleName: words } },
  { id: `trayIcon${index}`, kind: 'icon', name: `icon ${index + 1}`, parent: `trayRow${index}`, base: { width: 20, height: 20, icon, fill: '#24506f' } },
  { id: `trayWords${index}`, kind: 'text', name: `words ${index + 1}`, parent: `trayRow${index}`, base: { text: words, fontSize: 15, fill: '#1d2b33', widthFrom: 'content', heightFrom: 'content' } },
  ...(index < OPTIONS.length - 1 ? [{ id: `trayLine${index}`, kind: 'box', name: `line ${index + 1}`, parent: 'trayBox', base: { width: 200, height: 1, fill: '#d8cfbd' } } as const] : []),
]

/** A button that opens a tray as high as what is in it; its icon turns, and pressed again both run backwards. One yes/no says whether it is open. */
export const crewTray: Component = {
  ...BARE,
  id: 'crewTray',
  name: 'Crew options tray',
  parts: [
    { id: 'trayFrame', kind: 'container', name: 'frame', parent: null, base: { width: 200, height: 150 } },
    { id: 'trayButton', kind: 'container', name: 'button', parent: 'trayFrame', base: { width: 200, height: 44, fill: '#24506f', cursor: 'pointer', role: 'button', accessibleName: 'Crew options', focusable: true, expanded: false, controls: 'trayBox', ...rounded(8) } },
    { id: 'trayLabel', kind: 'text', name: 'label', parent: 'trayButton', base: { x: 14, y: 12, width: 140, height: 20, text: 'Crew', fontSize: 15, fontWeight: '600', fill: '#ffffff' } },
    { id: 'trayArrow', kind: 'icon', name: 'arrow', parent: 'trayButton', base: { x: 166, y: 10, width: 24, height: 24, icon: 'chevron-down', fill: '#ffffff' } },
    { id: 'trayBox', kind: 'container', name: 'tray', parent: 'trayFrame', base: { y: 48, width: 200, height: 0, layout: 'column', clip: true, fill: '#ffffff', receivesInput: false, role: 'menu', accessibleName: 'Crew options', ...rounded(8) } },
    ...OPTIONS.flatMap(row),
  ],
  axes: [{
    id: AXIS, name: 'tray', start: 'trayClosed', boundTo: { variable: 'isOpen' },
    states: [state('trayClosed', 'closed', 0, {}), state('trayOpen', 'open', 3, { trayButton: { expanded: true }, trayBox: { heightFrom: 'content', receivesInput: true }, trayArrow: { rotation: 180 } })],
  }],
  rules: [
    rule('trayTake', { axis: AXIS, on: { on: 'tap' }, part: 'trayButton', in: ['trayClosed'], go: { go: 'stay' }, actions: [{ id: 'trayTaking', do: 'set', variable: 'isOpen', to: 'true' }] }),
    rule('trayPut', { axis: AXIS, on: { on: 'tap' }, part: 'trayButton', in: ['trayOpen'], go: { go: 'stay' }, actions: [{ id: 'trayPutting', do: 'set', variable: 'isOpen', to: 'false' }] }),
  ],
  pairs: [{ id: 'trayMoving', axis: AXIS, from: null, to: null, motion: timed(260, 'ease-in-out') }],
  variables: [{ id: 'trayVariable', name: 'isOpen', type: 'yes/no', start: false }],
}
