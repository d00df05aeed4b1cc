import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, componentOf, duplicateState, holdsIn, invert, moveState, setHue, type Project } from '@rheoscope/core/document'

const component = componentOf(skerryLine, 'boardingButton')!
const axis = component.axes[0]!
const after = (project: Project) => componentOf(project, component.id)!

test('a duplicated state stands beside the one it is like, looks as it does, and answers as it does', () => {
  const over = axis.states[1]!
  const edit = duplicateState(component, axis, over, 'copy')
  const made = after(apply(skerryLine, edit))
  const [now] = made.axes
  expect(now!.states.map(({ name }) => name)).toEqual(['rest', 'over', 'over 2', 'working', 'done'])
  expect(now!.states[2]!.look).toEqual(over.look)
  expect(new Set(now!.states.map(({ hue }) => hue)).size).toBe(5)
  for (const rule of made.rules) expect(holdsIn(rule, 'copy', now!)).toBe(holdsIn(rule, over.id, now!))
  expect(apply(apply(skerryLine, edit), invert(edit, skerryLine))).toEqual(skerryLine)
})

test('states are put in another order and given another mark', () => {
  const moved = after(apply(skerryLine, moveState(component.id, axis.id, 'done', 'rest')))
  expect(moved.axes[0]!.states.map(({ name }) => name)).toEqual(['done', 'rest', 'over', 'working'])
  expect(after(apply(skerryLine, setHue(component.id, axis.id, 'rest', 7))).axes[0]!.states[0]!.hue).toBe(7)
})
