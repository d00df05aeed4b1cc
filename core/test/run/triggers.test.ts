import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import type { Component, Input, Rule, Trigger } from '@rheoscope/core/document'
import { advanceTo, drawList, fork, replay, send, shownFocus, startRun, type Run } from '@rheoscope/core/run'
import { after, projectOf, small, tap, type SmallRule } from './small-component'

const at = { x: 50, y: 25, pointer: 'mouse' as const }
const press = (atMs: number, place = at): Input => ({ do: 'press', atMs, ...place })
const release = (atMs: number, place = at): Input => ({ do: 'release', atMs, ...place })
const tapAt = (atMs: number, place = at): readonly Input[] => [press(atMs, place), release(atMs + 20, place)]
const key = (atMs: number, name: string, modifiers = {}): Input => ({ do: 'key', atMs, key: name, modifiers })

/** The state at the end, after each named instant, of a component with states a, b and c. */
function played(rules: readonly SmallRule[], inputs: readonly Input[], endsAtMs: number, more: Partial<Component> = {}): Run {
  return replay(projectOf(small({ a: {}, b: {}, c: {} }, rules, more)), { component: 'small' }, inputs, endsAtMs)
}

const stateOf = (run: Run) => run.instances.get('')!.states[0]
const fired = (run: Run) => run.trace.flatMap((event) => (event.what === 'fired' ? [`${event.trigger}@${event.atMs}`] : []))

describe('a long press', () => {
  const long: Trigger = { on: 'long press', thresholdMs: 500 }

  test('comes at its threshold while it is still pressed, and no tap follows', () => {
    const run = played([{ on: long, to: 'b' }, { on: tap, to: 'c' }], [press(100), release(900)], 1000)
    expect(fired(run)).toEqual(['long press@600'])
  })

  test('comes for a rule of the state that the press itself brought about', () => {
    const run = played([{ on: { on: 'press' }, in: ['a'], to: 'b' }, { on: long, in: ['b'], to: 'c' }], [press(100), release(900)], 1000)
    expect([fired(run), stateOf(run)]).toEqual([['press@100', 'long press@600'], 'c'])
  })

  test('does not come when the press is let go before, or has moved 8 px', () => {
    expect(fired(played([{ on: long, to: 'b' }, { on: tap, to: 'c' }], tapAt(100), 1000))).toEqual(['tap@120'])
    const moved = played([{ on: long, to: 'b' }], [press(100), { do: 'move', atMs: 200, ...at, x: 60 }], 1000)
    expect(fired(moved)).toEqual([])
  })

  test('leaves the tap when no rule answers it', () => {
    expect(fired(played([{ on: long, in: ['c'], to: 'b' }, { on: tap, to: 'c' }], [press(0), release(900)], 1000))).toEqual(['tap@900'])
  })
})

describe('a double tap', () => {
  const double = (tapWaits: boolean): Trigger => ({ on: 'double tap', tapWaits })

  test('is two taps within 300 ms and 8 px; both taps are sent unless the part would rather wait', () => {
    const rules: SmallRule[] = [{ on: double(false), to: 'c' }, { on: tap, to: 'b' }]
    expect(fired(played(rules, [...tapAt(0), ...tapAt(200)], 1000))).toEqual(['tap@20', 'tap@220', 'double tap@220'])
    expect(fired(played(rules, [...tapAt(0), ...tapAt(400)], 1000))).toEqual(['tap@20', 'tap@420'])
    expect(fired(played(rules, [...tapAt(0), ...tapAt(200, { ...at, x: 70 })], 1000))).toEqual(['tap@20', 'tap@220'])
  })

  test('that is waited for keeps the first tap back for 300 ms', () => {
    const rules: SmallRule[] = [{ on: double(true), to: 'c' }, { on: tap, to: 'b' }]
    expect(fired(played(rules, [...tapAt(0), ...tapAt(200)], 1000))).toEqual(['double tap@220'])
    expect(fired(played(rules, tapAt(0), 1000))).toEqual(['tap@320'])
  })
})

describe('keys and focus', () => {
  const focusable: Partial<Component> = {
    parts: [
      { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 50 } },
      { id: 'box', kind: 'box', name: 'box', parent: 'frame', base: { width: 40, height: 40, fill: '#000000', focusable: true } },
      { id: 'dot', kind: 'ellipse', name: 'dot', parent: 'frame', base: { x: 50, width: 40, height: 40, fill: '#ffffff', focusable: true } },
    ],
  }

  test('Tab goes through what takes focus and round again; Enter and Space tap it', () => {
    const rules: SmallRule[] = [{ on: { on: 'focus' }, part: 'box', to: 'b' }, { on: { on: 'blur' }, part: 'box', to: 'c' }, { on: tap, part: 'dot', to: 'a' }]
    const run = played(rules, [key(0, 'Tab'), key(100, 'Tab'), key(200, 'Enter'), key(300, 'Tab'), key(400, 'Tab', { shift: true }), key(500, ' '), { do: 'key up', key: ' ', modifiers: {}, atMs: 500 }], 600, focusable)
    expect(fired(run)).toEqual(['focus@0', 'blur@100', 'tap@200', 'focus@300', 'blur@400', 'tap@500'])
    expect(shownFocus(run)).toEqual({ instance: '', part: 'dot' })
  })

  test('a key goes to what has the focus, with just its modifiers, or to whoever listens anywhere', () => {
    const right = (anywhere: boolean, shift = false): Trigger => ({ on: 'key', key: 'ArrowRight', modifiers: shift ? { shift } : {}, anywhere })
    const there = played([{ on: right(false), part: 'box', to: 'b' }], [key(0, 'ArrowRight'), key(100, 'Tab'), key(200, 'ArrowRight', { shift: true }), key(300, 'ArrowRight')], 500, focusable)
    expect(fired(there)).toEqual(['key@300'])
    expect(fired(played([{ on: right(true), to: 'b' }], [key(50, 'ArrowRight')], 500))).toEqual(['key@50'])
  })

  test('the pointer gives the focus without showing it, and takes it where there is nothing to focus', () => {
    const run = played([{ on: { on: 'focus' }, part: 'box', to: 'b' }, { on: { on: 'blur' }, part: 'box', to: 'c' }], [...tapAt(0, { ...at, x: 20, y: 20 }), ...tapAt(500, { ...at, x: 48, y: 45 })], 900, focusable)
    expect([fired(run), shownFocus(run)]).toEqual([['focus@0', 'blur@500'], null])
  })
})

describe('timers that are held', () => {
  test('stand still while their condition holds and go on where they were', () => {
    const rules: SmallRule[] = [{ on: { on: 'after', ms: 1000, since: 'entering', pauseWhile: 'hovered' }, in: ['a'], to: 'b' }]
    const run = played(rules, [{ do: 'move', atMs: 400, ...at }, { do: 'exit', atMs: 2400, pointer: 'mouse' }], 5000)
    expect(fired(run)).toEqual(['after@3000'])
  })
})

describe('names that change', () => {
  const variables: Component['variables'] = [{ id: 'v', name: 'open', type: 'yes/no', start: false }]
  const set = (to: string): Rule['actions'] => [{ id: 'set', do: 'set', variable: 'open', to }]
  const changes = (to: boolean | null): Trigger => ({ on: 'changes', name: 'open', to })

  test('are heard by rules for any change or for one value, once the state has changed', () => {
    const rules: SmallRule[] = [{ on: tap, in: ['a'], to: 'b', actions: set('!open') }, { on: changes(true), in: ['b'], to: 'c' }, { on: changes(false), to: 'a' }]
    const run = played(rules, tapAt(0), 500, { variables })
    expect([fired(run), stateOf(run)]).toEqual([['tap@20', 'changes@20'], 'c'])
  })

  test('an axis tied to a variable follows it, and sets it where it is put into a state', () => {
    const tied: Component['axes'] = [{ ...small({ off: {}, on: {} }, []).axes[0]!, boundTo: { variable: 'open' } }]
    const run = startRun(projectOf({ ...small({ off: {}, on: {} }, [], { variables }), axes: tied }), { component: 'small' })
    send(run, { do: 'put', instance: '', axis: 'axis', state: 'on' })
    expect([stateOf(run), run.instances.get('')!.environment.open]).toEqual(['on', true])
    send(run, { do: 'parameter', instance: '', name: 'open', value: false })
    expect(stateOf(run)).toBe('off')
  })
})

describe('messages', () => {
  const inner = small({ off: {}, on: {} }, [
    { on: tap, to: 'on', actions: [{ id: 's', do: 'send', message: 'chosen', payload: "'Lamp Rock'", recipient: 'siblings' }, { id: 'h', do: 'send', message: 'told', payload: '7', recipient: 'holder' }] },
    { on: { on: 'message', name: 'chosen' }, to: 'off' },
  ])
  const row = (id: string, x: number) => ({ id, kind: 'instance' as const, name: id, parent: 'root', component: 'small', start: {}, base: { x } })
  const holder: Component = {
    ...small({ a: {}, b: {} }, [{ on: { on: 'message', name: 'told' }, to: 'b', guard: 'payload == 7' }]), id: 'holder',
    parts: [{ id: 'root', kind: 'container', name: 'root', parent: null, base: { width: 300, height: 50 } }, row('one', 0), row('two', 120)],
  }

  test('reach the siblings and the holder with what they carry, after the state has changed', () => {
    const run = replay(projectOf(inner, holder), { component: 'holder' }, [...tapAt(0), ...tapAt(500, { ...at, x: 170 })], 1000)
    expect(['', 'one', 'two'].map((path) => run.instances.get(path)!.states[0])).toEqual(['b', 'off', 'on'])
    const [first] = run.trace.filter((event) => event.what === 'state')
    expect(first).toMatchObject({ instance: 'one', to: 'on' })
  })
})

test('forks go on apart in the middle of a gesture', () => {
  const run = startRun(projectOf(small({ a: {}, b: {} }, [{ on: { on: 'long press', thresholdMs: 500 }, to: 'b' }, { on: after(2000), in: ['b'], to: 'a' }])), { component: 'small' })
  send(run, { do: 'press', ...at })
  const other = fork(run)
  send(run, { do: 'release', ...at })
  for (const each of [run, other]) advanceTo(each, 600)
  expect([stateOf(run), stateOf(other)]).toEqual(['a', 'b'])
})

test('what a fork drags is not held by the run it came from', () => {
  const run = startRun(skerryLine, { screen: 'purser' })
  const other = fork(run)
  const onTag = { x: 592, y: 470, pointer: 'mouse' } as const
  for (const each of [other, run]) {
    send(each, { do: 'press', ...onTag })
    send(each, { do: 'move', ...onTag, x: 560 })
  }
  expect(other.trace).toContainEqual(expect.objectContaining({ what: 'fired', rule: 'tagLift' }))
  expect(run.trace).toEqual(other.trace)
  expect(drawList(run)).toEqual(drawList(other))
})
