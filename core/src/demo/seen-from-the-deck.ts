import { firstOf, type Component, type Part, type Trigger } from '../document'
import { BARE, rounded, rule, state, timed } from './building'

const AXIS = 'deckAxis'

const SEEN = [['gannet', 'Gannet', '#2f6f9f'], ['seal', 'Grey seal', '#8a5a3c'], ['puffin', 'Puffin', '#b5466b']] as const

const key = (name: string): Trigger => ({ on: 'key', key: name, modifiers: {}, anywhere: false })

const slide = ([id, words, fill]: (typeof SEEN)[number], index: number): readonly Part[] => [
  { id: `deck-${id}`, kind: 'box', name: words, parent: 'deckRow', base: { x: index * 240, width: 240, height: 120, fill } },
  { id: `deck-${id}-words`, kind: 'text', name: `${words} words`, parent: 'deckRow', base: { x: index * 240 + 52, y: 48, width: 136, height: 26, text: words, fontSize: 20, fontWeight: '700', textAlign: 'center', fill: '#ffffff' } },
]

const dot = ([id]: (typeof SEEN)[number], index: number): Part =>
  ({ id: `deck-${id}-dot`, kind: 'ellipse', name: `dot ${index + 1}`, parent: 'deckFrame', base: { x: 100 + index * 16, y: 128, width: 8, height: 8, fill: '#8a959b' } })

const arrow = (id: string, name: string, x: number, d: string): readonly Part[] => [
  { id, kind: 'ellipse', name, parent: 'deckFrame', base: { x, y: 44, width: 32, height: 32, fill: '#fbf8f1', opacity: 0.9, cursor: 'pointer', role: 'button', accessibleName: name, focusable: true } },
  { id: `${id}Mark`, kind: 'path', name: `${name} mark`, parent: 'deckFrame', base: { x: x + 11, y: 53, width: 10, height: 14, d, stroke: '#1d2b33', strokeWidth: 2, strokeCap: 'round', receivesInput: false } },
]

const next = { go: 'next', loops: true } as const
const previous = { go: 'previous', loops: true } as const
const all = SEEN.map(([id]) => `saw-${id}`)

/** Slides of what is seen from the deck: on and back round and round, by itself unless somebody is at it, and by the arrow keys. */
export const seenFromTheDeck: Component = {
  ...BARE,
  id: 'seenFromTheDeck',
  name: 'Seen from the deck',
  parts: [
    { id: 'deckFrame', kind: 'container', name: 'frame', parent: null, base: { width: 240, height: 144, clip: true, fill: '#f4efe4', role: 'region', accessibleName: 'Seen from the deck', ...rounded(10) } },
    { id: 'deckRow', kind: 'container', name: 'slides', parent: 'deckFrame', base: { width: 720, height: 120 } },
    ...SEEN.flatMap(slide),
    ...SEEN.map(dot),
    ...arrow('deckBack', 'Previous', 8, 'M8 1L2 7L8 13'), ...arrow('deckOn', 'Next', 200, 'M2 1L8 7L2 13'),
  ],
  axes: [{
    id: AXIS, name: 'slide', start: firstOf(all), boundTo: null,
    states: SEEN.map(([id, words], index) => state(`saw-${id}`, words.toLowerCase(), index, { deckRow: { x: 0 - 240 * index }, [`deck-${id}-dot`]: { fill: '#1d2b33' }, deckFrame: { accessibleName: `Seen from the deck: ${words}` } })),
  }],
  rules: [
    rule('deckNext', { axis: AXIS, on: { on: 'tap' }, part: 'deckOn', in: all, go: next }),
    rule('deckPrevious', { axis: AXIS, on: { on: 'tap' }, part: 'deckBack', in: all, go: previous }),
    rule('deckRight', { axis: AXIS, on: key('ArrowRight'), in: all, go: next }),
    rule('deckLeft', { axis: AXIS, on: key('ArrowLeft'), in: all, go: previous }),
    rule('deckByItself', { axis: AXIS, on: { on: 'every', ms: 4000, since: 'entering', pauseWhile: 'hovered || focused' }, in: all, go: next }),
  ],
  motion: timed(480, 'ease-in-out'),
}
