import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { addScreen, apply, batch, newScreen, screenRule, type Action, type Project, type Screen } from '@rheoscope/core/document'
import { flowOf, followed } from '@rheoscope/core/flow'
import { playTake } from '@rheoscope/core/run'

const made = (id: string, more: Partial<Screen> = {}): Screen => ({ ...newScreen((name) => `${id}-${name}`, id, 'phone'), id, ...more })

const rule = (id: string, ...actions: readonly Action[]) => ({ ...screenRule(id, { on: 'tap' }, null), actions })

const goes = (screen: string): Action => ({ id: `to-${screen}`, do: 'go to screen', screen, motion: null })

function projectWith(...screens: readonly Screen[]): Project {
  return screens.reduce<Project>((project, screen) => apply(project, batch(addScreen(project, screen))), { ...skerryLine, screens: [], startScreen: null, takes: [], promises: [], components: [] })
}

const columns = (project: Project) => flowOf(project).columns.map(({ title, screens }) => `${title}: ${screens.join(' ')}`)

test('what nothing leads to begins a count of its own, and what only leads to itself is last', () => {
  const project = projectWith(made('a', { rules: [rule('r1', goes('b'))] }), made('b', { rules: [rule('r2', goes('a'))] }), made('c', { rules: [rule('r3', goes('d'))] }), made('d'), made('e', { rules: [rule('r4', goes('f'))] }), made('f', { rules: [rule('r5', goes('e'))] }), made('o', { kind: 'overlay' }))
  expect(columns(project)).toEqual(['start: a', '1 step: b', 'other entry points: c', '1 step from there: d', 'nothing leads here: e f o'])
})

test('an overlay leads back to what opens it, by its rules and by what closes it', () => {
  const overlay = { backdropOpacity: 0.3, closesOnOutsideTap: true, closesOnEscape: true }
  const project = projectWith(made('a', { rules: [rule('r1', { id: 'x', do: 'open overlay', screen: 'o', motion: null })] }), made('o', { kind: 'overlay', overlay, rules: [rule('r2', { id: 'y', do: 'close overlay', screen: 'o', motion: null })] }))
  expect(flowOf(project).links.map(({ from, to, by }) => `${from} ${by} ${to}`)).toEqual(['a open overlay o', 'o close overlay a', 'o tap outside a', 'o Escape a'])
})

test('rules of what stands inside something on a screen lead on from where they listen', () => {
  const cards = flowOf(skerryLine).links.filter(({ from, to }) => from === 'cabins' && to === 'cabin')
  expect(cards.length).toBeGreaterThan(0)
  expect(cards.every(({ element }) => element.instance !== '' || element.part !== null)).toBe(true)
})

test.each([
  ['takeCrossing', ['home → crossing', 'crossing → home'], ['home', 'crossing'], ['home']],
  ['takeCabin', ['cabins → cabin', 'cabin → cabins'], ['cabins', 'cabin'], ['cabins']],
  ['takeBoarding', [], ['home'], ['home']],
])('%s is followed over the arrows it goes', (id, gone, seen, last) => {
  const flow = flowOf(skerryLine)
  const take = skerryLine.takes.find((each) => each.id === id)!
  const start = 'screen' in take.surface ? take.surface.screen : ''
  const { links, screens, shown } = followed(flow, start, playTake(skerryLine, take).trace)
  expect([...links].map((each) => flow.links.find((link) => link.id === each)!).map(({ from, to }) => `${from} → ${to}`)).toEqual(gone)
  expect([...screens]).toEqual(seen)
  expect([...shown]).toEqual(last)
})
