import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, axisOf, certain, componentOf, pasteStates, removeStates, stateClipOf, statesHeldBy, type Id, type Project } from '@rheoscope/core/document'
import { attempt } from '@rheoscope/core/schema'

const counting = () => {
  let count = 0
  return (stem: string) => `${stem.replaceAll(/\W/g, '')}New${++count}`
}
const of = (project: Project, id: Id) => certain(componentOf(project, id))
const button = of(skerryLine, 'boardingButton')
const axis = certain(button.axes[0])
const ids = (...names: readonly string[]) => names.map((name) => certain(axis.states.find((state) => state.name === name)).id)
const told = (project: Project, id: Id) => {
  const component = of(project, id)
  const named = (state: Id) => component.axes.flatMap(({ states }) => states).find((each) => each.id === state)?.name
  return component.rules.map((rule) => `${rule.trigger.on}: ${statesHeldBy(component, rule).map(({ name }) => name).join(', ')} → ${rule.target.go === 'state' ? named(rule.target.state) : rule.target.go}`)
}

describe('states as a clip', () => {
  test('come back with their looks and rules, under names that are free', () => {
    const clip = stateClipOf(button, axis.id, ids('working', 'done'))
    const { edit, pasted } = certain(pasteStates(button, axis.id, null, clip, counting()))
    const after = attempt(skerryLine, edit) as Project
    const states = certain(of(after, button.id).axes[0]).states
    expect(states.slice(-2).map(({ id, name }) => [id, name])).toEqual([[pasted[0], 'working 2'], [pasted[1], 'done 2']])
    expect(states.at(-1)!.look).toEqual(axis.states.find(({ name }) => name === 'done')!.look)
    const added = told(after, button.id).slice(button.rules.length)
    expect(added).toContain('after: working 2 → done 2')
    expect(added.every((rule) => /working 2|done 2/.test(rule))).toBe(true)
  })

  test('go to another component as far as it has what they speak of', () => {
    const clip = stateClipOf(button, axis.id, ids('working'))
    const lamp = of(skerryLine, 'mastLamp')
    const { edit, pasted } = certain(pasteStates(lamp, lamp.axes[0]!.id, lamp.axes[0]!.states[1]!.id, clip, counting()))
    const after = attempt(skerryLine, edit) as Project
    const states = of(after, 'mastLamp').axes[0]!.states
    expect(states[1]!.id).toBe(pasted[0])
    expect(Object.keys(states[1]!.look).every((part) => lamp.parts.some(({ id }) => id === part))).toBe(true)
  })

  test('are cut with what happens in them, but for the last one', () => {
    const all = axis.states.map(({ id }) => id)
    const after = apply(skerryLine, certain(removeStates(skerryLine, button.id, axis.id, all)))
    expect(certain(axisOf(of(after, button.id), axis.id)).states).toHaveLength(1)
    expect(removeStates(after, button.id, axis.id, all)).toBeNull()
  })
})
