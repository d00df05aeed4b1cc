import { describe, expect, test } from '@jest/globals'
import type { Project, Screen } from '@rheoscope/core/document'
import { advanceTo, drawList, drawListAt, fireByHand, fork, forkFromHere, isInGesture, nextDueMs, send, startRun, waitingActions, type Run } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { projectOf, small } from './small-component'

const tap = { on: 'tap' } as const
const mouse = { x: 10, y: 10, pointer: 'mouse' } as const
const after = (ms: number) => ({ on: 'after', ms, since: 'entering', pauseWhile: null }) as const
const x = (run: Run, atMs?: number) => itemOf(atMs === undefined ? drawList(run) : drawListAt(run, atMs), '', 'box')!.values.x

const moving = small({ a: {}, b: { look: { box: { x: 100 } } } }, [{ on: tap, in: ['a'], to: 'b', ms: 200, easing: 'linear' }, { on: after(300), in: ['b'], to: 'a', ms: 100, easing: 'linear' }])
const started = (component = moving) => startRun(projectOf(component), { component: 'small' })
const tapped = (run: Run) => (send(run, { do: 'press', ...mouse }), send(run, { do: 'release', ...mouse }), run)

describe('a run', () => {
  test('says when something next happens: a timer, an end of a motion, a gesture, or nothing', () => {
    expect(nextDueMs(started())).toBe(Infinity)
    const run = tapped(started())
    const due: number[] = []
    for (let next = nextDueMs(run); next < Infinity; next = nextDueMs(run)) {
      due.push(next)
      advanceTo(run, next)
    }
    expect(due.at(-1)).toBe(400)
    expect(due).toContain(200)
    expect(due).toContain(300)
    expect(run.instances.get('')!.states).toEqual(['a'])
  })

  test('is looked at between now and what happens next, and looking changes nothing', () => {
    const run = tapped(started())
    advanceTo(run, 50)
    expect([x(run), x(run, 100), x(run, 0), x(run, 10_000)]).toEqual([25, 50, 25, 100])
    expect([run.nowMs, x(run)]).toEqual([50, 25])
    expect(drawList(run)).toBe(drawList(run))
  })

  test('knows whether a gesture is under way', () => {
    const held = started(small({ a: {}, b: {} }, [{ on: { on: 'long press', thresholdMs: 400 }, to: 'b' }]))
    expect(isInGesture(held)).toBe(false)
    send(held, { do: 'press', ...mouse })
    expect([isInGesture(held), nextDueMs(held)]).toEqual([true, 400])
    send(held, { do: 'release', ...mouse })
    expect(isInGesture(held)).toBe(false)
  })

  test('fires a rule by hand, with what follows from it', () => {
    const run = started(small({ a: {}, b: {}, c: {} }, [
      { on: tap, in: ['c'], to: 'b', actions: [{ id: 's', do: 'set', variable: 'told', to: 'true' }] }, { on: { on: 'changes', name: 'told', to: null }, in: ['b'], to: 'c' },
    ], { variables: [{ id: 'v', name: 'told', type: 'yes/no', start: false }] }))
    fireByHand(run, { ...run.instances.get('')!.compiled.component.rules[0]!, within: { except: [] } })
    expect(run.instances.get('')!.states).toEqual(['c'])
  })

  test('says which actions wait for others to end', () => {
    const run = tapped(started(small({ a: {}, b: {} }, [{
      on: tap, to: { go: 'stay' },
      actions: [{ id: 'p', do: 'pulse', part: 'box', awaited: true, motion: { durationMs: 120, lanes: [], keyframes: [{ id: 'k', look: { box: { x: 9 } }, share: 1, matchVelocity: false }] } }, { id: 's', do: 'set', variable: 'told', to: 'true' }],
    }], { variables: [{ id: 'v', name: 'told', type: 'yes/no', start: false }] })))
    expect(waitingActions(run)).toHaveLength(1)
    expect(run.instances.get('')!.environment.told).toBe(false)
    advanceTo(run, 120)
    expect(waitingActions(run)).toEqual([])
    expect(run.instances.get('')!.environment.told).toBe(true)
  })

  test('shows the absent look of its surface when that is asked for', () => {
    const component = { ...moving, absent: { box: { x: 60 } } }
    const run = (isAbsent?: boolean) => startRun(projectOf(component), { component: 'small' }, isAbsent === undefined ? {} : { isAbsent })
    expect([x(run()), x(run(false)), x(run(true))]).toEqual([0, 0, 60])
  })

  test('forks with its past or without it, and goes on apart', () => {
    const run = tapped(started())
    const [knowing, forgetting] = [fork(run), forkFromHere(run)]
    expect([knowing.trace.length, forgetting.trace]).toEqual([run.trace.length, []])
    advanceTo(knowing, 400)
    expect([knowing.instances.get('')!.states, run.instances.get('')!.states, run.nowMs]).toEqual([['a'], ['b'], 0])
  })

  test('keeps what is offered with how much of the trace was there before, when that is wanted', () => {
    const { offered, trace } = tapped(startRun(projectOf(moving), { component: 'small' }, { keepsOffered: true }))
    expect(offered!.length).toBeGreaterThan(0)
    expect(offered!.every(({ before }) => Number.isInteger(before) && before <= trace.length)).toBe(true)
    expect(tapped(started()).offered).toBeNull()
  })
})

describe('an entry point', () => {
  const screen = (id: string, entryPoints?: Screen['entryPoints']): Screen => ({
    id, name: id, kind: 'screen', device: 'free', width: 100, height: 50, rules: [], variables: [], overlay: null, motion: null, parts: [{ id: `${id}Root`, kind: 'container', name: 'root', parent: null, base: {} }], ...(entryPoints ? { entryPoints } : {}),
  })
  const project: Project = {
    ...projectOf(moving), variables: [{ id: 'v', name: 'tide', type: 'number', start: 1 }],
    screens: [screen('other', [{ id: 'late', name: 'late', variables: { tide: 9 } }]), screen('quay', [{ id: 'early', name: 'early', variables: { tide: 2 } }, { id: 'late', name: 'late', variables: { tide: 5 } }]), screen('bare')],
  }

  test('is one of the screen that is run, and says other values for shared variables', () => {
    expect(startRun(project, { screen: 'quay' }).shared['tide']).toBe(1)
    expect(startRun(project, { screen: 'quay' }, { entryPoint: 'late' }).shared['tide']).toBe(5)
    expect(startRun(project, { screen: 'other' }, { entryPoint: 'late' }).shared['tide']).toBe(9)
  })

  test.each([
    ['a screen that has others', { screen: 'quay' }, 'screens/quay/entryPoints/gone'], ['a screen without any', { screen: 'bare' }, 'screens/bare/entryPoints/gone'], ['a component', { component: 'small' }, 'screens//entryPoints/gone'],
  ] as const)('that is gone is refused with its place on %s', (_what, surface, place) => {
    expect(() => startRun(project, surface, { entryPoint: 'gone' })).toThrow(expect.objectContaining({ code: 'gone', place }))
  })
})
