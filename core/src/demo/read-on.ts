import type { Component, DataTable } from '../document'
import { BARE, lone, rounded, rule, state, timed, to } from './building'

const AXIS = 'readAxis'
const CARD_AXIS = 'noticeAxis'

const LOG = 'Calm until the outer mark, then a long swell from the north-west. Two porpoises off Lamp Rock kept us company as far as Holm East. The lights of the quay were seen at half past nine, and the gangway went down without a bump.'

/** An excerpt cut at a height each instance sets and faded at the edge; it opens to all of it. */
export const readOn: Component = {
  ...BARE,
  id: 'readOn',
  name: 'Read-on excerpt',
  parts: [
    { id: 'readFrame', kind: 'container', name: 'frame', parent: null, base: { width: 260, height: 200, layout: 'column', gap: 6, widthFrom: 'fixed', heightFrom: 'fixed' } },
    { id: 'readCut', kind: 'container', name: 'excerpt', parent: 'readFrame', base: { width: 260, height: { expr: 'cut' }, clip: true, fadeBottom: 24, fill: '#fbf8f1' } },
    { id: 'readText', kind: 'text', name: 'words', parent: 'readCut', base: { width: 260, height: { expr: 'words.natural.height' }, text: { expr: 'log' }, fontSize: 15, fill: '#1d2b33' } },
    { id: 'readMore', kind: 'text', name: 'more', parent: 'readFrame', base: { text: 'Read on', fontSize: 14, fontWeight: '600', fill: '#2f6f9f', cursor: 'pointer', role: 'button', accessibleName: 'Read on', focusable: true, expanded: false, controls: 'readCut', widthFrom: 'content', heightFrom: 'content' } },
  ],
  axes: [{
    id: AXIS, name: 'excerpt', start: 'readShort', boundTo: null,
    states: [
      state('readShort', 'short', 0, {}),
      state('readWhole', 'whole', 3, { readCut: { height: { expr: 'words.natural.height + 12' }, fadeBottom: 0 }, readMore: { text: 'Less', accessibleName: 'Less', expanded: true } }),
    ],
  }],
  rules: [
    rule('readOpen', { axis: AXIS, on: { on: 'tap' }, part: 'readMore', in: ['readShort'], go: to('readWhole'), motion: timed(240, 'ease-out') }),
    rule('readClose', { axis: AXIS, on: { on: 'tap' }, part: 'readMore', in: ['readWhole'], go: to('readShort'), motion: timed(240, 'ease-out') }),
  ],
  parameters: [{ id: 'readHeight', name: 'cut', type: 'number', initial: 64, min: 20, max: 400, step: 4 }, { id: 'readLog', name: 'log', type: 'text', initial: LOG }],
}

export const notices: DataTable = {
  id: 'notices', name: 'notices',
  columns: [{ id: 'noticeTitle', name: 'title', type: 'text' }, { id: 'noticeBody', name: 'body', type: 'text' }],
  records: ([
    ['Fog in the sound', 'Crossings take ten minutes longer until noon.'],
    ['Lamp Rock closed', 'The landing at Lamp Rock is closed while the seals have their young. The boat passes at a distance, and stops off Outer Holm instead.'],
    ['Bicycles', 'Please walk them on board.'],
  ] as const).map(([title, body], index) => ({ id: `notice${index + 1}`, cells: { noticeTitle: title, noticeBody: body } })),
}

/** A card that opens and closes to the height of its own text. */
export const noticeCard: Component = {
  ...BARE,
  id: 'noticeCard',
  name: 'Notice card',
  parts: [
    { id: 'cardPlate', kind: 'container', name: 'plate', parent: null, base: { width: 260, height: 40, clip: true, fill: '#fbf8f1', cursor: 'pointer', role: 'button', accessibleName: { expr: 'title' }, focusable: true, expanded: false, ...rounded(8) } },
    { id: 'cardTitle', kind: 'text', name: 'title', parent: 'cardPlate', base: { x: 12, y: 10, width: 236, height: 20, text: { expr: 'title' }, fontSize: 15, fontWeight: '600', fill: '#1d2b33' } },
    { id: 'cardBody', kind: 'text', name: 'body', parent: 'cardPlate', base: { x: 12, y: 40, width: 236, height: { expr: 'body.natural.height' }, text: { expr: 'body' }, fontSize: 14, fill: '#5b666b', opacity: 0 } },
  ],
  axes: [{
    id: CARD_AXIS, name: 'card', start: 'cardShut', boundTo: null,
    states: [state('cardShut', 'shut', 0, {}), state('cardOpen', 'open', 3, { cardPlate: { expanded: true, height: { expr: '52 + body.natural.height' } }, cardBody: { opacity: 1 } })],
  }],
  rules: [
    rule('cardShow', { axis: CARD_AXIS, on: { on: 'tap' }, in: ['cardShut'], go: to('cardOpen'), motion: timed(220, 'ease-out') }),
    rule('cardHide', { axis: CARD_AXIS, on: { on: 'tap' }, in: ['cardOpen'], go: to('cardShut'), motion: timed(220, 'ease-out') }),
  ],
  parameters: [{ id: 'cardTitleText', name: 'title', type: 'text', initial: 'Notice' }, { id: 'cardBodyText', name: 'body', type: 'text', initial: 'Nothing to report.' }],
}

/** The notices of the harbour, each of which opens for itself. */
export const harbourNotices: Component = {
  ...BARE,
  id: 'harbourNotices',
  name: 'Harbour notices',
  parts: [
    { id: 'noticesFrame', kind: 'container', name: 'frame', parent: null, base: { width: 284, height: 220, fill: '#e9e2d3', clip: true, ...rounded(12) } },
    { id: 'noticesList', kind: 'list', name: 'notices', parent: 'noticesFrame', component: 'noticeCard', table: 'notices', filter: null, base: { x: 12, y: 12, width: 260, height: 196, layout: 'column', gap: 8 }, motion: timed(220, 'ease-out') },
  ],
  axes: [lone('notices')],
}
