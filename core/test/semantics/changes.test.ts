import { expect, test } from '@jest/globals'
import type { Rule } from '@rheoscope/core/document'
import { advanceTo, send, startRun, type Run } from '@rheoscope/core/run'
import { projectOf, small, type SmallRule } from '../run/small-component'

const NUMBERS = ['n', 'm'].map((name) => ({ id: name, name, type: 'number', start: 0 }) as const)

const set = (variable: string, to: string): Rule['actions'] => [{ id: `set-${variable}`, do: 'set', variable, to }]

const start = (rules: readonly SmallRule[]): Run => startRun({ ...projectOf(small({ a: {}, b: {}, c: {} }, rules)), variables: NUMBERS }, { component: 'small' })

const key = (name: string): SmallRule['on'] => ({ on: 'key', key: name, modifiers: {}, anywhere: true })

const press = (run: Run, name: string): void => {
  for (const act of ['key', 'key up'] as const) send(run, { do: act, key: name, modifiers: {} })
}

const fired = (run: Run): readonly string[] => run.trace.flatMap((event) => (event.what === 'fired' ? [event.rule] : []))

const changes = (name: string, to: number | null = null): SmallRule['on'] => ({ on: 'changes', name, to })

/** The key n gives n a value, m gives m one. */
const setting = (n: string, m: string): readonly SmallRule[] => [
  { on: key('n'), to: { go: 'stay' }, actions: set('n', n) }, { on: key('m'), to: { go: 'stay' }, actions: set('m', m) },
]

test('a rule is told of the name it waits for only, and only where that comes to be another value', () => {
  const run = start([...setting('n + 1', 'm'), { on: changes('n'), to: { go: 'stay' } }, { on: changes('m'), to: { go: 'stay' } }])
  press(run, 'm')
  expect(fired(run)).toEqual(['r1'])
  press(run, 'n')
  expect(fired(run)).toEqual(['r1', 'r0', 'r2'])
})

test('a rule that waits for a value fires at that value, once', () => {
  const run = start([...setting('n + 1', 'm + 1'), { on: changes('n', 2), to: 'b' }])
  const states: string[] = []
  for (let presses = 0; presses < 4; presses++) {
    press(run, 'n')
    advanceTo(run, run.nowMs + 500)
    states.push(run.instances.get('')!.states[0]!)
  }
  expect(states).toEqual(['a', 'b', 'b', 'b'])
  expect(fired(run).filter((rule) => rule === 'r2')).toEqual(['r2'])
})

test('of two names set in one step each is told with its own value', () => {
  const run = start([{ on: key('n'), to: { go: 'stay' }, actions: [...set('n', '7'), ...set('m', '8')] }, { on: changes('n', 8), to: 'b' }, { on: changes('m', 8), to: 'c' }])
  press(run, 'n')
  expect(run.instances.get('')!.states).toEqual(['c'])
})

test('the trace has what is set, with its value', () => {
  const run = start(setting('n + 3', 'm'))
  press(run, 'n')
  expect(run.trace).toContainEqual(expect.objectContaining({ what: 'variable', name: 'n', value: 3 }))
})
