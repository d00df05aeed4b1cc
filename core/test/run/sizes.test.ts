import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, newScreen, type Part, type Project, type Take } from '@rheoscope/core/document'
import { atSize } from '@rheoscope/core/machine'
import { advanceTo, drawList, playTake, runOptionsOf, send, startRun } from '@rheoscope/core/run'
import { itemOf, type DrawList } from '@rheoscope/core/scene'
import { projectOf, small, tap } from './small-component'

const SMALL = { id: 'small', name: 'small phone', width: 320, height: 568 }

/** A screen with a part at its right, pinned there, and a link to another one that has no further size; an overlay lies in the middle. */
function project(): Project {
  const box: Part = { id: 'box', kind: 'box', name: 'box', parent: 'ground', base: { x: 340, y: 10, width: 40, height: 40, pinX: 'end' } }
  const opens = small({ a: {} }, [{ on: tap, to: { go: 'stay' }, actions: [{ id: 'opens', do: 'open overlay', screen: 'note', motion: null }] }])
  const deck = newScreen(() => 'ground', 'Deck', 'phone')
  const note = { ...newScreen(() => 'note-ground', 'Note', 'free'), width: 100, height: 100 }
  const link: Part = { id: 'link', kind: 'instance', name: 'link', parent: 'ground', component: 'small', start: {}, base: { x: 0, y: 100 } }
  return {
    ...projectOf(opens), startScreen: 'deck',
    screens: [
      { ...deck, id: 'deck', sizes: [SMALL], parts: [...deck.parts, box, link] },
      { ...note, id: 'note', kind: 'overlay', overlay: { backdropOpacity: 0.4, closesOnOutsideTap: true, closesOnEscape: true }, parts: note.parts.map((part) => ({ ...part, base: { ...part.base, width: 100, height: 100 } })) },
    ],
  }
}

const placeOf = (run: ReturnType<typeof startRun>, part: string) => certain(itemOf(drawList(run), '', part)).values

test('a run is at the size it is asked for, and pins follow', () => {
  expect(placeOf(startRun(project(), { screen: 'deck' }), 'box').x).toBe(340)
  const run = startRun(project(), { screen: 'deck' }, { size: 'small phone' })
  expect(placeOf(run, 'ground')).toMatchObject({ width: 320, height: 568 })
  expect(placeOf(run, 'box').x).toBe(270)
})

test('a take is played at the size it was recorded at, and an overlay lies in the middle of that', () => {
  const at = { x: 20, y: 110, pointer: 'mouse' } as const
  const take: Take = {
    id: 'take', name: 'Take', surface: { screen: 'deck' }, size: 'small phone', inputs: [{ atMs: 0, do: 'press', ...at }, { atMs: 1, do: 'release', ...at }], endsAtMs: 1000, reducedMotion: false,
    expectations: [{ id: 'width', byMs: 1000, expect: { what: 'property', instance: '', part: 'ground', property: 'width', value: 320 } }],
  }
  expect(playTake(project(), take).results).toEqual([expect.objectContaining({ isMet: true })])
  const run = startRun(project(), take.surface, runOptionsOf(take))
  for (const { atMs, ...action } of take.inputs) {
    advanceTo(run, atMs)
    send(run, action)
  }
  advanceTo(run, 1000)
  const everything = (list: DrawList): DrawList => list.flatMap((item) => [item, ...everything(item.children)])
  expect(everything(drawList(run)).find(({ part }) => part === 'note-ground')?.values).toMatchObject({ x: 110, y: 234 })
})

test('a project without a size of that name is the very same', () => {
  fc.assert(fc.property(fc.string(), (name) => expect(atSize(skerryLine, `${name}?`)).toBe(skerryLine)))
  expect(atSize(skerryLine, undefined)).toBe(skerryLine)
  expect(atSize(skerryLine, 'small phone')).toBe(atSize(skerryLine, 'small phone'))
})

test('at its own size a screen is what it is', () => {
  const whole = { ...skerryLine, screens: skerryLine.screens.map((screen) => ({ ...screen, sizes: [{ id: 'own', name: 'own', width: screen.width, height: screen.height }] })) }
  for (const { id } of whole.screens) expect(drawList(startRun(whole, { screen: id }, { size: 'own' }))).toEqual(drawList(startRun(whole, { screen: id })))
})
