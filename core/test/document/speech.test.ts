import { describe, expect, test } from '@jest/globals'
import { apply, newScreen, renameAxisSpokenOf, renameGroupSpokenOf, renameStateSpokenOf, removeGroup, removeState, wordOf, type Component, type Part, type Project } from '@rheoscope/core/document'
import { requireProject } from '@rheoscope/core/schema'
import { projectOf, small, tap } from '../run/small-component'

const lamp: Component = { ...small({ off: {}, on: {}, hot: {} }, [{ on: tap, to: 'on', guard: "is(axis, off) && in(lit) == false && label == 'is(axis, off)'" }], { variables: [{ id: 'label', name: 'label', type: 'text', start: '' }] }), id: 'lamp', name: 'Lamp' }
const grouped: Component = { ...lamp, axes: lamp.axes.map((axis) => ({ ...axis, groups: [{ id: 'lit', name: 'lit', states: ['on', 'hot'], look: {} }] })) }
const inside = (name: string): Part => ({ id: 'part', kind: 'instance', name, parent: 'frame', component: 'lamp', start: {}, base: {} })
const room: Component = { ...small({ dark: {}, light: {} }, [{ on: tap, to: 'light', guard: 'is(readingLamp.axis, on) || in(readingLamp.lit)' }]), id: 'room', name: 'Room', parts: [...small({ a: {} }, []).parts, inside('reading lamp')] }
const project: Project = { ...projectOf(grouped, room), screens: [newScreen(() => 'ground', 'Deck', 'phone')] }
const guards = (of: Project) => of.components.map(({ rules }) => rules[0]!.guard)
const axis = grouped.axes[0]!

describe('what conditions say of states', () => {
  test('goes with the name of a state, and of what stands inside', () => {
    const after = apply(project, renameStateSpokenOf(project, grouped, axis, 'on', 'fully on', wordOf))
    expect(guards(after)).toEqual([lamp.rules[0]!.guard, 'is(readingLamp.axis, fullyOn) || in(readingLamp.lit)'])
  })

  test('goes with the name of a group and of an axis', () => {
    expect(guards(apply(project, renameGroupSpokenOf(project, grouped, axis, 'lit', 'shining', wordOf)))).toEqual(["is(axis, off) && in(shining) == false && label == 'is(axis, off)'", 'is(readingLamp.axis, on) || in(readingLamp.shining)'])
    expect(guards(apply(project, renameAxisSpokenOf(project, grouped, axis, 'light', wordOf)))[1]).toBe('is(readingLamp.light, on) || in(readingLamp.lit)')
  })
})

describe('groups', () => {
  const holding: Component = { ...grouped, rules: [{ ...grouped.rules[0]!, within: { only: ['lit'] } }, { ...grouped.rules[0]!, id: 'waits', trigger: { on: 'entered', group: 'lit' }, target: { go: 'stay' } }] }

  test('taken apart leave their states to the rules that hold in them', () => {
    const [after] = apply(projectOf(holding), removeGroup(holding, holding.axes[0]!, 'lit')).components
    expect(after!.rules.map(({ id, within }) => [id, within])).toEqual([['r0', { only: ['on', 'hot'] }]])
    expect(after!.axes[0]!.groups).toEqual([])
  })

  test('lose a state that goes, and go with their last one', () => {
    const once = apply(projectOf(holding), removeState(holding, holding.axes[0]!, 'on')!).components[0]!
    expect(once.axes[0]!.groups).toEqual([{ id: 'lit', name: 'lit', states: ['hot'], look: {} }])
    const twice = apply(projectOf(once), removeState(once, once.axes[0]!, 'hot')!).components[0]!
    expect([twice.axes[0]!.groups, twice.rules]).toEqual([[], []])
  })

  test('that cut across one another, or are of states that are missing, are refused', () => {
    const of = (...groups: readonly (readonly string[])[]): Component => ({ ...lamp, axes: [{ ...axis, groups: groups.map((states, index) => ({ id: `g${index}`, name: `g${index}`, states: [...states], look: {} })) }] })
    expect(() => requireProject(projectOf(of(['off', 'on'], ['on', 'hot'])), 'It')).toThrow('the groups “g0” and “g1” cut across one another')
    expect(() => requireProject(projectOf(of(['gone'])), 'It')).toThrow('the group “g0” has a state that is missing')
    expect(() => requireProject(projectOf(of(['off', 'on', 'hot'], ['on', 'hot'], ['off'])), 'It')).not.toThrow()
  })
})
