import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { addToScreen, apply, instanceFor, newScreen, screenRule, type Project, type Screen } from '@rheoscope/core/document'
import { linksOn } from '@rheoscope/core/reading'
import { projectOf, small, tap } from '../run/small-component'

function screenWith(project: Project, more: Partial<Screen> = {}): Project {
  const screen: Screen = { ...newScreen(() => 'ground', 'Screen', 'free'), id: 'screen', ...more }
  const empty: Project = { ...project, screens: [screen] }
  return ['one', 'two'].reduce<Project>((now, id) => apply(now, addToScreen('screen', instanceFor(now, now.screens[0]!, 'small', id, { x: 0, y: 0 }))), empty)
}
const links = (project: Project) => linksOn(project, project.screens[0]!).map(({ from, to, by, name }) => `${from ?? 'screen'} → ${to ?? 'screen'}: ${by} ${name}`)

test('messages link those that send with those that listen, as far as they are meant', () => {
  const says = (recipient: 'holder' | 'siblings' | 'everyone') => small({ a: {}, b: {} }, [
    { on: tap, to: 'b', actions: [{ id: 'x', do: 'send', message: 'ahoy', payload: null, recipient }] }, { on: { on: 'message', name: 'ahoy' }, to: 'a' },
  ])
  expect(links(screenWith(projectOf(says('siblings'))))).toEqual(['one → two: message ahoy', 'two → one: message ahoy'])
  expect(links(screenWith(projectOf(says('holder'))))).toEqual([])
  const heard = { ...screenRule('r', { on: 'message', name: 'ahoy' }, null), actions: [{ id: 'y', do: 'drive', instance: 'two', axis: 'axis', state: 'b' } as const] }
  expect(links(screenWith(projectOf(says('holder')), { rules: [heard] }))).toEqual(['one → screen: message ahoy', 'two → screen: message ahoy', 'screen → two: state b'])
})

test('variables link those that set them with those that use them', () => {
  const sets = small({ a: {}, b: {} }, [{ on: tap, to: 'b', actions: [{ id: 'x', do: 'set', variable: 'lit', to: 'true' }] }, { on: { on: 'changes', name: 'lit', to: null }, to: 'a' }])
  const shared = { ...projectOf(sets), variables: [{ id: 'v', name: 'lit', type: 'yes/no', start: false } as const] }
  expect(links(screenWith(shared))).toEqual(['one → two: variable lit', 'two → one: variable lit'])
  expect(links(screenWith(projectOf({ ...sets, variables: shared.variables })))).toEqual([])
})

test('what stands inside one instance is its own affair', () => {
  const cabins = skerryLine.screens.find(({ id }) => id === 'cabins')!
  expect(linksOn(skerryLine, cabins)).toEqual([{ from: 'cabins-cabinDeck', to: 'cabins-heading', by: 'variable', name: 'openCabin' }])
  const purser = skerryLine.screens.find(({ id }) => id === 'purser')!
  expect(linksOn(skerryLine, purser).filter(({ by }) => by === 'variable')).toEqual([])
})
