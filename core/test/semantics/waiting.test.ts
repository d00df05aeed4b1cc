import { describe, expect, test } from '@jest/globals'
import { EMPTY_MOTION, type Action, type Part } from '@rheoscope/core/document'
import { advanceTo, send, startRun, type Run } from '@rheoscope/core/run'
import { projectOf, small, type SmallRule } from '../run/small-component'

const NUMBERS = ['n', 'm'].map((name) => ({ id: name, name, type: 'number', start: 0 }) as const)

const drive: Action = { id: 'drives', do: 'drive', instance: 'inside', axis: 'axis', state: 'b', awaited: true }

const set = (variable: string): Action => ({ id: `sets-${variable}`, do: 'set', variable, to: `${variable} + 1` })

const key = { on: 'key', key: 'k', modifiers: {}, anywhere: true } as const

/** A component that drives another one inside it, whose motion takes so many ms. */
function start(ms: number, rules: readonly SmallRule[]): Run {
  const inside: Part = { id: 'inside', kind: 'instance', name: 'inside', parent: 'frame', component: 'inner', start: {}, base: {} }
  const own = small({ a: {}, b: {}, c: {} }, rules)
  const inner = { ...small({ a: {}, b: { look: { box: { x: 40 } } } }, []), id: 'inner', name: 'Inner', motion: { ...EMPTY_MOTION, durationMs: ms, delayMs: 0 } }
  return startRun({ ...projectOf({ ...own, parts: [...own.parts, inside] }, inner), variables: NUMBERS }, { component: 'small' })
}

const press = (run: Run): void => {
  for (const act of ['key', 'key up'] as const) send(run, { do: act, key: 'k', modifiers: {} })
}

const values = (run: Run) => [run.shared['n'], run.shared['m']]

describe('what waits for something that takes no time', () => {
  const waiting: SmallRule = { on: key, in: ['a'], to: { go: 'stay' }, actions: [set('m'), drive, set('n')] }

  test('is done at the same instant, once', () => {
    const run = start(0, [waiting])
    press(run)
    expect(values(run)).toEqual([1, 1])
    advanceTo(run, 500)
    expect(values(run)).toEqual([1, 1])
  })

  test('is not done once the state it began in has been left meanwhile', () => {
    const run = start(0, [waiting, { on: { on: 'changes', name: 'm', to: null }, in: ['a'], to: 'b' }])
    press(run)
    advanceTo(run, 500)
    expect(run.instances.get('')!.states).toEqual(['b'])
    expect(values(run)).toEqual([0, 1])
  })

  test('of another rule is done all the same', () => {
    const run = start(0, [waiting, { on: key, in: ['a'], to: { go: 'stay' }, letThrough: true, actions: [set('m')] }])
    press(run)
    expect(values(run)[0]).toBe(1)
  })
})

test('what waits for a motion is done when that has ended, and not a millisecond before', () => {
  const run = start(100, [{ on: key, in: ['a'], to: { go: 'stay' }, actions: [drive, set('n')] }])
  press(run)
  advanceTo(run, 99)
  expect(values(run)[0]).toBe(0)
  advanceTo(run, 100)
  expect(values(run)[0]).toBe(1)
})

test('what waits for several waits for the last of them', () => {
  const pulse: Action = { id: 'pulses', do: 'pulse', part: 'box', awaited: true, together: true, motion: { ...EMPTY_MOTION, durationMs: 300, delayMs: 0, keyframes: [{ id: 'k', look: { box: { x: 9 } }, share: 1, matchVelocity: false }] } }
  const run = start(100, [{ on: key, in: ['a'], to: { go: 'stay' }, actions: [drive, pulse, set('n')] }])
  press(run)
  advanceTo(run, 299)
  expect(values(run)[0]).toBe(0)
  advanceTo(run, 300)
  expect(values(run)[0]).toBe(1)
})
