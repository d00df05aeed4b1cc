import { describe, expect, test } from '@jest/globals'
import type { Component, Trigger } from '@rheoscope/core/document'
import { explore, independentGroups, instantsOf, marksOfStep, Network, signatureOf, thingsOnSurface, MODALITIES, wayTo, type Explored, type NetworkOptions, type Node, type Modality } from '../../../src/check/explore'
import { comparedWith, representative } from '../../../src/check/explore/names'
import { after, enter, every, leave, projectOf, settled, small, tap } from '../../run/small-component'

const wide = { a: {}, b: { look: { box: { x: 40 } } }, c: { look: { box: { x: 60 } } } }

function explored(component: Component, ways: readonly Modality[] = MODALITIES, options: NetworkOptions = {}): Explored {
  const project = projectOf(component)
  return explore(new Network(project, thingsOnSurface(project, { component: component.id }), { hasKeyboard: ways.includes('keyboard'), ...options }), { ways })
}

const statesIn = ({ network, places }: Explored): readonly string[] =>
  [...new Set(places.map(({ configuration }) => network.axes.map(({ at, states }) => states[configuration[at]!]!).join(' ')))].toSorted()

const firstIn = ({ network, nodes }: Explored, state: string): Node => nodes.find(({ place }) => network.axes[0]!.states[place.configuration[network.axes[0]!.at]!] === state)!

const lastAt = (found: Explored, state: string): number => instantsOf(wayTo(firstIn(found, state))).at(-1)!

describe('what can be reached', () => {
  test('a timer and a tap: whoever taps in time gets elsewhere', () => {
    const found = explored(small(wide, [{ on: after(50), in: ['a'], to: 'b' }, { on: tap, in: ['a'], to: 'c' }]))
    expect(statesIn(found)).toEqual(['a', 'b', 'c'])
    expect(lastAt(found, 'b')).toBe(50)
    expect(lastAt(found, 'c')).toBeLessThan(50)
  })

  test('of two timers only the earlier one ever comes', () => {
    expect(statesIn(explored(small(wide, [{ on: after(50), in: ['a'], to: 'b' }, { on: after(60), in: ['a'], to: 'c' }])))).toEqual(['a', 'b'])
  })

  test('of two timers due at once the first rule goes first', () => {
    expect(statesIn(explored(small(wide, [{ on: after(50), in: ['a'], to: 'c' }, { on: after(50), in: ['a'], to: 'b' }])))).toEqual(['a', 'c'])
  })

  test('a timer that is held can come after the other one', () => {
    const held: Trigger = { on: 'after', ms: 50, since: 'entering', pauseWhile: 'hovered' }
    expect(statesIn(explored(small(wide, [{ on: held, in: ['a'], to: 'b' }, { on: after(60), in: ['a'], to: 'c' }])))).toEqual(['a', 'b', 'c'])
    expect(statesIn(explored(small(wide, [{ on: held, in: ['a'], to: 'b' }, { on: after(60), in: ['a'], to: 'c' }]), ['touch']))).toEqual(['a', 'b', 'c'])
  })

  test('a timer since settling counts from the end of the motion', () => {
    const found = explored(small(wide, [{ on: tap, in: ['a'], to: 'b', ms: 300 }, { on: after(200, 'settling'), in: ['b'], to: 'c' }]))
    const way = wayTo(firstIn(found, 'c'))
    const [entered, left] = [instantsOf(way)[1]!, instantsOf(way).at(-1)!]
    expect(left - entered).toBe(500)
  })

  test('a timer that repeats can be stopped by its guard and goes on', () => {
    const found = explored(small(wide, [{ on: every(100), in: ['a'], to: 'b', guard: 'n == 2' }, { on: every(100), in: ['a'], to: { go: 'stay' }, actions: [{ id: 'add', do: 'set', variable: 'n', to: 'n + 1' }], guard: 'n < 2' }], { variables: [{ id: 'n', name: 'n', type: 'number', start: 0 }] }))
    expect(statesIn(found)).toEqual(['a', 'b'])
    expect(lastAt(found, 'b')).toBe(300)
  })

  test('a long press, and letting go before it', () => {
    const rules = [{ on: { on: 'press' } as const, in: ['a'], to: 'b' }, { on: { on: 'long press', thresholdMs: 500 } as const, in: ['b'], to: 'c' }, { on: { on: 'release' } as const, in: ['b'], to: 'a' }]
    const found = explored(small(wide, rules))
    expect(statesIn(found)).toEqual(['a', 'b', 'c'])
    const instants = instantsOf(wayTo(firstIn(found, 'c')))
    expect(instants.at(-1)! - instants.at(-2)!).toBe(500)
  })

  test('no tap follows a long press that was answered', () => {
    const rules = [{ on: { on: 'long press', thresholdMs: 500 } as const, in: ['a'], to: 'b' }, { on: tap, in: ['b'], to: 'c' }]
    const found = explored(small(wide, rules), ['touch'])
    const way = wayTo(firstIn(found, 'c')).map(({ by }) => by?.what)
    expect(way.filter((what) => what === 'press')).toHaveLength(2)
  })

  test('the second of two taps is a double tap, and the first is kept back where a rule waits for it', () => {
    const taps = (tapWaits: boolean) => [{ on: { on: 'double tap', tapWaits } as const, in: ['a', 'b'], to: 'c' }, { on: tap, in: ['a'], to: 'b' }]
    expect(statesIn(explored(small(wide, taps(false))))).toEqual(['a', 'b', 'c'])
    expect(firstIn(explored(small(wide, taps(true))), 'b').by?.what).toBe('late tap')
  })

  test('a drag starts, goes on and ends', () => {
    const rules = [{ on: { on: 'drag start' } as const, in: ['a'], to: 'b' }, { on: { on: 'drag end' } as const, in: ['b'], to: 'c' }]
    expect(statesIn(explored(small(wide, rules)))).toEqual(['a', 'b', 'c'])
    expect(statesIn(explored(small(wide, rules), ['keyboard']))).toEqual(['a'])
  })

  test('a finger never hovers, and the keyboard needs the focus', () => {
    const hover = small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: leave, in: ['b'], to: 'a' }])
    expect([['mouse'], ['touch'], ['keyboard']].map((ways) => statesIn(explored(hover, ways as Modality[])).length)).toEqual([2, 1, 1])
    const tapped = (focusable: boolean) => small(wide, [{ on: tap, in: ['a'], to: 'b' }], { parts: small(wide, []).parts.map((part) => ({ ...part, base: { ...part.base, focusable } })) })
    expect(statesIn(explored(tapped(false), ['keyboard']))).toEqual(['a'])
    expect(statesIn(explored(tapped(true), ['keyboard']))).toEqual(['a', 'b'])
  })

  test('what is not to be seen, or takes no input, cannot be tapped', () => {
    const hidden = (look: Record<string, boolean>) => small({ a: { look: { box: look } }, b: {} }, [{ on: tap, part: 'box', in: ['a'], to: 'b' }])
    expect(statesIn(explored(hidden({ visible: false })))).toEqual(['a'])
    expect(statesIn(explored(hidden({ receivesInput: false })))).toEqual(['a'])
    expect(statesIn(explored(hidden({ visible: true })))).toEqual(['a', 'b'])
  })

  test('actions that are waited for come when what they wait for has ended', () => {
    const inner: Component = { ...small({ off: {}, on: { look: { box: { x: 40 } } } }, []), id: 'inner', motion: { durationMs: 250, lanes: [], keyframes: [] } }
    const holder = small(wide, [
      { on: tap, in: ['a'], to: { go: 'stay' }, actions: [{ id: 'd', do: 'drive', instance: 'held', axis: 'axis', state: 'on', awaited: true }, { id: 's', do: 'set', variable: 'done', to: 'true' }] },
      { on: { on: 'changes', name: 'done', to: true }, in: ['a'], to: 'b' },
    ], { variables: [{ id: 'done', name: 'done', type: 'yes/no', start: false }], parts: [...small(wide, []).parts, { id: 'held', kind: 'instance', name: 'held', parent: 'frame', component: 'inner', start: {}, base: {} }] })
    const project = projectOf(holder, inner)
    const found = explore(new Network(project, thingsOnSurface(project, { component: 'small' })), { ways: MODALITIES })
    const instants = instantsOf(wayTo(firstIn(found, 'b')))
    expect(instants.at(-1)! - instants.at(-2)!).toBe(250)
  })
})

describe('motions', () => {
  test('are followed only when something depends on them, or when asked', () => {
    const plain = small(wide, [{ on: tap, in: ['a'], to: 'b', ms: 300 }])
    expect(explored(plain).network.axes[0]!.motionAt).toBe(-1)
    const project = projectOf(plain)
    const things = thingsOnSurface(project, { component: 'small' })
    expect(new Network(project, things, { followed: [{ thing: things[0]!, axis: 'axis' }] }).axes[0]!.motionAt).toBeGreaterThan(-1)
    expect(explored(small(wide, [{ on: settled, in: ['b'], to: 'c' }])).network.axes[0]!.motionAt).toBeGreaterThan(-1)
  })

  test('that let nothing in keep rules out until they have ended, and let timers wait for that', () => {
    const found = explored(small(wide, [{ on: tap, in: ['a'], to: 'b', ms: 300, motion: { policy: 'ignore' } }, { on: after(200), in: ['b'], to: 'c' }]))
    const instants = instantsOf(wayTo(firstIn(found, 'c')))
    expect(instants.at(-1)! - instants[1]!).toBe(300)
  })

  test('that have to finish first let the last rule wait', () => {
    const found = explored(small(wide, [{ on: tap, in: ['a'], to: 'b', ms: 300, motion: { policy: 'finish first' } }, { on: after(200), in: ['b'], to: 'c' }]))
    const instants = instantsOf(wayTo(firstIn(found, 'c')))
    expect(instants.at(-1)! - instants[1]!).toBe(300)
  })
})

describe('values', () => {
  test('that nothing tells apart are one', () => {
    const found = explored(small({ a: {} }, [{ on: tap, to: { go: 'stay' }, actions: [{ id: 's', do: 'set', variable: 'n', to: 'n + 1' }] }], { variables: [{ id: 'n', name: 'n', type: 'number', start: 0 }] }))
    expect(found.places).toHaveLength(1)
  })

  test('that are compared with constants are as many as those and what lies between and beyond', () => {
    expect(comparedWith('n', ['n > 1 && n <= 4', 'm == n'])).toBeNull()
    expect(comparedWith('n', ['n > 1 && n <= 4', 'm == 2'])).toEqual([1, 4])
    expect([-3, 1, 2, 3, 4, 99].map((value) => representative(value, [1, 4]))).toEqual([0, 1, 2.5, 2.5, 4, 5])
    expect(representative('Lamp Rock', ['Skerry Quay'])).toBe(representative('Outer Holm', ['Skerry Quay']))
    expect([comparedWith('t', ["t == 'b' || t != 'c'"]), comparedWith('t', ["t < 'b'"]), comparedWith('t', ["contains(t, 'b')"])]).toEqual([['b', 'c'], null, null])
  })

  test('without end are any value, and what depends on them goes both ways', () => {
    const counter = small(wide, [{ on: tap, in: ['a'], to: { go: 'stay' }, actions: [{ id: 's', do: 'set', variable: 'n', to: 'n * 2 + 1' }] }, { on: enter, in: ['a'], to: 'b', guard: 'n % 1000 == 999' }], { variables: [{ id: 'n', name: 'n', type: 'number', start: 1 }] })
    const found = explored(counter)
    expect(found.isFinished).toBe(true)
    expect(statesIn(found)).toEqual(['a', 'b'])
  })

  test('are told apart by what expressions find in a text, and by what it comes before', () => {
    const searched = (guard: string, to: string) => statesIn(explored(small(wide, [
      { on: tap, in: ['a'], to: { go: 'stay' }, actions: [{ id: 's', do: 'set', variable: 't', to }] }, { on: enter, in: ['a'], to: 'b', guard },
    ], { variables: [{ id: 't', name: 't', type: 'text', start: 'Mast' }] })))
    expect(searched("contains(lower(t), 'fog')", "'Fog'")).toEqual(['a', 'b'])
    expect(searched("contains(t, 'fog')", "'Fog'")).toEqual(['a'])
    expect(searched("t > 'lamp'", "'Buoy'")).toEqual(['a', 'b'])
    expect(searched("t > 'nautical'", "'Buoy'")).toEqual(['a'])
    // Longer and longer without end: any text it may be.
    expect(searched('length(t) > 1000', "t + '!'")).toEqual(['a', 'b'])
  })

  test('a message takes its payload along', () => {
    const found = explored(small(wide, [{ on: { on: 'message', name: 'choose' }, in: ['a'], to: 'b', guard: "payload == 'x'" }, { on: tap, in: ['a'], to: { go: 'stay' }, actions: [{ id: 'm', do: 'send', message: 'choose', payload: "'x'", recipient: 'everyone' }] }]))
    expect(statesIn(found)).toEqual(['a'])
  })
})

describe('limits', () => {
  test('an exploration that gives up says so', () => {
    const project = projectOf(small(wide, [{ on: tap, to: { go: 'next', loops: true } }, { on: enter, in: ['a'], to: 'c' }]))
    const network = new Network(project, thingsOnSurface(project, { component: 'small' }))
    expect(explore(network, { ways: MODALITIES, limit: 1 })).toMatchObject({ isFinished: false })
    expect(explore(network, { ways: MODALITIES, onStep: () => true })).toMatchObject({ isFinished: false })
  })

  test('rules without end are marked and gone into no further', () => {
    const loop = small(wide, [{ on: { on: 'changes', name: 'on', to: null }, to: { go: 'stay' }, actions: [{ id: 't', do: 'set', variable: 'on', to: '!on' }] }, { on: tap, to: { go: 'stay' }, actions: [{ id: 'u', do: 'set', variable: 'on', to: '!on' }] }], { variables: [{ id: 'on', name: 'on', type: 'yes/no', start: false }] })
    const project = projectOf(loop)
    let isStopped = false
    explore(new Network(project, thingsOnSurface(project, { component: 'small' })), { ways: MODALITIES, onStep: (step) => void (isStopped ||= marksOfStep(step, 'stopped').length > 0) })
    expect(isStopped).toBe(true)
  })
})

describe('splitting', () => {
  const placed = (component: Component, more: readonly Component[] = []) => {
    const holder: Component = { ...small({ a: {} }, []), id: 'holder', parts: [...small({ a: {} }, []).parts, ...['one', 'two', 'three'].map((id) => ({ id, kind: 'instance' as const, name: id, parent: 'frame', component: 'small', start: {}, base: {} }))] }
    const project = projectOf(holder, component, ...more)
    return { project, groups: independentGroups(project, thingsOnSurface(project, { component: 'holder' })) }
  }

  test('instances that have nothing to do with one another are apart, and alike', () => {
    const { groups } = placed(small(wide, [{ on: tap, to: { go: 'next', loops: true } }]))
    expect(groups).toHaveLength(4)
    expect(new Set(groups.map(signatureOf)).size).toBe(2)
  })

  test('those that tell one another something are together', () => {
    const { groups } = placed(small(wide, [{ on: tap, in: ['a'], to: 'b', actions: [{ id: 'm', do: 'send', message: 'go', payload: null, recipient: 'siblings' }] }, { on: { on: 'message', name: 'go' }, in: ['b'], to: 'a' }]))
    expect(groups.map(({ length }) => length).toSorted()).toEqual([1, 3])
  })

  test('those that share a variable someone sets are together', () => {
    const component = small(wide, [{ on: tap, in: ['a'], to: 'b', actions: [{ id: 's', do: 'set', variable: 'open', to: 'true' }], guard: '!open' }])
    const { project } = placed(component)
    const shared = { ...project, variables: [{ id: 'open', name: 'open', type: 'yes/no' as const, start: false }] }
    expect(independentGroups(shared, thingsOnSurface(shared, { component: 'holder' })).map(({ length }) => length).toSorted()).toEqual([1, 3])
  })
})
