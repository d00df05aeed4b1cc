import type { Component, Motion, Part, Rule } from '../document'
import { BARE, doesNothing, rounded, rule, state, timed } from './building'

const AXIS = 'deckTabsAxis'

const DECKS = [
  ['carDeck', 'Car deck', 'Please leave the cars before we sail. Lifts at bow and stern.'],
  ['saloonDeck', 'Saloon', 'Soup and bread until two, then coffee and waffles.'],
  ['promenadeDeck', 'Promenade', 'Benches to leeward; mind the wet planks.'],
] as const

type Deck = (typeof DECKS)[number]

const WIDTH = 320

const shown = (id: string): string => `${id}Shown`

const tab = ([id, name]: Deck, index: number): Part => ({
  id, kind: 'text', name: name.toLowerCase(), parent: 'deckTabs',
  base: { height: 28, text: name, fontSize: 16, fontWeight: '600', fill: index === 0 ? '#1d2b33' : '#4d5a61', cursor: index === 0 ? 'default' : 'pointer', role: 'tab', focusable: true, selected: index === 0, controls: `${id}Panel`, widthFrom: 'content', heightFrom: 'fixed' },
})

const panel = ([id, name, words]: Deck, index: number): readonly Part[] => [
  { id: `${id}Panel`, kind: 'container', name: `${name} panel`, parent: 'deckTrack', base: { x: index * WIDTH, y: 0, width: WIDTH, height: 132, role: 'tabpanel', accessibleName: name } },
  { id: `${id}Card`, kind: 'box', name: `${name} card`, parent: `${id}Panel`, base: { x: 6, y: 6, width: WIDTH - 12, height: 120, fill: '#ffffff', ...rounded(10) } },
  { id: `${id}Words`, kind: 'text', name: `${name} words`, parent: `${id}Panel`, base: { x: 24, y: 26, width: WIDTH - 48, height: 80, text: words, fontSize: 16, fill: '#1d2b33' } },
]

const sliding: Motion = timed(320, 'cubic-bezier(0.2, 0, 0, 1)')

const following: Motion = timed(320, 'linear')

const all = DECKS.map(([id]) => shown(id))

const taps: readonly Rule[] = DECKS.flatMap(([id]) => [
  rule(`deckTap-${id}`, { axis: AXIS, on: { on: 'tap' }, part: id, in: all.filter((each) => each !== shown(id)), go: { go: 'state', state: shown(id) }, motion: sliding }),
  rule(`deckSame-${id}`, { axis: AXIS, on: { on: 'tap' }, part: id, in: [shown(id)], go: { go: 'ignored' } }),
])

/** The arrows go from tab to tab and take the focus along; at either end they stay. */
const keys: readonly Rule[] = DECKS.flatMap(([id], index) => ([['ArrowRight', index + 1], ['ArrowLeft', index - 1]] as const).flatMap(([key, next]) => {
  const [to] = DECKS[next] ?? []
  if (to === undefined) return [rule(`deck${key}${index}`, { axis: AXIS, on: { on: 'key', key, modifiers: {}, anywhere: false }, part: 'deckTabs', in: [shown(id)], go: doesNothing })]
  return [rule(`deck${key}${index}`, { axis: AXIS, on: { on: 'key', key, modifiers: {}, anywhere: false }, part: 'deckTabs', in: [shown(id)], go: { go: 'state', state: shown(to) }, motion: sliding, actions: [{ id: `deck${key}${index}Focus`, do: 'focus', part: to }] })]
}))

const drags: readonly Rule[] = (['next', 'previous'] as const).map((go) =>
  rule(`deckDrag-${go}`, {
    axis: AXIS, part: 'deckPanels', in: go === 'next' ? all.slice(0, -1) : all.slice(1), go: { go, loops: false }, motion: following,
    on: { on: 'while dragged', by: `${go === 'next' ? '-' : ''}panels.dragX / ${WIDTH}`, keptIf: `${go === 'next' ? '-' : ''}panels.dragX > ${WIDTH / 2} || ${go === 'next' ? '-' : ''}panels.speedX > 400` },
  }))

/** Which tab the line lies under, as it is said of each of them. */
const lineAt = (reading: string) => ({ expr: `at == 0 ? carDeck.${reading} : at == 1 ? saloon.${reading} : promenade.${reading}` })

/** What there is on each deck: the line under the tabs glides to the chosen one, and the panels follow a finger. */
export const deckTabs: Component = {
  ...BARE,
  id: 'deckTabsComponent',
  name: 'Deck tabs',
  parts: [
    { id: 'deckFrame', kind: 'container', name: 'frame', parent: null, base: { width: WIDTH, height: 184 } },
    { id: 'deckTabs', kind: 'container', name: 'tabs', parent: 'deckFrame', keepsFocus: true, base: { x: 6, y: 4, width: WIDTH - 12, height: 30, layout: 'row', gap: 26, role: 'tablist', accessibleName: 'Decks' } },
    ...DECKS.map(tab),
    {
      id: 'deckLine', kind: 'box', name: 'line', parent: 'deckFrame', base: { x: lineAt('left'), y: 36, width: lineAt('width'), height: 3, fill: '#b5466b', receivesInput: false, ...rounded(1.5) },
      glides: ['x', 'width'].map((property) => ({ id: `deckGlide-${property}`, property, durationMs: 380, easing: 'cubic-bezier(0.34, 1.4, 0.5, 1)' })),
    },
    { id: 'deckPanels', kind: 'container', name: 'panels', parent: 'deckFrame', base: { x: 0, y: 48, width: WIDTH, height: 136, clip: true, fill: '#eae3d5', cursor: 'grab', ...rounded(12) } },
    { id: 'deckTrack', kind: 'container', name: 'track', parent: 'deckPanels', base: { x: 0, y: 2, width: WIDTH * DECKS.length, height: 132 } },
    ...DECKS.flatMap(panel),
  ],
  variables: [{ id: 'deckAt', name: 'at', type: 'number', start: 0 }],
  axes: [{
    id: AXIS, name: 'deck', start: shown('carDeck'), boundTo: null,
    states: DECKS.map(([id, name], index) => state(shown(id), name.toLowerCase(), index, index === 0 ? {} : {
      carDeck: { selected: false, fill: '#4d5a61', cursor: 'pointer' }, [id]: { selected: true, fill: '#1d2b33', cursor: 'default' }, deckTrack: { x: -WIDTH * index },
    })),
  }],
  rules: [
    ...taps, ...keys, ...drags,
    ...DECKS.map(([id], index) => rule(`deckCome-${id}`, { axis: AXIS, on: { on: 'entered' }, in: [shown(id)], go: { go: 'stay' }, actions: [{ id: `deckAt-${id}`, do: 'set', variable: 'at', to: String(index) }] })),
  ],
}
