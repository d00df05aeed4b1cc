import { expect, test } from '@jest/globals'
import type { Action, InputAction } from '@rheoscope/core/document'
import { advanceTo, send, startRun, type Run } from '@rheoscope/core/run'
import { timersOf } from '@rheoscope/core/machine'
import { after, every, projectOf, settled, small, tap, type SmallRule } from '../run/small-component'

const set = (id: string, variable: string, to: string): Action => ({ id, do: 'set', variable, to })

const variables = [{ id: 'n', name: 'n', type: 'number' as const, start: 0 }]

const start = (rules: readonly SmallRule[], more: Parameters<typeof small>[2] = {}) =>
  startRun(projectOf(small({ a: {}, b: { look: { box: { x: 100 } } }, c: {} }, rules, { variables, ...more })), { component: 'small' })

const put = (state: string): InputAction => ({ do: 'put', instance: '', axis: 'axis', state })

function tapOn(run: Run, x = 20): void {
  for (const act of ['press', 'release'] as const) send(run, { do: act, x, y: 20, pointer: 'mouse' })
}

const states = (run: Run) => run.trace.flatMap((event) => (event.what === 'state' ? [`${event.atMs} ${event.to}`] : []))
const n = (run: Run) => run.instances.get('')!.environment.n

test('an axis is put where it is to be, but not where it is, nor where it has no state', () => {
  const run = start([])
  for (const state of ['a', 'nowhere', 'b', 'b', 'a']) send(run, put(state))
  expect(states(run)).toEqual(['0 b', '0 a'])
  send(run, { do: 'put', instance: 'nobody', axis: 'axis', state: 'b' })
  send(run, { do: 'put', instance: '', axis: 'none', state: 'b' })
  expect(states(run)).toHaveLength(2)
})

test('however many rules fire over time, only those of one instant can go on without end', () => {
  const run = start([{ on: every(1), to: { go: 'stay' }, actions: [set('count', 'n', 'n + 1')] }])
  advanceTo(run, 2500)
  expect([run.loop.isStopped, n(run)]).toEqual([false, 2500])
})

test('the rules that are named when they go on without end are those that go round, not those that led there', () => {
  const changed = { on: 'changes', name: 'n', to: null } as const
  const run = start([{ on: tap, to: { go: 'stay' }, actions: [set('begin', 'n', '1')] }, { on: changed, to: { go: 'stay' }, actions: [set('on', 'n', 'n + 1')] }])
  tapOn(run)
  expect(run.trace.at(-1)).toMatchObject({ what: 'stopped', rules: ['r1'] })
})

test('what cannot be worked out is passed over, and the rest is done', () => {
  const run = start([{ on: tap, to: 'b', actions: [set('wrong', 'n', 'nothing.at.all'), set('right', 'n', '7')] }])
  tapOn(run)
  expect([n(run), run.instances.get('')!.states]).toEqual([7, ['b']])
})

test('a rule that waits for a motion to end fires once, when it has', () => {
  const motion = { policy: 'finish first' as const }
  const run = start([
    { on: tap, in: ['a'], to: 'b', ms: 100, motion }, { on: tap, in: ['b'], to: 'c', ms: 100, motion },
    { on: settled, in: ['c'], to: { go: 'stay' }, actions: [set('count', 'n', 'n + 1')] },
  ])
  tapOn(run, 80)
  advanceTo(run, 50)
  tapOn(run, 80)
  expect(states(run)).toEqual(['0 b'])
  advanceTo(run, 1000)
  expect([states(run), n(run)]).toEqual([['0 b', '100 c'], 1])
})

test('only the first rule of an axis answers, and what one level has answered another does not', () => {
  const run = start([
    { on: tap, part: 'box', to: { go: 'stay' }, letThrough: true, actions: [set('deep', 'n', 'n + 1')] },
    { on: tap, part: 'box', to: { go: 'stay' }, actions: [set('second', 'n', 'n + 10')] },
    { on: tap, to: { go: 'stay' }, actions: [set('whole', 'n', 'n + 100')] },
  ])
  tapOn(run)
  expect(n(run)).toBe(1)
})

test('a state begins with its own timers counting, and none of those that are ignored', () => {
  const rules: readonly SmallRule[] = [{ on: after(50), in: ['b'], to: 'a' }, { on: after(70), in: ['a'], to: { go: 'ignored' } }, { on: after(90), in: ['a'], to: 'b' }]
  const counting = (run: Run) => timersOf(run.instances.get('')!).map(({ rule, dueMs }) => [rule.id, dueMs])
  const run = start(rules)
  expect(counting(run)).toEqual([['r2', 90]])
  advanceTo(run, 90)
  expect(counting(run)).toEqual([['r0', 140]])
})

test('an axis that a name decides follows when the name changes, and not when another one does', () => {
  const flag = { id: 'f', name: 'flag', type: 'yes/no', start: false } as const
  const component = small({ a: {}, b: {}, c: {} }, [{ on: tap, to: 'c' }, { on: { on: 'key', key: 'k', modifiers: {}, anywhere: true }, to: { go: 'stay' }, actions: [set('count', 'n', 'n + 1')] }], { variables, parameters: [{ id: 'p', name: 'p', type: 'yes/no', initial: false }] })
  const run = startRun({ ...projectOf({ ...component, axes: component.axes.map((axis) => ({ ...axis, boundTo: { parameter: 'p' } })) }), variables: [flag] }, { component: 'small' })
  const give = (value: boolean) => send(run, { do: 'parameter', instance: '', name: 'p', value })
  give(true)
  tapOn(run)
  send(run, { do: 'key', key: 'k', modifiers: {} })
  expect([run.instances.get('')!.states, n(run)]).toEqual([['c'], 1])
  give(false)
  expect(run.instances.get('')!.states).toEqual(['a'])
})
