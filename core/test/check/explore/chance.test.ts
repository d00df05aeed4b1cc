import { describe, expect, test } from '@jest/globals'
import { brokenPromise } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import type { Pledge, Project } from '@rheoscope/core/document'
import { replay } from '@rheoscope/core/run'
import { projectOf, small, tap } from '../../run/small-component'

const project: Project = projectOf(small({ idle: {}, loading: {}, data: {}, error: {} }, [
  { on: tap, in: ['idle', 'data', 'error'], to: 'loading' },
  { on: { on: 'after', ms: 200, mostMs: 4000, since: 'entering', pauseWhile: null }, in: ['loading'], to: { go: 'one of', of: [{ state: 'data', weight: 99 }, { state: 'error', weight: 1 }] } },
]))

const that = (state: string) => ({ what: 'state', instance: '', axis: 'axis', state }) as const

const promise = (says: Pledge['says']): Pledge => ({ id: 'p', surface: { component: 'small' }, says })

const broken = (says: Pledge['says']) => brokenPromise(project, promise(says))[0]

describe('a promise about what is left to chance', () => {
  test('is held against every outcome, however seldom, and the witness draws it', () => {
    const found = broken({ kind: 'never', that: that('error') })
    const { surface, inputs, lookAtMs, chance } = found!.witness!
    expect([found!.level, chance!.drawn!.length > 0]).toEqual(['fault', true])
    expect(replay(project, surface, inputs, lookAtMs, { chance: chance! }).instances.get('')!.states).toEqual(['error'])
  })

  test('is held against the latest a timer can come', () => {
    const soon = (withinMs: number) => broken({ kind: 'after', that: that('loading'), then: { what: 'count', how: 'at most', many: 0, of: [{ instance: '', axis: 'axis', state: 'loading' }] }, withinMs })
    expect([soon(4000), soon(3999)?.level]).toEqual([undefined, 'fault'])
  })

  test('holds for every time and outcome of the tide table', () => {
    const promises = skerryLine.promises.filter(({ surface }) => 'component' in surface && surface.component === 'tideTable')
    expect(promises.map((pledge) => brokenPromise(skerryLine, pledge))).toEqual([[], [], []])
  })
})
