import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, batch, editsBetween, RheoError, type Component, type Edit, type Project } from '@rheoscope/core/document'
import { attempt } from '@rheoscope/core/schema'
import { anyEdit } from './any-edit'

const [button] = skerryLine.components as [Component, ...Component[]]
const little: Project = { ...skerryLine, components: skerryLine.components.slice(0, 2), screens: skerryLine.screens.slice(0, 1), tables: [], icons: [], assets: [], takes: [], promises: [] }
const between = (after: Component): readonly Edit[] => editsBetween(['components', button.id], button, after)

describe('the edits between two versions', () => {
  test('leave no list empty on the way where all of it is replaced', () => {
    const [axis] = button.axes
    const other = { ...axis!, states: axis!.states.map((state) => ({ ...state, id: `${state.id}2` })), start: `${axis!.start}2` }
    expect(attempt(skerryLine, batch(...between({ ...button, rules: [], axes: [other] })))).not.toBeInstanceOf(RheoError)
  })

  test('make the one the other, whatever was done in between', () => {
    fc.assert(fc.property(fc.array(fc.nat(), { minLength: 1, maxLength: 8 }), (seeds) => {
      const after = seeds.reduce<Project>((project, seed) => apply(project, fc.sample(anyEdit(project), { numRuns: 1, seed })[0]!), little)
      expect(apply(little, batch(...editsBetween([], little, after)))).toEqual(after)
    }), { numRuns: 150 })
  })

  test('are none between what is the same', () => {
    expect(between(structuredClone(button))).toEqual([])
  })

  test('name what was changed and nothing else', () => {
    expect(between({ ...button, axes: button.axes.map((axis) => ({ ...axis, states: axis.states.map((state) => (state.id === 'over' ? { ...state, name: 'hovered' } : state)) })) }))
      .toEqual([{ edit: 'set', path: ['components', 'boardingButton', 'axes', 'boarding', 'states', 'over', 'name'], to: 'hovered' }])
    expect(between({ ...button, parts: button.parts.map((part) => (part.id === 'tick' ? { ...part, base: { ...part.base, opacity: 1 } } : part)) }))
      .toEqual([{ edit: 'set', path: ['components', 'boardingButton', 'parts', 'tick', 'base', 'opacity'], to: 1 }])
  })

  test('move no more than has to be moved', () => {
    const { rules } = button
    expect(between({ ...button, rules: [...rules.slice(1), rules[0]!] })).toEqual([{ edit: 'move', path: ['components', 'boardingButton', 'rules'], id: rules[0]!.id, before: null }])
  })

  test('put another kind of thing in its place as a whole', () => {
    const [first, ...others] = button.rules
    expect(between({ ...button, rules: [{ ...first!, target: { go: 'stay' } }, ...others] })).toEqual([{ edit: 'set', path: ['components', 'boardingButton', 'rules', first!.id, 'target'], to: { go: 'stay' } }])
  })
})
