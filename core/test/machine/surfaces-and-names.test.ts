import { describe, expect, test } from '@jest/globals'
import { decidedState, newScreen, tiedTo, EMPTY_MOTION, type Axis, type Component, type Part, type Project, type Screen, type Variable } from '@rheoscope/core/document'
import { compile, isModal, namesOfBehaviour, overlayComponent, startInstance, surfaceComponent, timersOf } from '@rheoscope/core/machine'
import { after, projectOf, small, tap, type SmallState } from '../run/small-component'

const instance = (id: string, component: string, base: Part['base'] = {}): Part => ({ id, kind: 'instance', name: id, parent: 'frame', component, start: {}, base })
const withParts = (id: string, ...parts: readonly Part[]): Component => ({ ...small({ a: {} }, []), id, name: id, parts: [...small({ a: {} }, []).parts.slice(0, 1), ...parts] })

describe('compiling', () => {
  const [inmost, inner, outer] = [withParts('inmost'), withParts('inner', instance('i', 'inmost')), withParts('outer', instance('o', 'inner'))] as const
  const project = projectOf(outer, inner, inmost)
  const again = (change: Partial<Project>) => compile({ ...project, ...change }, outer) === compile(project, outer)

  test('answers at once for what has not changed, at any depth', () => {
    const first = compile(project, outer)
    expect(compile(project, outer)).toBe(first)
    expect(compile({ ...project, name: 'another' }, outer)).toBe(first)
  })

  test.each<readonly [string, Partial<Project>]>([
    ['tokens', { tokens: [] }], ['motion', { motion: EMPTY_MOTION }], ['variables', { variables: [] }], ['icons', { icons: [] }],
    ['what is inside', { components: [outer, { ...inner }, inmost] }], ['what is inside that', { components: [outer, inner, { ...inmost }] }],
  ])('is done anew when the %s of the project changed', (_what, change) => expect(again(change)).toBe(false))

  test('of what is gone, or contains itself, is refused with its place', () => {
    expect(() => compile(projectOf(outer), outer)).toThrow('“o” is an instance of a component that is gone.')
    const round = withParts('round', instance('r', 'round'))
    expect(() => compile(projectOf(round), round)).toThrow('“round” would contain itself; a component cannot be inside its own instances.')
  })

  test('knows its parts as a tree, its rules by what triggers them, and what it reads', () => {
    const component = {
      ...small({ a: { look: { box: { x: { expr: 'tide' } } } } }, [{ on: tap, to: 'a', guard: 'depth > 1' }, { on: after(5), to: 'a' }, { on: tap, to: 'a', part: 'dot' }]),
      parameters: [{ id: 'p', name: 'filling', type: 'slot', initial: '' }, { id: 'q', name: 'label', type: 'text', initial: '' }] as Component['parameters'],
    }
    const compiled = compile(projectOf(component), component)
    expect(compiled.root.children.map(({ part }) => part.id)).toEqual(['box', 'dot'])
    expect([...compiled.rulesOn].map(([kind, rules]) => [kind, rules.map(({ id }) => id)])).toEqual([['tap', ['r0', 'r2']], ['after', ['r1']]])
    expect([...compiled.reads].toSorted()).toEqual(['depth', 'filling', 'tide'])
  })
})

describe('the names a component uses', () => {
  const look = (expr: string) => ({ dot: { x: { expr } }, box: { y: 3 } })
  const component = (more: Partial<Component>): Component => ({ ...small({ a: {}, b: {} }, []), ...more })
  const motion = { ...EMPTY_MOTION, keyframes: [{ id: 's', look: look('inStage + 1'), share: 1, matchVelocity: false }] }

  test('are those of conditions, timers, what is waited for, actions, decided axes and keyframes', () => {
    const { rules } = small({ a: {}, b: {} }, [
      { on: tap, to: 'b', guard: 'inGuard && open == "not a name"', actions: [
        { id: '1', do: 'set', variable: 'target', to: 'inSet' }, { id: '2', do: 'send', message: 'm', payload: 'inPayload', recipient: 'everyone' }, { id: '3', do: 'send', message: 'm', payload: null, recipient: 'everyone' },
        { id: '4', do: 'pulse', part: 'dot', motion: EMPTY_MOTION },
      ] },
      { on: { ...after(9), pauseWhile: 'inHold' } as never, to: 'a' }, { on: { on: 'changes', name: 'awaited', to: null } as never, to: 'a' }, { on: tap, to: 'a', guard: ') broken (' },
    ])
    const axes = [{ ...small({ a: {}, b: {} }, []).axes[0]!, boundTo: { variable: 'tied' } }, { ...small({ a: {} }, []).axes[0]!, id: 'other', boundTo: { parameter: 'given' } }] as readonly Axis[]
    expect(namesOfBehaviour(component({ rules, axes, motion })).toSorted()).toEqual(['awaited', 'given', 'inGuard', 'inHold', 'inPayload', 'inSet', 'inStage', 'open', 'tied'])
    expect(namesOfBehaviour(component({}))).toEqual([])
  })

  test('of lists are those of their filters, and of what their items are given', () => {
    const list: Part = { id: 'list', kind: 'list', name: 'list', parent: 'frame', component: 'item', table: 't', filter: 'item.depth > least', base: { 'param:label': { expr: 'item.name + suffix' }, width: 9 } }
    const item = withParts('item')
    const project = { ...projectOf(withParts('holder', list), item), tables: [{ id: 't', name: 't', columns: [{ id: 'c', name: 'depth', type: 'number' as const }, { id: 'd', name: 'name', type: 'text' as const }], records: [] }] }
    const { listReads, reads } = compile(project, project.components[0]!)
    expect([...listReads].toSorted()).toEqual(['item.depth', 'item.name', 'least', 'suffix', 'table(t)'])
    expect(reads.has('least')).toBe(true)
    expect([...compile(projectOf(withParts('plain', { ...list, filter: null, base: {} }), item), withParts('plain')).listReads]).toEqual([])
  })
})

describe('an axis and what decides it', () => {
  const axis = (boundTo: Axis['boundTo']): Axis => ({ ...small({ off: {}, on: {}, third: {} }, []).axes[0]!, boundTo })

  test('is in the state named like the value, the first or second for no and yes, and that of a number', () => {
    const states = (value: unknown) => decidedState(axis({ variable: 'v' }), { v: value as never })?.id ?? null
    expect(['on', 'third', false, true, 0, 2, 1.4, 7, -1, 'nowhere'].map(states)).toEqual(['on', 'third', 'off', 'on', 'off', 'third', 'on', null, null, null])
    expect([decidedState(axis({ parameter: 'p' }), { p: 'on' })?.id, decidedState(axis(null), { v: 'on' }), decidedState(axis({ variable: 'v' }), {}), decidedState(axis({ variable: 'v' }), { v: [] as never })]).toEqual(['on', null, null, null])
  })

  test.each<readonly [Variable['type'], Variable['start'], unknown]>([['yes/no', false, true], ['number', 0, 1], ['text', 'off', 'on'], ['choice', 'off', 'on']])('sets a variable of %s to what goes with its state', (type, start, value) => {
    const component = { ...small({ off: {}, on: {} }, [], { variables: [{ id: 'v', name: 'v', type, start }] }), axes: [{ ...small({ off: {}, on: {} }, []).axes[0]!, boundTo: { variable: 'v' } }] }
    expect(tiedTo(component.axes[0]!, 'on', { v: start })).toEqual({ variable: 'v', value })
    expect(tiedTo(component.axes[0]!, 'on', {})).toBeNull()
  })

  test('that a parameter decides, or nothing, sets none', () => {
    for (const boundTo of [null, { parameter: 'v' }]) {
      expect(tiedTo({ ...small({ off: {}, on: {} }, []).axes[0]!, boundTo }, 'on', { v: true })).toBeNull()
    }
  })
})

describe('how an instance starts', () => {
  const states: Record<string, SmallState> = { a: {}, b: { look: { dot: { x: 170 } } } }
  const component = small(states, [{ on: after(50), in: ['b'], to: 'a' }, { on: after(70), in: ['a'], to: { go: 'ignored' } }, { on: after(90), in: ['a'], to: 'b' }])
  const start = (more: object = {}) => startInstance({ path: 'p', compiled: compile(projectOf(component), component), environment: {}, states: {}, atMs: 7, ...more })

  test('in its start states, with nothing behind it and no timer counting yet', () => {
    expect(start()).toMatchObject({ path: 'p', states: ['a'], policies: ['continue'], lanes: [], cycles: [], isAbsent: false, isMotionReduced: false })
    expect([start().numbers, start().clocks, timersOf(start())]).toEqual([[0, 0, 0], [Infinity, Infinity, Infinity], []])
  })

  test('in those it is given, unless there are none such', () => {
    expect([start({ states: { axis: 'b' } }).states, start({ states: { axis: 'nowhere' } }).states, start({ states: { other: 'b' } }).states]).toEqual([['b'], ['a'], ['a']])
  })
})

describe('surfaces', () => {
  let made = 0
  const newId = () => `i${made++}`
  const over = (overlay: Partial<NonNullable<Screen['overlay']>> | null): Screen => ({ ...newScreen(newId, 'Over', 'free'), width: 100, height: 40, overlay: overlay && { at: 'middle', dim: 0, closesOnOutsideTap: false, closesOnEscape: false, ...overlay } as never })
  const size = { width: 300, height: 200 }

  test('that are gone are refused', () => {
    expect(() => surfaceComponent(projectOf(), { component: 'x' })).toThrow('The component to run is no longer there.')
    expect(() => surfaceComponent(projectOf(), { screen: 'x' })).toThrow('The screen to run is no longer there.')
  })

  test('of a screen are a component that is shown, clear before it comes and after', () => {
    const screen = over(null)
    const project = { ...projectOf(), screens: [screen] }
    const component = surfaceComponent(project, { screen: screen.id })
    expect(surfaceComponent(project, { screen: screen.id })).toBe(component)
    expect(component).toMatchObject({ id: screen.id, axes: [{ start: 'shown', states: [{ id: 'shown' }] }], absent: { [screen.parts[0]!.id]: { opacity: 0 } }, combinations: [], pairs: [], parameters: [] })
  })

  test.each([['middle', 100, 80], ['top', 100, 0], ['bottom', 100, 160], ['left', 0, 80], ['right', 200, 80]])('stand at the %s of what they lie over', (at, x, y) => {
    const [frame, root] = overlayComponent(over({ at: at as never }), size).parts
    expect([frame!.base, root!.base]).toEqual([size, expect.objectContaining({ x, y })])
    expect(root!.parent).toBe(frame!.id)
  })

  test.each([
    [{}, false, [], 2], [{ backdropOpacity: 0.4 }, true, [], 3], [{ closesOnOutsideTap: true }, true, ['tap'], 3], [{ closesOnEscape: true }, false, ['key'], 2], [{ backdropOpacity: 0.4, closesOnOutsideTap: true, closesOnEscape: true }, true, ['tap', 'key'], 3],
  ] as const)('with %j have a ground and ways out accordingly', (overlay, modal, triggers, parts) => {
    const screen = over(overlay)
    const component = overlayComponent(screen, size)
    expect([isModal(screen), component.rules.map(({ trigger }) => trigger.on), component.parts.length - screen.parts.length + 1]).toEqual([modal, triggers, parts])
    if (modal) expect(component.parts[1]!.base).toEqual({ ...size, fill: '#1d2b33', opacity: screen.overlay?.backdropOpacity })
    expect(component.absent).toMatchObject({ 'overlay-ground': { opacity: 0 }, [screen.parts[0]!.id]: { opacity: 0 } })
    for (const { actions } of component.rules) expect(actions).toMatchObject([{ do: 'close overlay', screen: screen.id }])
  })

  test('that are no overlay are not modal, and stand in the middle when shown as one', () => {
    const screen = over(null)
    expect([isModal(screen), overlayComponent(screen, size).parts[1]!.base.x, overlayComponent(screen, size).rules]).toEqual([false, 100, []])
  })

  test('are made once for each size', () => {
    const screen = over({})
    const first = overlayComponent(screen, size)
    expect(overlayComponent(screen, { ...size })).toBe(first)
    expect(overlayComponent(screen, { ...size, width: 301 })).not.toBe(first)
    expect(overlayComponent(screen, { width: 301, height: 199 }).parts[0]!.base).toEqual({ width: 301, height: 199 })
  })
})
