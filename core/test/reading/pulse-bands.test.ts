import { expect, test } from '@jest/globals'
import { addAction, addRule, apply, batch, EMPTY_MOTION, newComponent, newProject, type Component, type Project } from '@rheoscope/core/document'
import { bandsOf, PULSING } from '@rheoscope/core/reading'
import { advanceTo, send, startRun } from '@rheoscope/core/run'

let count = 0
const begun: Component = newComponent(() => `n${count++}`, 'Badge')
const [, box] = begun.parts
const axis = begun.axes[0]!
const rule = { id: 'bump', axis: axis.id, trigger: { on: 'tap' as const }, part: null, guard: null, target: { go: 'stay' as const }, within: { except: [] }, actions: [], motion: null, letThrough: false }
const motion = { ...EMPTY_MOTION, durationMs: 200, keyframes: [{ id: 'k', share: 1, easing: 'linear', matchVelocity: false, look: { [box!.id]: { scaleX: 1.2 } } }] }
const project: Project = apply({ ...newProject('p', 'Badges'), components: [begun] }, batch(
  addRule(begun.id, rule), addAction(begun.id, rule.id, { id: 'pulse', do: 'pulse', part: box!.id, motion }),
))

test('a part that pulses has a band of its own beside those of its instance, one bar for each time it is asked to', () => {
  const run = startRun(project, { component: begun.id })
  for (const [atMs, wanted] of [[100, 'press'], [110, 'release'], [200, 'press'], [210, 'release']] as const) {
    advanceTo(run, atMs)
    send(run, { do: wanted, x: 100, y: 60, pointer: 'mouse' })
  }
  advanceTo(run, 1000)
  const bands = bandsOf(run.trace, () => 0)
  expect(bands.map(({ part, axis: index }) => [part, index])).toEqual([[null, 0], [box!.id, -1]])
  expect(bands[1]!.stays.map(({ state, fromMs, toMs, movedUntilMs }) => [state, fromMs, toMs, movedUntilMs])).toEqual([[PULSING, 110, 210, 210], [PULSING, 210, 310, 310]])
})
