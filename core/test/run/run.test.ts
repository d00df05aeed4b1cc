import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { axisForParameter, type Component, type Input, type InputAction, type Part, type State } from '@rheoscope/core/document'
import { advanceTo, drawList, drawListAt, fork, nextDueMs, replay, send, startRun, type Run } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { after, enter, every, leave, projectOf, settled, small, tap } from './small-component'

const start = (component: Component, ...others: readonly Component[]) => startRun(projectOf(component, ...others), { component: component.id })

let made = 0

const move = (x: number, y: number): InputAction => ({ do: 'move', x, y, pointer: 'mouse' })
const press = (x: number, y: number, pointer: 'mouse' | 'touch' = 'mouse'): InputAction => ({ do: 'press', x, y, pointer })
const release = (x: number, y: number, pointer: 'mouse' | 'touch' = 'mouse'): InputAction => ({ do: 'release', x, y, pointer })

function tapAt(run: Run, x = 80, y = 25): void {
  send(run, press(x, y))
  send(run, release(x, y))
}

const state = (run: Run, path = '') => run.instances.get(path)!.states[0]
const x = (run: Run) => itemOf(drawList(run), '', 'box')!.values.x
const went = (run: Run) => run.trace.flatMap((event) => (event.what === 'state' && event.instance === '' ? [`${event.atMs} ${event.to}`] : []))

const wide = { a: {}, b: { look: { box: { x: 100 } } } }

describe('state first, motion after', () => {
  test('the state changes at the instant of the event, the look follows', () => {
    const run = start(small(wide, [{ on: tap, to: 'b' }]))
    tapAt(run)
    expect([state(run), x(run)]).toEqual(['b', 0])
    advanceTo(run, 50)
    expect(x(run)).toBe(50)
    advanceTo(run, 200)
    expect(x(run)).toBe(100)
    expect(run.trace.at(-1)).toMatchObject({ what: 'settled', atMs: 100, state: 'b' })
  })

  test('going back half way takes half the time', () => {
    const run = start(small(wide, [{ on: tap, in: ['a'], to: 'b' }, { on: tap, in: ['b'], to: 'a' }]))
    tapAt(run)
    advanceTo(run, 50)
    tapAt(run)
    advanceTo(run, 75)
    expect(x(run)).toBe(25)
    advanceTo(run, 100)
    expect([x(run), run.trace.at(-1)]).toEqual([0, { what: 'settled', atMs: 100, instance: '', axis: 'axis', state: 'a' }])
  })

  test('a motion to a third place starts from what is shown', () => {
    const run = start(small({ ...wide, c: { look: { box: { x: -100 } } } }, [{ on: tap, in: ['a'], to: 'b' }, { on: tap, in: ['b'], to: 'c' }]))
    tapAt(run)
    advanceTo(run, 50)
    tapAt(run)
    expect(x(run)).toBe(50)
    advanceTo(run, 100)
    expect(x(run)).toBe(-25)
  })

  test('the most specific word on timing counts', () => {
    const motion = { durationMs: 400, keyframes: [], lanes: [{ id: 'l', part: 'box', property: 'x', durationMs: 40 }, { id: 'p', part: 'dot', property: null, delayMs: 10 }] }
    const looks = { a: {}, b: { look: { box: { x: 100, y: 100 }, dot: { x: 0 } } } }
    const run = start(small(looks, [{ on: tap, to: 'b', motion }]))
    tapAt(run)
    const lanes = run.instances.get('')!.lanes.map(({ property, delayMs, durationMs }) => [property, delayMs, durationMs])
    expect(lanes).toEqual([['x', 0, 40], ['y', 0, 400], ['x', 10, 400]])
  })
})

describe('triggers', () => {
  test('a tap is a press and a release on the same thing', () => {
    const run = start(small(wide, [{ on: tap, to: 'b' }]))
    send(run, press(10, 10))
    send(run, release(300, 300))
    expect(state(run)).toBe('a')
    tapAt(run)
    expect(state(run)).toBe('b')
  })

  test('release goes to what was pressed even where the pointer has left it', () => {
    const run = start(small(wide, [{ on: { on: 'press' }, in: ['a'], to: 'b' }, { on: { on: 'release' }, in: ['b'], to: 'a' }]))
    send(run, press(10, 10))
    expect(state(run)).toBe('b')
    send(run, release(300, 300))
    expect(state(run)).toBe('a')
  })

  test('the deepest part answers, and what lets the event through shares it', () => {
    const rules = (letThrough: boolean) => [{ on: tap, part: 'dot', to: { go: 'stay' as const }, letThrough }, { on: tap, to: 'b' }]
    const keeps = start(small(wide, rules(false)))
    tapAt(keeps, 80, 25)
    expect(state(keeps)).toBe('a')
    tapAt(keeps, 10, 10)
    expect(state(keeps)).toBe('b')
    const two = small(wide, rules(true))
    const shares = start({ ...two, axes: [...two.axes, { ...two.axes[0]!, id: 'other', name: 'other' }], rules: [two.rules[0]!, { ...two.rules[1]!, axis: 'other' }] })
    tapAt(shares, 80, 25)
    expect(shares.instances.get('')!.states).toEqual(['a', 'b'])
  })

  test('entering and leaving follow the shape, touch never hovers', () => {
    const rules = [{ on: enter, in: ['a'], to: 'b' }, { on: leave, in: ['b'], to: 'a' }]
    const run = start(small(wide, rules))
    send(run, move(10, 10))
    expect(state(run)).toBe('b')
    send(run, { do: 'exit', pointer: 'mouse' })
    expect(state(run)).toBe('a')
    send(run, press(10, 10, 'touch'))
    send(run, release(10, 10, 'touch'))
    expect(went(run)).toEqual(['0 b', '0 a'])
  })

  test('what moves away under a pointer that stands still is left', () => {
    const run = start(small(wide, [{ on: tap, to: 'b', in: ['a'] }, { on: leave, part: 'box', in: ['b'], to: 'a' }]))
    send(run, move(10, 10))
    tapAt(run, 10, 10)
    advanceTo(run, 100)
    expect(went(run)).toEqual(['0 b', '100 a'])
  })

  test('a part that takes no input lets the event through to what lies below', () => {
    const component = small(wide, [{ on: tap, part: 'box', to: 'b' }])
    const covered = { ...component, parts: component.parts.map((part) => (part.id === 'dot' ? { ...part, base: { ...part.base, receivesInput: false } } : part)) }
    const run = start(covered)
    tapAt(run, 80, 25)
    expect(state(run)).toBe('b')
  })
})

describe('timers', () => {
  test('count from entering, and anew each time', () => {
    const run = start(small(wide, [{ on: tap, in: ['a'], to: 'b' }, { on: after(300), in: ['b'], to: 'a' }]))
    advanceTo(run, 1000)
    tapAt(run)
    advanceTo(run, 1299)
    expect(state(run)).toBe('b')
    advanceTo(run, 5000)
    expect(went(run)).toEqual(['1000 b', '1300 a'])
  })

  test('count from settling when they are told to', () => {
    const run = start(small(wide, [{ on: tap, in: ['a'], to: 'b' }, { on: after(300, 'settling'), in: ['b'], to: 'a' }]))
    tapAt(run)
    advanceTo(run, 5000)
    expect(went(run)).toEqual(['0 b', '400 a'])
  })

  test('end with their state, so none runs twice', () => {
    const run = start(small(wide, [{ on: tap, to: { go: 'next', loops: true } }, { on: after(300), in: ['b'], to: 'a' }]))
    for (const atMs of [0, 100, 200]) {
      advanceTo(run, atMs)
      tapAt(run)
    }
    advanceTo(run, 3000)
    expect(went(run)).toEqual(['0 b', '100 a', '200 b', '500 a'])
  })

  test('every fires again and again while the state lasts', () => {
    const run = start(small(wide, [{ on: every(200), in: ['a'], to: { go: 'stay' } }, { on: after(900), in: ['a'], to: 'b' }]))
    advanceTo(run, 2000)
    expect(run.trace.filter((event) => event.what === 'fired').map(({ atMs }) => atMs)).toEqual([200, 400, 600, 800, 900])
  })

  test('settled comes when the motion has ended, at once when there is none', () => {
    const run = start(small({ ...wide, c: { look: { box: { x: 100 } } }, d: {} }, [{ on: tap, in: ['a'], to: 'b' }, { on: settled, in: ['b'], to: 'c' }, { on: settled, in: ['c'], to: 'd' }]))
    tapAt(run)
    advanceTo(run, 1000)
    expect(went(run)).toEqual(['0 b', '100 c', '100 d'])
  })

  test('an endless chain of immediate rules is stopped and named', () => {
    const run = start(small(wide, [{ on: after(0), in: ['a'], to: 'b' }, { on: after(0), in: ['b'], to: 'a' }]))
    advanceTo(run, 10)
    expect(run.loop.isStopped).toBe(true)
    expect(run.trace.at(-1)).toMatchObject({ what: 'stopped', rules: ['r1', 'r0'] })
    expect(nextDueMs(run)).toBe(Infinity)
  })
})

describe('targets and guards', () => {
  test('next and previous go round only when they may, back leads where one came from', () => {
    const looks = { a: {}, b: {}, c: {} }
    const go = (target: 'next' | 'previous', wrap: boolean, taps: number) => {
      const run = start(small(looks, [{ on: tap, to: { go: target, loops: wrap } }]))
      for (let done = 0; done < taps; done++) tapAt(run)
      return state(run)
    }
    expect([go('next', false, 5), go('next', true, 4), go('previous', false, 1), go('previous', true, 1)]).toEqual(['c', 'b', 'a', 'c'])
    const back = start(small(looks, [{ on: tap, in: ['a'], to: 'c' }, { on: tap, in: ['c'], to: { go: 'back' } }]))
    tapAt(back)
    tapAt(back)
    expect(state(back)).toBe('a')
  })

  test('the first rule whose guard holds fires, and actions come before the state changes', () => {
    const count = { id: 'count', name: 'count', type: 'number' as const, start: 0 }
    const add = { id: 'add', do: 'set' as const, variable: 'count', to: 'count + 1' }
    const run = start(small({ a: {}, b: {} }, [{ on: tap, to: 'b', guard: 'count >= 2' }, { on: tap, to: { go: 'stay' }, actions: [add] }], { variables: [count] }))
    for (let taps = 0; taps < 2; taps++) tapAt(run)
    expect([state(run), run.instances.get('')!.environment.count]).toEqual(['a', 2])
    tapAt(run)
    expect(state(run)).toBe('b')
  })

  test('what depends on a parameter changes with it', () => {
    const component = small({ a: { look: { box: { x: { expr: 'place * 2' } } } } }, [], { parameters: [{ id: 'place', name: 'place', type: 'number', initial: 4 }] })
    const run = start(component)
    expect(x(run)).toBe(8)
    send(run, { do: 'parameter', instance: '', name: 'place', value: 10 })
    expect(x(run)).toBe(20)
  })
})

describe('combinations and instances', () => {
  test('a look for two states at once has the last word', () => {
    const one = small({ off: {}, on: { look: { box: { fill: '#111111' } } } }, [])
    const axis = { id: 'pointer', name: 'pointer', start: 'rest', boundTo: null, states: [{ ...one.axes[0]!.states[0]!, id: 'rest' }, { ...one.axes[0]!.states[0]!, id: 'over', look: { box: { fill: '#222222' } } }] }
    const two: Component = { ...one, axes: [...one.axes, axis], combinations: [{ id: 'both', states: { axis: 'on', pointer: 'over' }, look: { box: { fill: '#333333' } } }] }
    const fill = (states: Record<string, string>) => itemOf(drawList(startRun(projectOf(two), { component: 'small' }, { states })), '', 'box')!.values.fill
    expect([fill({}), fill({ axis: 'on' }), fill({ axis: 'on', pointer: 'over' })]).toEqual(['#000000', '#111111', '#333333'])
  })

  test('a parameter decides the state of the axis it drives, in every instance for itself', () => {
    const one = small({ off: {}, on: { look: { box: { fill: '#111111' } } } }, [])
    const choice = { id: 'size', name: 'size', type: 'choice' as const, initial: 'S', choices: ['S', 'L'] }
    const { axis } = axisForParameter(one, choice, () => `id${made++}`)!
    const [s, l] = axis.states as [State, State]
    const sized: Component = {
      ...one, parameters: [choice],
      axes: [{ ...axis, states: [s, { ...l, look: { box: { width: 200, fill: '#222222' } } }] }, ...one.axes],
    }
    const holder: Component = { ...small({ a: {} }, []), id: 'holder', parts: [...small({ a: {} }, []).parts, ...['small', 'large'].map((id): Part => ({ id, kind: 'instance', name: id, parent: 'frame', component: 'small', start: {}, base: id === 'large' ? { 'param:size': 'L' } : {} }))] }
    const run = start(holder, sized)
    const box = (instance: string) => itemOf(drawList(run), instance, 'box')!.values
    expect([box('small').width, box('large').width, box('large').fill]).toEqual([100, 200, '#222222'])
    send(run, { do: 'parameter', instance: 'small', name: 'size', value: 'L' })
    advanceTo(run, 1000)
    expect(box('small').width).toBe(200)
    send(run, { do: 'put', instance: 'large', axis: 'axis', state: 'on' })
    advanceTo(run, 2000)
    expect([box('large').width, box('large').fill, box('small').fill]).toEqual([200, '#111111', '#222222'])
  })

  test('an axis that a name decides is in the trace like any other', () => {
    const component = small({ off: {}, on: {} }, [{ on: tap, in: ['off'], to: 'off', actions: [{ id: 'set', do: 'set', variable: 'lit', to: 'true' }] }])
    const run = start({
      ...component, variables: [{ id: 'lit', name: 'lit', type: 'yes/no', start: false }],
      axes: [...component.axes, { id: 'lamp', name: 'lamp', start: 'dark', boundTo: { variable: 'lit' }, states: ['dark', 'bright'].map((id) => ({ ...component.axes[0]!.states[0]!, id, name: id })) }],
    })
    tapAt(run)
    expect(run.trace).toContainEqual({ what: 'state', atMs: 0, instance: '', axis: 'lamp', from: 'dark', to: 'bright', rule: null, settlesMs: 0 })
  })

  test('what is pinned travels with a holder that changes size', () => {
    const one = small({ a: {}, b: { look: { frame: { width: 200 } } } }, [{ on: tap, to: 'b' }])
    const pinned = { ...one, parts: one.parts.map((part) => (part.id === 'dot' ? { ...part, base: { ...part.base, pinX: 'end' } } : part)) }
    const run = start(pinned)
    const dot = () => itemOf(drawList(run), '', 'dot')!.values.x
    tapAt(run)
    advanceTo(run, 50)
    expect(dot()).toBe(120)
    advanceTo(run, 100)
    expect(dot()).toBe(170)
  })

  test('a component inside itself is refused by name', () => {
    const component = small(wide, [])
    const self: Component = { ...component, parts: [...component.parts, { id: 'self', kind: 'instance', name: 'self', parent: 'frame', component: 'small', start: {}, base: {} }] }
    expect(() => start(self)).toThrow('“Small” would contain itself')
  })
})

describe('determinism', () => {
  const inputs = fc.array(fc.record({
    atMs: fc.integer({ min: 0, max: 4000 }),
    action: fc.oneof(
      fc.record({ do: fc.constantFrom('move', 'press', 'release'), x: fc.integer({ min: -20, max: 230 }), y: fc.integer({ min: -10, max: 60 }), pointer: fc.constantFrom('mouse', 'touch') }),
      fc.constant({ do: 'exit', pointer: 'mouse' }),
    ),
  }), { maxLength: 25 }).map((all) => all.map(({ atMs, action }) => ({ atMs, ...action }) as Input))

  const surface = { component: 'boardingButton' }

  test('the same inputs give the same trace, bit for bit', () => {
    fc.assert(fc.property(inputs, (all) => {
      const trace = () => JSON.stringify(replay(skerryLine, surface, all, 8000).trace)
      expect(trace()).toBe(trace())
    }), { numRuns: 40 })
  })

  test('looking at frames, and in which steps the clock goes, changes nothing', () => {
    fc.assert(fc.property(inputs, fc.array(fc.integer({ min: 0, max: 8000 })), (all, looks) => {
      const looked = startRun(skerryLine, surface)
      const events = [...all.map((input) => ({ atMs: input.atMs, input })), ...looks.map((atMs) => ({ atMs, input: null }))].toSorted((a, b) => a.atMs - b.atMs)
      for (const { atMs, input } of events) {
        advanceTo(looked, atMs)
        drawListAt(looked, atMs + 0.5)
        if (input) {
          const { atMs: _at, ...action } = input
          send(looked, action)
        }
      }
      advanceTo(looked, 8000)
      expect(looked.trace).toEqual(replay(skerryLine, surface, all, 8000).trace)
    }), { numRuns: 40 })
  })

  test('a fork goes its own way', () => {
    const run = start(small(wide, [{ on: tap, to: 'b' }]))
    const other = fork(run)
    tapAt(other)
    advanceTo(other, 500)
    expect([state(run), run.nowMs, state(other)]).toEqual(['a', 0, 'b'])
    expect(run.trace.map(({ what }) => what)).toEqual(['appeared'])
  })
})
