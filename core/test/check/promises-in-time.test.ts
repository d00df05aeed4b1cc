import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { brokenPromise, type Finding } from '@rheoscope/core/check'
import type { Component, Project } from '@rheoscope/core/document'
import { replay } from '@rheoscope/core/run'
import { after, projectOf, small, tap } from '../run/small-component'

const axisIs = (axis: string, state: string) => ({ what: 'state', instance: '', axis, state }) as const

const promised = (project: Project, from: string, to: string, withinMs: number, axis = 'axis'): Finding | undefined =>
  brokenPromise(project, { id: 'p', surface: { component: 'small' }, says: { kind: 'after', that: axisIs(axis, from), then: axisIs(axis, to), withinMs } })[0]

const keeps = (component: Component, from: string, to: string, withinMs: number): void => {
  const project = projectOf(component)
  expect(promised(project, from, to, withinMs)).toBeUndefined()
  expect(promised(project, from, to, withinMs - 1)).toMatchObject({ level: 'fault' })
}

/** Another axis that goes round by itself. */
const ticking = (component: Component, ms: number): Component => {
  const state = (id: string) => ({ ...component.axes[0]!.states[0]!, id, name: id })
  const rule = (id: string, from: string, to: string) => ({ ...component.rules[0]!, id, axis: 'other', within: { only: [from] }, trigger: after(ms), guard: null, target: { go: 'state', state: to } as const, actions: [] })
  return { ...component, axes: [...component.axes, { ...component.axes[0]!, id: 'other', name: 'other', states: [state('tick'), state('tock')], start: 'tick' }], rules: [...component.rules, rule('onward', 'tick', 'tock'), rule('back', 'tock', 'tick')] }
}

describe('what follows within a time', () => {
  test('is told with one clock for all of it, whatever else goes on meanwhile', () => {
    const component = small({ rest: {}, loading: {}, data: {} }, [{ on: tap, in: ['rest'], to: 'loading' }, { on: after(1000), in: ['loading'], to: 'data' }])
    keeps(component, 'loading', 'data', 1000)
    keeps(ticking(component, 300), 'loading', 'data', 1000)
  })

  test('takes as long as timers one after another take together', () => {
    keeps(small({ rest: {}, asking: {}, showing: {}, data: {} }, [
      { on: tap, in: ['rest'], to: 'asking' }, { on: after(400), in: ['asking'], to: 'showing' }, { on: { on: 'after', ms: 100, mostMs: 350, since: 'entering', pauseWhile: null }, in: ['showing'], to: 'data' },
    ]), 'asking', 'data', 750)
  })

  test('is not held up by a motion that ends meanwhile, and waits for one that matters', () => {
    const moving = (on: Parameters<typeof small>[1][number]['on']) => small({ rest: {}, going: { look: { box: { x: 60 } } }, gone: {} }, [{ on: tap, in: ['rest'], to: 'going', ms: 250 }, { on, in: ['going'], to: 'gone' }])
    keeps(moving(after(600)), 'going', 'gone', 600)
    keeps(moving({ on: 'settled' }), 'going', 'gone', 250)
  })

  test('counts from the start too', () => {
    keeps(small({ rest: {}, over: {} }, [{ on: after(700), in: ['rest'], to: 'over' }]), 'rest', 'over', 700)
  })

  test('is late in the replay of its witness, as late as is said', () => {
    fc.assert(fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 40 })), { minLength: 1, maxLength: 4 }), fc.integer({ min: 5, max: 90 }), (timers, tickMs) => {
      const states = Object.fromEntries(['rest', ...timers.map((_timer, index) => `at${index}`), 'end'].map((name) => [name, {}]))
      const component = ticking(small(states, [
        { on: tap, in: ['rest'], to: 'at0' },
        ...timers.map(([ms, more], index) => ({ on: { on: 'after', ms, ...(more > 0 ? { mostMs: ms + more } : {}), since: 'entering', pauseWhile: null } as const, in: [`at${index}`], to: index + 1 < timers.length ? `at${index + 1}` : 'end' })),
      ]), tickMs)
      const project = projectOf(component)
      const mostMs = timers.reduce((sum, [ms, more]) => sum + ms + more, 0)
      expect(promised(project, 'at0', 'end', mostMs)).toBeUndefined()
      const { witness, level } = promised(project, 'at0', 'end', mostMs - 1)!
      expect(level).toBe('fault')
      const run = replay(project, witness!.surface, witness!.inputs, witness!.lookAtMs, { chance: witness!.chance! })
      expect(run.instances.get('')!.states[0]).not.toBe('end')
      expect(witness!.lookAtMs - witness!.inputs.at(-1)!.atMs).toBe(mostMs - 1)
    }), { numRuns: 40 })
  })
})
