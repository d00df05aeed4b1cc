import { expect, test } from '@jest/globals'
import { addRule, addState, apply, componentOf, EMPTY_MOTION, newComponent, newProject, setAt, setProperty, type Edit, type Project, type Rule } from '@rheoscope/core/document'
import { firstSteps } from '@rheoscope/core/reading'

const lamp = newComponent((name) => name, 'lamp')
const axis = lamp.axes[0]!
const start: Project = { ...newProject('p', 'P'), components: [lamp] }

const rule = (id: string, from: string, to: string): Rule =>
  ({ id, axis: axis.id, trigger: { on: 'tap' }, part: null, within: { only: [from] }, guard: null, actions: [], target: { go: 'state', state: to }, motion: null, letThrough: false })

const done = (...edits: readonly Edit[]): readonly string[] =>
  firstSteps(componentOf(edits.reduce(apply, start), lamp.id)!).flatMap(({ step, isDone }) => (isDone ? [step] : []))

test('each first step is done once the component shows it, and no longer when it is taken back', () => {
  const draw = setProperty(lamp, { look: 'base' }, 'box', 'fill', '#b5466b')
  const second = addState(lamp, axis, 'lit', 'lit', null)
  const look = setAt(['components', 'lamp', 'axes', 'state', 'states', 'lit', 'look'], { box: { fill: '#e8c547' } })
  const [there, back] = [addRule(lamp.id, rule('there', 'rest', 'lit')), addRule(lamp.id, rule('back', 'lit', 'rest'))]
  const time = setAt(['components', 'lamp', 'rules', 'there', 'motion'], { ...EMPTY_MOTION, durationMs: 300 })
  expect(done()).toEqual([])
  expect(done(draw)).toEqual(['draw'])
  expect(done(draw, second)).toEqual(['draw'])
  expect(done(draw, second, look)).toEqual(['draw', 'states'])
  expect(done(draw, second, look, there)).toEqual(['draw', 'states', 'wire'])
  expect(done(draw, second, look, there, time)).toEqual(['draw', 'states', 'wire', 'time'])
  expect(done(draw, second, look, there, time, back)).toEqual(['draw', 'states', 'wire', 'time', 'way back'])
  expect(done(second, there, back)).toEqual(['wire', 'way back'])
})
