import { describe, expect, test } from '@jest/globals'
import { EMPTY_MOTION, newProject, type Component, type Part, type Project, type Trigger } from '@rheoscope/core/document'
import { advanceTo, send, startRun, type Run } from '@rheoscope/core/run'
import { timersOf } from '@rheoscope/core/machine'
import { after, every, projectOf, small, tap, type SmallRule } from '../run/small-component'

const held = { id: 'h', name: 'isHeld', type: 'yes/no', start: false } as const

const start = (rules: readonly SmallRule[], more: Partial<Component> = {}): Run =>
  startRun({ ...projectOf(small({ a: {}, b: {}, c: {} }, rules, more)), variables: [held] }, { component: 'small' })

const set = (run: Run, name: string, value: boolean) => send(run, { do: 'parameter', instance: '', name, value })

const put = (run: Run, state: string) => send(run, { do: 'put', instance: '', axis: 'axis', state })

/** When which state was come to. */
const states = (run: Run, path = '') => run.trace.flatMap((event) => (event.what === 'state' && event.instance === path ? [`${event.atMs} ${event.to}`] : []))

/** How the timers stand: when they are due, or what is left of those that stand still. */
const timers = (run: Run, path = '') => timersOf(run.instances.get(path)!).map(({ rule, dueMs, leftMs }) => `${rule.id} ${dueMs ?? (leftMs === null ? 'waits' : `stands at ${leftMs}`)}`)

const afterHeld = (ms: number, since: 'entering' | 'settling' = 'entering'): Trigger => ({ on: 'after', ms, since, pauseWhile: 'isHeld' })

describe('a timer', () => {
  test('stands still from the beginning where its condition holds then, and begins when it no longer does', () => {
    const run = start([{ on: afterHeld(50), in: ['b'], to: 'c' }])
    set(run, 'isHeld', true)
    put(run, 'b')
    expect(timers(run)).toEqual(['r0 stands at 50'])
    advanceTo(run, 400)
    set(run, 'isHeld', false)
    advanceTo(run, 1000)
    expect(states(run)).toEqual(['0 b', '450 c'])
  })

  test('that stands still half way goes on with what was left, as often as that happens', () => {
    const run = start([{ on: afterHeld(100), in: ['a'], to: 'b' }])
    for (const [ms, isHeld] of [[30, true], [200, false], [250, true], [900, false]] as const) {
      advanceTo(run, ms)
      set(run, 'isHeld', isHeld)
    }
    expect(timers(run)).toEqual(['r0 920'])
    advanceTo(run, 2000)
    expect(states(run)).toEqual(['920 b'])
  })

  test('that counts from rest waits for the motion, and then stands still where its condition holds', () => {
    const run = start([{ on: tap, in: ['a'], to: 'b', ms: 100, part: 'box' }, { on: afterHeld(50, 'settling'), in: ['b'], to: 'c' }], { absent: {} })
    put(run, 'b')
    expect(timers(run)).toEqual(['r1 waits'])
    set(run, 'isHeld', true)
    expect(timers(run)).toEqual(['r1 waits'])
    advanceTo(run, 300)
    expect(timers(run)).toEqual(['r1 stands at 50'])
  })

  test('that comes again and again does so until its state is left, and any other once', () => {
    const run = start([{ on: every(100), in: ['a'], to: { go: 'stay' } }, { on: after(100), in: ['a'], to: { go: 'stay' } }, { on: after(350), in: ['a'], to: 'b' }])
    advanceTo(run, 1000)
    expect(run.trace.flatMap((event) => (event.what === 'fired' ? [`${event.atMs} ${event.rule}`] : []))).toEqual(['100 r0', '100 r1', '200 r0', '300 r0', '350 r2'])
    expect(timers(run)).toEqual([])
  })

  test('begins in a state that a name decides', () => {
    const bound = small({ a: {}, b: {} }, [{ on: after(80), in: ['b'], to: { go: 'stay' } }])
    const run = startRun({ ...projectOf({ ...bound, axes: bound.axes.map((axis) => ({ ...axis, boundTo: { variable: 'isHeld' } })) }), variables: [held] }, { component: 'small' })
    advanceTo(run, 20)
    set(run, 'isHeld', true)
    expect(timers(run)).toEqual(['r0 100'])
  })
})

describe('the timers of an item', () => {
  /** A note in a list that takes 300 ms to go, and counts 1,000 ms. */
  function notes(): Project {
    const note: Component = { ...small({ fresh: {}, old: {} }, [{ on: after(1000), in: ['fresh'], to: 'old' }]), id: 'note', absent: { frame: { opacity: 0 } }, motion: { ...EMPTY_MOTION, durationMs: 300 } }
    const list: Part = { id: 'list', kind: 'list', name: 'list', parent: 'frame', component: 'note', table: 'table', filter: '!isHeld', base: { width: 100, height: 50 } }
    const holder = small({ a: {} }, [])
    return {
      ...newProject('notes', 'Notes'), variables: [held], components: [note, { ...holder, parts: [...holder.parts, list] }],
      tables: [{ id: 'table', name: 'notes', columns: [], records: [{ id: 'one', cells: {} }] }],
    }
  }
  const one = 'list:one'

  test('stop when it is on its way out, and begin anew when it turns back', () => {
    const run = startRun(notes(), { component: 'small' })
    advanceTo(run, 900)
    set(run, 'isHeld', true)
    expect(timers(run, one)).toEqual([])
    advanceTo(run, 1050)
    set(run, 'isHeld', false)
    expect(timers(run, one)).toEqual(['r0 2050'])
    advanceTo(run, 3000)
    expect(states(run, one)).toEqual(['2050 old'])
  })

  test('are gone with it', () => {
    const run = startRun(notes(), { component: 'small' })
    advanceTo(run, 900)
    set(run, 'isHeld', true)
    advanceTo(run, 3000)
    expect([run.instances.has(one), states(run, one)]).toEqual([false, []])
  })
})
