import type { Component, DataTable, Variable } from '../document'
import { BARE, lone, rounded, rule, state, timed, to } from './building'

const AXIS = 'cabinAxis'

/** The cabins of the night boat. */
export const cabins: DataTable = {
  id: 'cabinTable', name: 'cabins',
  columns: [{ id: 'cabinNumber', name: 'number', type: 'text' }, { id: 'cabinTitle', name: 'title', type: 'text' }],
  records: ([['214', 'Lantern'], ['216', 'Gannet'], ['218', 'Kittiwake']] as const).map(([number, title]) => ({ id: `cabin${number}`, cells: { cabinNumber: number, cabinTitle: title } })),
}

/** Which cabin is open, for everyone; none when they are empty. */
export const cabinVariables: readonly Variable[] = [
  { id: 'openCabinVariable', name: 'openCabin', type: 'text', start: '' }, { id: 'openTitleVariable', name: 'openTitle', type: 'text', start: '' },
]

/** A cabin as a small card. While another one is open it steps back and does not answer. */
export const cabinCard: Component = {
  ...BARE,
  id: 'cabinCard',
  name: 'Cabin card',
  parts: [
    { id: 'cabinPlate', kind: 'container', name: 'plate', parent: null, transitionName: 'cabin plate', base: { width: 342, height: 72, fill: '#e3ecf2', cursor: 'pointer', role: 'button', accessibleName: { expr: "'Cabin ' + number" }, focusable: true, ...rounded(12) } },
    { id: 'cabinNumberWords', kind: 'text', name: 'number', parent: 'cabinPlate', transitionName: 'cabin number', base: { x: 16, y: 12, width: 80, height: 26, text: { expr: 'number' }, fontSize: 20, fontWeight: '700', fill: '#24506f' } },
    { id: 'cabinTitleWords', kind: 'text', name: 'title', parent: 'cabinPlate', transitionName: 'cabin title', base: { x: 16, y: 40, width: 200, height: 20, text: { expr: 'title' }, fontSize: 15, fill: '#1d2b33' } },
  ],
  axes: [{
    id: AXIS, name: 'card', start: 'cabinHere', boundTo: null,
    states: [state('cabinHere', 'here', 0, {}), state('cabinAway', 'stepped back', 6, { cabinPlate: { opacity: 0.4, receivesInput: false, focusable: false } })],
  }],
  rules: [
    rule('cabinOpens', {
      axis: AXIS, on: { on: 'tap' }, in: ['cabinHere'], go: { go: 'stay' },
      actions: [
        { id: 'cabinKeepsNumber', do: 'set', variable: 'openCabin', to: 'number' }, { id: 'cabinKeepsTitle', do: 'set', variable: 'openTitle', to: 'title' },
        { id: 'cabinShows', do: 'open overlay', screen: 'cabin', motion: timed(360, 'cubic-bezier(0.3, 0, 0.1, 1)') },
      ],
    }),
    { ...rule('cabinStepsBack', { axis: AXIS, on: { on: 'changes', name: 'openCabin', to: null }, in: ['cabinHere'], go: to('cabinAway'), motion: timed(240, 'ease-out') }), guard: "openCabin != '' && openCabin != number" },
    { ...rule('cabinComesBack', { axis: AXIS, on: { on: 'changes', name: 'openCabin', to: null }, in: ['cabinAway'], go: to('cabinHere'), motion: timed(240, 'ease-out') }), guard: "openCabin == ''" },
  ],
  parameters: [{ id: 'cabinNumberText', name: 'number', type: 'text', initial: '214' }, { id: 'cabinTitleText', name: 'title', type: 'text', initial: 'Lantern' }],
}

/** All cabins, one under the other. */
export const cabinDeck: Component = {
  ...BARE,
  id: 'cabinDeck',
  name: 'Cabin deck',
  parts: [
    { id: 'cabinRows', kind: 'container', name: 'rows', parent: null, base: { width: 342, height: 240 } },
    { id: 'cabinList', kind: 'list', name: 'cabins', parent: 'cabinRows', component: 'cabinCard', table: 'cabinTable', filter: null, base: { width: 342, height: 240, layout: 'column', gap: 12 } },
  ],
  axes: [lone('deck')],
}

/** The cabin that is open, large. */
export const cabinSheet: Component = {
  ...BARE,
  id: 'cabinSheet',
  name: 'Cabin sheet',
  parts: [
    { id: 'sheetPlate', kind: 'container', name: 'plate', parent: null, transitionName: 'cabin plate', base: { width: 342, height: 420, fill: '#24506f', role: 'dialog', accessibleName: { expr: "'Cabin ' + openCabin" }, ...rounded(20) } },
    { id: 'sheetNumber', kind: 'text', name: 'number', parent: 'sheetPlate', transitionName: 'cabin number', base: { x: 24, y: 24, width: 200, height: 64, text: { expr: 'openCabin' }, fontSize: 48, fontWeight: '700', fill: '#ffffff' } },
    { id: 'sheetTitle', kind: 'text', name: 'title', parent: 'sheetPlate', transitionName: 'cabin title', base: { x: 24, y: 92, width: 294, height: 28, text: { expr: 'openTitle' }, fontSize: 20, fill: '#e3ecf2' } },
    { id: 'sheetWords', kind: 'text', name: 'words', parent: 'sheetPlate', base: { x: 24, y: 144, width: 294, height: 120, text: 'Two bunks, a window to starboard. Breakfast until half past nine; the stairs to the boat deck are opposite the door.', fontSize: 15, fill: '#e3ecf2' } },
    { id: 'sheetClose', kind: 'container', name: 'close', parent: 'sheetPlate', base: { x: 24, y: 360, width: 294, height: 40, fill: '#fbf8f1', cursor: 'pointer', role: 'button', accessibleName: 'Back to the cabins', focusable: true, ...rounded(8) } },
    { id: 'sheetCloseWords', kind: 'text', name: 'close words', parent: 'sheetClose', base: { y: 10, width: 294, height: 20, text: 'Back to the cabins', fontSize: 15, fontWeight: '600', textAlign: 'center', fill: '#1d2b33', receivesInput: false } },
  ],
  axes: [lone('sheet')],
  rules: [
    rule('sheetCloses', { axis: 'sheet', on: { on: 'tap' }, part: 'sheetClose', in: ['sheetRest'], go: { go: 'stay' }, actions: [{ id: 'sheetGoes', do: 'close overlay', screen: 'cabin', motion: null }] }),
    rule('sheetEnds', { axis: 'sheet', on: { on: 'hidden' }, in: ['sheetRest'], go: { go: 'stay' }, actions: [{ id: 'sheetForgets', do: 'set', variable: 'openCabin', to: "''" }] }),
  ],
}
