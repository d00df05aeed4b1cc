import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Chance } from '@rheoscope/core/document'
import { advanceTo, fork, send, startRun, type Run } from '@rheoscope/core/run'
import { projectOf, small, tap, type SmallRule } from './small-component'

const request: readonly SmallRule[] = [
  { on: tap, in: ['idle'], to: 'loading' },
  { on: { on: 'after', ms: 200, mostMs: 4000, since: 'entering', pauseWhile: null }, in: ['loading'], to: { go: 'one of', of: [{ state: 'data', weight: 3 }, { state: 'error', weight: 1 }] } },
  { on: tap, in: ['data', 'error'], to: 'loading' },
]

const project = projectOf(small({ idle: {}, loading: {}, data: {}, error: {} }, request))

const ask = (run: Run) => {
  for (const act of ['press', 'release'] as const) send(run, { do: act, x: 10, y: 10, pointer: 'mouse' })
}

/** So many requests, one after another: how long each took, and what came. */
function requests(chance: Chance | undefined, many: number): readonly (readonly [ms: number, state: string])[] {
  const run = startRun(project, { component: 'small' }, chance ? { chance } : {})
  return Array.from({ length: many }, () => {
    const fromMs = run.nowMs
    ask(run)
    advanceTo(run, fromMs + 4000)
    const came = run.trace.findLast((event) => event.what === 'state')
    return came?.what === 'state' ? [came.atMs - fromMs, came.to] as const : [-1, 'nothing'] as const
  })
}

describe('what is left to chance', () => {
  test('is the same for the same seed, and another for most others', () => {
    fc.assert(fc.property(fc.nat(), (seed) => {
      expect(requests({ seed }, 3)).toEqual(requests({ seed }, 3))
    }), { numRuns: 20 })
    expect(new Set(Array.from({ length: 20 }, (_each, seed) => JSON.stringify(requests({ seed }, 3)))).size).toBeGreaterThan(15)
    expect(requests(undefined, 2)).toEqual(requests({ seed: 1 }, 2))
  })

  test('comes within its times, early and late, and as often as its weight says', () => {
    const all = Array.from({ length: 20 }, (_each, seed) => requests({ seed }, 20)).flat()
    const times = all.map(([ms]) => ms)
    expect([Math.min(...times) >= 200, Math.max(...times) <= 4000, Math.min(...times) < 500, Math.max(...times) > 3700]).toEqual([true, true, true, true])
    const data = all.filter(([, state]) => state === 'data').length / all.length
    expect(data).toBeGreaterThan(0.65)
    expect(data).toBeLessThan(0.85)
  })

  test('comes as it is told to, within its times, and then by the seed', () => {
    const told = requests({ seed: 5, drawn: [300, 1, 99_999, 0] }, 3)
    expect(told.slice(0, 2)).toEqual([[300, 'error'], [4000, 'data']])
    expect(told[2]![0]).toBeGreaterThanOrEqual(200)
  })

  test('goes on alike in a fork', () => {
    const run = startRun(project, { component: 'small' }, { chance: { seed: 3 } })
    ask(run)
    const other = fork(run)
    for (const each of [run, other]) advanceTo(each, 4000)
    expect(other.trace).toEqual(run.trace)
  })
})
