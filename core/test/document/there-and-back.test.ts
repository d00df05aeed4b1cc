import { describe, expect, test } from '@jest/globals'
import { addStates, apply, componentOf, newComponent, newProject, oppositeOf, setCellsAndBack, statesNamed, type Cell, type Project, type Trigger } from '@rheoscope/core/document'

const lamp = newComponent((name) => name, 'lamp')
const axis = lamp.axes[0]!
const start: Project = { ...newProject('p', 'P'), components: [lamp] }
const lampIn = (project: Project) => componentOf(project, lamp.id)!
const project = apply(start, addStates(lamp, axis, [{ id: 'over', name: 'over' }, { id: 'down', name: 'down' }], axis.states[0]!))

test('several states are added at once, each with a mark of its own', () => {
  const { states } = lampIn(project).axes[0]!
  expect(states.map(({ id }) => id)).toEqual(['rest', 'over', 'down'])
  expect(new Set(states.map(({ hue }) => hue)).size).toBe(3)
})

describe('a rule and its way back', () => {
  let many = 0
  const rulesOf = (...cells: readonly Cell[]) =>
    lampIn(apply(project, setCellsAndBack(project, lampIn(project), cells, 'over', () => `rule${many++}`))).rules.map(({ trigger, within, target }) => [trigger.on, 'only' in within ? within.only : [], statesNamed(target)])
  const cell = (trigger: Trigger, state = 'rest'): Cell => ({ axis: axis.id, state, trigger, part: null })

  test('of what begins something goes by what ends it', () => {
    expect(rulesOf(cell({ on: 'enter' }))).toEqual([['enter', ['rest'], ['over']], ['leave', ['over'], ['rest']]])
    expect(rulesOf(cell({ on: 'press' }))).toEqual([['press', ['rest'], ['over']], ['release', ['over'], ['rest']]])
  })

  test('of anything else goes by the same, and back to the first of several', () => {
    expect(rulesOf(cell({ on: 'tap' }))).toEqual([['tap', ['rest'], ['over']], ['tap', ['over'], ['rest']]])
    expect(rulesOf(cell({ on: 'tap' }), cell({ on: 'tap' }, 'down'))).toEqual([['tap', ['rest'], ['over']], ['tap', ['down'], ['over']], ['tap', ['over'], ['rest']]])
  })

  test('is the way there of the way back', () => {
    for (const on of ['enter', 'leave', 'press', 'release', 'focus', 'blur', 'tap'] as const) expect(oppositeOf(oppositeOf({ on }))).toEqual({ on })
  })
})
