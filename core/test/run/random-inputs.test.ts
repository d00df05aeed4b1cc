import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { advanceTo, fork, send, startRun, type Run } from '@rheoscope/core/run'
import { anyInputs } from './any-inputs'

/** So many times a hundred inputs for each screen; more when asked for. */
const RUNS = Number(process.env.RHEOSCOPE_RANDOM_RUNS ?? 10)

/** What no run may ever come to: an axis in no state of its own, anything shown that is no number where it should be one. */
function impossible(run: Run): readonly string[] {
  return [...run.instances.keys()].flatMap((path): string[] => {
    const { compiled, states, targets, lanes } = run.instances.get(path)!
    const lost = compiled.component.axes.flatMap((axis, index) => (axis.states.some(({ id }) => id === states[index]) ? [] : [`${path}: ${axis.name} is in no state`]))
    const broken = targets.values.flatMap((values, part) => Object.entries(values).flatMap(([property, value]) => (typeof value === 'number' && !Number.isFinite(value) ? [`${path}: ${property} of part ${part} is ${value}`] : [])))
    const late = lanes.filter(({ durationMs, delayMs }) => durationMs < 0 || delayMs < 0).map(({ property }) => `${path}: ${property} ends before it begins`)
    return [...lost, ...broken, ...late]
  })
}

test.each(skerryLine.screens.map((screen) => [screen.name, screen] as const))('nothing anybody does on “%s” breaks it, and done again it comes to the same', (_name, screen) => {
  fc.assert(fc.property(anyInputs(screen), (steps) => {
    const play = () => {
      const run = startRun(skerryLine, { screen: screen.id })
      for (const [waitMs, input] of steps) {
        advanceTo(run, run.nowMs + waitMs)
        send(run, input)
      }
      advanceTo(run, run.nowMs + 5000)
      return run
    }
    const run = play()
    expect(impossible(run)).toEqual([])
    expect(run.loop.isStopped).toBe(false)
    expect(JSON.stringify(play().trace)).toBe(JSON.stringify(run.trace))
  }), { numRuns: RUNS })
})

test('a run that goes on apart does what the other one would have done', () => {
  for (const screen of skerryLine.screens) {
    fc.assert(fc.property(anyInputs(screen), fc.integer({ min: 0, max: 99 }), (steps, at) => {
      const go = (run: Run, some: typeof steps) => {
        for (const [waitMs, input] of some) {
          advanceTo(run, run.nowMs + waitMs)
          send(run, input)
        }
        return run
      }
      const first = go(startRun(skerryLine, { screen: screen.id }), steps.slice(0, at))
      const apart = go(fork(first), steps.slice(at))
      expect(JSON.stringify(apart.trace)).toBe(JSON.stringify(go(first, steps.slice(at)).trace))
    }), { numRuns: Math.ceil(RUNS / 3) })
  }
})
