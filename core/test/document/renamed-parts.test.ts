import { expect, test } from '@jest/globals'
import { apply, invert, renameOnScreen, renamePart, type Component, type Screen } from '@rheoscope/core/document'
import { projectOf, small, tap } from '../run/small-component'

const reading = small({ a: {}, b: { look: { dot: { x: { expr: 'box.left + box.natural.width' } } } } }, [
  { on: tap, in: ['a'], to: 'b', guard: 'box.width > 4 && "box.width" != box && is(box.tide, high)' },
  { on: { on: 'while dragged', by: 'box.dragX / 200', keptIf: 'box.speedX > dropbox.speedX' }, in: ['a'], to: 'b', part: 'box' },
  { on: { on: 'changes', name: 'box.scrollY', to: null }, in: ['b'], to: 'a', actions: [{ id: 'turn', do: 'set', variable: 'box', to: 'angleToPointer(box) + angleToPointer(dot)' }] },
])

test('a part that is renamed is read by its new name, and nothing else is', () => {
  const project = projectOf(reading)
  const edit = renamePart(reading, 'box', 'cargo hatch')
  const { parts, axes, rules } = apply(project, edit).components[0]!
  expect(parts.map(({ name }) => name)).toEqual(['frame', 'cargo hatch', 'dot'])
  expect(axes[0]!.states[1]!.look).toEqual({ dot: { x: { expr: 'cargoHatch.left + cargoHatch.natural.width' } } })
  expect(rules[0]!.guard).toBe('cargoHatch.width > 4 && "box.width" != box && is(cargoHatch.tide, high)')
  expect(rules[1]!.trigger).toMatchObject({ by: 'cargoHatch.dragX / 200', keptIf: 'cargoHatch.speedX > dropbox.speedX' })
  expect(rules[2]!.trigger).toMatchObject({ name: 'cargoHatch.scrollY' })
  expect(rules[2]!.actions[0]).toMatchObject({ variable: 'box', to: 'angleToPointer(cargoHatch) + angleToPointer(dot)' })
  expect(apply(apply(project, edit), invert(edit, project))).toEqual(project)
})

test('a name that stays the same word changes nothing else', () => expect(apply(projectOf(reading), renamePart(reading, 'box', 'box!')).components[0]!.rules).toEqual(reading.rules))

test('what a screen reads of a part on it is renamed with that', () => {
  const screen: Screen = { ...(reading as unknown as Screen), id: 'deck', rules: (reading as Component).rules.slice(0, 1) }
  const after = apply({ ...projectOf(), screens: [screen] }, renameOnScreen(screen, 'box', 'hatch')).screens[0]!
  expect(after.rules[0]!.guard).toBe('hatch.width > 4 && "box.width" != box && is(hatch.tide, high)')
})
