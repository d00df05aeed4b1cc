import { EMPTY_MOTION, newScreen, SCREEN_AXIS, type Action, type Axis, type Component, type DataTable, type Drag, type Input, type InputAction, type Look, type Motion, type Part, type PointerKind, type Project, type Rule, type Screen, type Trigger } from '@rheoscope/core/document'
import type { Surface } from '@rheoscope/core/machine'
import type { RunOptions } from '@rheoscope/core/run'
import { after, every, projectOf, small, tap, type SmallRule } from '../run/small-component'

/** Something small in which much of one kind happens, and what is done to it. */
export interface Scene {
  readonly project: Project
  readonly surface: Surface
  readonly inputs: readonly Input[]
  readonly endsAtMs: number
  readonly options?: RunOptions
}

type Doing = Action extends infer Each ? (Each extends Action ? Omit<Each, 'id'> : never) : never
type Base = Part['base']

const part = (kind: 'box' | 'ellipse' | 'text' | 'container', id: string, base: Base, more: Partial<Part> = {}): Part => ({ id, kind, name: id, parent: '', base, ...more }) as Part
const box = (id: string, x: number, y: number, width: number, height: number, more: Base = {}, rest: Partial<Part> = {}): Part => part('box', id, { x, y, width, height, fill: '#24506f', ...more }, rest)
const instance = (id: string, component: string, x: number, y: number, more: Base = {}, rest: Partial<Part> = {}): Part => ({ id, kind: 'instance', name: id, parent: '', component, start: {}, base: { x, y, ...more }, ...rest }) as Part

function screen(id: string, parts: readonly Part[], more: Partial<Screen> = {}): Screen {
  const made = newScreen(() => id, id, 'free')
  const size = { width: more.width ?? 300, height: more.height ?? 200 }
  const ground: Part = { ...made.parts[0]!, id: `${id}-ground`, base: { ...size, fill: '#f4f1e8' } }
  return { ...made, ...size, parts: [ground, ...parts.map((each) => (each.parent === '' ? { ...each, parent: ground.id } : each))], ...more }
}

const doing = (id: string, on: Trigger, of: string | null, actions: readonly Doing[], more: Partial<Rule> = {}): Rule => ({
  id, axis: SCREEN_AXIS, trigger: on, part: of, within: { except: [] }, guard: null, target: { go: 'stay' }, motion: null, letThrough: false,
  actions: actions.map((action, index) => ({ ...action, id: `${id}-${index}` }) as Action), ...more,
})

const timed = (durationMs: number, more: Partial<Motion> = {}): Motion => ({ ...EMPTY_MOTION, durationMs, easing: 'cubic-bezier(0.3, 0, 0.2, 1)', ...more })
const goTo = (to: string, motion: Motion | null = timed(300)): Doing => ({ do: 'go to screen', screen: to, motion })
const projectWith = (components: readonly Component[], screens: readonly Screen[], more: Partial<Project> = {}): Project => ({ ...projectOf(...components), screens, ...more })

/** Inputs one after another: each waits so long after the one before. */
function one(...steps: readonly (readonly [waitMs: number, ...doing: readonly InputAction[]])[]): readonly Input[] {
  let atMs = 0
  return steps.flatMap(([waitMs, ...actions]) => {
    atMs += waitMs
    return actions.map((action, index): Input => ({ ...action, atMs: (atMs += index === 0 ? 0 : 10) }))
  })
}
const tapAt = (x: number, y: number, pointer: PointerKind = 'mouse'): readonly InputAction[] => (['move', 'press', 'release'] as const).map((what) => ({ do: what, x, y, pointer }))
const dragFrom = (pointer: PointerKind, ...points: readonly (readonly [number, number])[]): readonly InputAction[] => {
  const at = points.map(([x, y]) => ({ x, y, pointer }))
  return [{ do: 'press', ...at[0]! }, ...at.slice(1).map((each) => ({ do: 'move' as const, ...each })), { do: 'release', ...at.at(-1)! }]
}
const key = (name: string, modifiers: { shift?: boolean; control?: boolean; alt?: boolean; meta?: boolean } = {}): InputAction => ({ do: 'key', key: name, modifiers })
const wheel = (x: number, y: number, deltaX: number, deltaY: number): InputAction => ({ do: 'wheel', x, y, deltaX, deltaY })
const exit: InputAction = { do: 'exit', pointer: 'mouse' }

/** A lamp of 100 × 50 px that goes on when it is tapped, and off by itself. */
const lamp = (id: string, rules: readonly SmallRule[] = [], more: Partial<Component> = {}): Component =>
  ({ ...small({ off: {}, on: { look: { dot: { x: 10, fill: '#ffcc00' } } } }, [{ on: tap, in: ['off'], to: 'on', ms: 150 }, { on: after(400), in: ['on'], to: 'off', ms: 90 }, ...rules], more), id, name: id })

const carried = (): Project => {
  const holder = small({ a: {} }, [], { parts: [...small({}, []).parts.slice(0, 1), box('chip', 5, 5, 30, 20, {}, { transitionName: 'chip', parent: 'frame' }), box('other', 50, 5, 20, 20, {}, { transitionName: 'twice', parent: 'frame' })] })
  const here = screen('here', [
    box('go', 0, 180, 20, 20),
    part('text', 'title', { x: 20, y: 10, width: 120, height: 20, text: 'Skerry', fontSize: 14, textAlign: 'center', fill: '#101010' }, { transitionName: 'title' }),
    part('text', 'end', { x: 160, y: 12, width: 90, height: 20, text: 'Out', fontSize: 14, textAlign: 'end', translateX: 4, translateY: 3, fill: '#101010' }, { transitionName: 'end' }),
    box('turned', 60, 60, 40, 20, { rotation: 30, scaleX: 1.5, scaleY: 0.5, transformOriginX: 0.2, transformOriginY: 0.9, stroke: '#ff0000', strokeWidth: 3, radiusTopLeft: 4, opacity: 0.8 }, { transitionName: 'turned' }),
    box('hidden', 0, 0, 10, 10, { visible: false }, { transitionName: 'ghost' }), box('clear', 0, 0, 12, 10, { opacity: 0 }, { transitionName: 'clear' }),
    instance('left', 'holder', 10, 110), instance('right', 'holder', 150, 110),
    instance('lampHere', 'lamp', 190, 40, {}, { transitionName: 'lamp' }),
    part('container', 'group', { x: 230, y: 130, width: 50, height: 40, fill: '#cccccc', scaleX: 0.8 }, { transitionName: 'group' }), box('inGroup', 4, 4, 10, 10, {}, { parent: 'group' }),
  ], { rules: [doing('g1', tap, 'go', [goTo('there')]), doing('g2', tap, 'left', [goTo('there')]), doing('g3', tap, 'right', [goTo('there')])] })
  const there = screen('there', [
    part('container', 'band', { x: 20, y: 20, width: 240, height: 120, fill: '#e0e0ff', stroke: '#000080', rotation: -10, scaleX: 0.9, scaleY: 1.1 }),
    part('text', 'heading', { x: 10, y: 5, width: 200, height: 30, text: 'Skerry Line', fontSize: 24, textAlign: 'center', translateX: 7, translateY: -2, fill: '#803030' }, { transitionName: 'title', parent: 'band' }),
    part('text', 'ending', { x: 10, y: 60, width: 60, height: 30, text: 'Out', fontSize: 18, textAlign: 'end', fill: '#101010' }, { transitionName: 'end', parent: 'band' }),
    box('straight', 120, 50, 60, 50, { translateX: 5, translateY: 6, scaleX: 2, scaleY: 1.25, transformOriginX: 0, transformOriginY: 1, stroke: '#00ff00', strokeWidth: 1, rotation: 12 }, { transitionName: 'turned', parent: 'band' }),
    box('ghostHere', 260, 0, 10, 10, {}, { transitionName: 'ghost' }), box('clearHere', 280, 0, 10, 10, {}, { transitionName: 'clear' }),
    instance('again', 'holder', 10, 145), instance('lampThere', 'lamp', 150, 145, { translateX: 3, translateY: 4 }, { transitionName: 'lamp' }),
    part('container', 'wide', { x: 265, y: 30, width: 30, height: 90, translateX: 2, fill: { gradient: 'linear', angleDeg: 0, stops: [{ colour: '#ffffff', at: 0 }, { colour: '#000000', at: 1 }] } }, { transitionName: 'group' }),
    box('home', 0, 180, 20, 20), box('plain', 280, 180, 10, 10),
  ], { rules: [doing('h1', tap, 'home', [goTo('here', timed(250, { lanes: [{ id: 'l', part: 'title', property: 'x', durationMs: 100 }] }))])] })
  return projectWith([lamp('lamp'), { ...holder, id: 'holder', name: 'holder' }], [here, there])
}

const carriedWithin: Component = {
  ...small({
    near: { look: { far: { visible: false } } },
    far: { look: { near: { visible: false, opacity: 0 }, label: { x: 60 }, far: { fill: '#00ff00', opacity: 0.5 } } },
    away: { look: { near: { opacity: 0 }, far: { opacity: 0, x: 90 } } },
  }, [
    { on: tap, in: ['near'], to: 'far', ms: 300, motion: { lanes: [{ id: 'l', part: 'label', property: 'x', durationMs: 500 }] } }, { on: tap, in: ['far'], to: 'near', ms: 200 },
    { on: { on: 'long press', thresholdMs: 300 }, in: ['near'], to: 'away', ms: 80 }, { on: after(300, 'settling'), in: ['away'], to: 'far', ms: 250 },
    { on: { on: 'settled' }, in: ['far'], to: { go: 'stay' }, ms: 0 }, { on: { on: 'enter' }, axis: 'glow', to: { go: 'next', loops: true }, ms: 400 },
  ]),
  parts: [
    { ...small({}, []).parts[0]!, base: { width: 100, height: 50, fill: '#f0f0f0' } }, box('near', 5, 5, 20, 10, {}, { parent: 'frame', transitionName: 'same' }), box('far', 60, 20, 35, 25, { rotation: 45 }, { parent: 'frame', transitionName: 'same' }),
    part('text', 'label', { x: 5, y: 30, width: 40, height: 15, text: 'a', fontSize: 10 }, { parent: 'frame' }),
  ],
}
const glow: Axis = { id: 'glow', name: 'glow', start: 'dim', boundTo: null, states: [{ id: 'dim', name: 'dim', hue: 0, look: {}, final: false, loop: null }, { id: 'lit', name: 'lit', hue: 1, look: { far: { x: 70, stroke: '#ffff00' }, near: { y: 12 } }, final: false, loop: null }] }

const RESTS: readonly (readonly [string, Partial<Drag>])[] = [
  ['anywhere', { snapTo: 'anywhere', keepsMomentum: true }], ['edges', { snapTo: 'edges' }], ['edgesAcross', { snapTo: 'edges', along: 'across', keepsMomentum: true }], ['edgesDown', { snapTo: 'edges', along: 'down', limitTo: 'surface' }],
  ['corners', { snapTo: 'corners', keepsMomentum: true, limitTo: 'surface' }], ['points', { snapTo: 'points', points: [{ x: 0, y: 0 }, { x: 40, y: 10 }, { x: 90, y: 30 }] }],
  ['pointsAcross', { snapTo: 'points', along: 'across', points: [{ x: 5, y: 25 }, { x: 60, y: 99 }] }], ['pointsDown', { snapTo: 'points', along: 'down', points: [{ x: 5, y: 25 }] }],
  ['noPoints', { snapTo: 'points', limitTo: 'nothing' }], ['start', { snapTo: 'start', limitTo: 'nothing', keepsMomentum: true }], ['down', { along: 'down', keepsMomentum: true, snapTo: 'anywhere' }], ['across', { along: 'across', snapTo: 'start' }],
]
const drags = (): Project => projectWith([lamp('lamp')], [screen('desk', [
  ...RESTS.flatMap(([id, drag], index): Part[] => {
    const x = (index % 3) * 130 + 5
    const y = Math.floor(index / 3) * 60 + 5
    return [
      part('container', `in-${id}`, { x, y, width: 120, height: 50, fill: '#dddddd', ...(index === 5 ? { rotation: 20, scaleX: 1.1 } : {}) }),
      box(id, 10, 10, 24, 16, index === 4 ? { translateX: 3, translateY: 2 } : {}, { parent: `in-${id}`, drag: { along: 'both', limitTo: 'parent', snapTo: 'anywhere', points: [], keepsMomentum: false, settleMs: 200, easing: 'ease-out', ...drag } }),
    ]
  }),
], { width: 400, height: 250, variables: [{ id: 'v', name: 'told', type: 'number', start: 0 }], rules: [
  doing('d1', { on: 'drag start' }, 'anywhere', [{ do: 'set', variable: 'told', to: 'told + 1' }]), doing('d2', { on: 'drag' }, 'edges', [{ do: 'set', variable: 'told', to: 'told + 10' }]), doing('d3', { on: 'drag end' }, 'corners', [{ do: 'set', variable: 'told', to: 'told + 100' }]),
  doing('d4', tap, 'start', [{ do: 'set', variable: 'told', to: '-1' }]),
] })])
const everyDrag = (pointer: PointerKind, by: readonly (readonly [number, number])[]) => RESTS.map(([, ], index) => {
  const [x, y] = [(index % 3) * 130 + 27, Math.floor(index / 3) * 60 + 23]
  return [400, ...dragFrom(pointer, [x, y], ...by.map(([dx, dy]) => [x + dx, y + dy] as const))] as const
})

const scrolls = (): Project => projectWith([lamp('lamp')], [screen('page', [
  part('container', 'outer', { x: 10, y: 10, width: 200, height: 120, scroll: 'down', paddingBottom: 12, layout: 'column', gap: 6, fill: '#eeeeee', clip: true }),
  part('container', 'inner', { width: 150, height: 60, scroll: 'across', paddingRight: 9, fill: '#cccccc' }, { parent: 'outer' }), box('wide', 0, 0, 400, 50, { focusable: true }, { parent: 'inner' }),
  ...[0, 1, 2, 3, 4].map((row) => box(`row${row}`, 0, 0, 120, 40, { focusable: true, fill: '#804020' }, { parent: 'outer' })),
  part('container', 'map', { x: 220, y: 10, width: 70, height: 70, scroll: 'both', fill: '#ccffcc' }), box('land', 10, 10, 150, 140, { focusable: true, translateX: 4, translateY: 6 }, { parent: 'map' }), instance('buoy', 'lamp', 100, 120, { focusable: true }, { parent: 'map' }),
  part('container', 'short', { x: 220, y: 90, width: 70, height: 70, scroll: 'both' }), box('little', 0, 0, 20, 20, {}, { parent: 'short' }), part('container', 'empty', { x: 220, y: 170, width: 60, height: 20, scroll: 'down', fill: '#ffffff' }),
], { variables: [{ id: 'v', name: 'taps', type: 'number', start: 0 }], rules: [0, 1, 2, 3, 4].map((row) => doing(`t${row}`, tap, `row${row}`, [{ do: 'set', variable: 'taps', to: `taps * 10 + ${row}` }])) })])

const card = (id: string, at: NonNullable<Screen['overlay']>['at'], more: Partial<Screen> = {}): Screen => ({
  ...screen(id, [box(`${id}-x`, 5, 5, 20, 20, { focusable: true }), instance(`${id}-lamp`, 'lamp', 30, 5, { focusable: true })], { width: 140, height: 80, ...more }),
  kind: 'overlay', overlay: { backdropOpacity: 0.4, closesOnOutsideTap: true, closesOnEscape: true, ...(at ? { at } : {}), ...more.overlay },
  rules: [doing(`${id}-close`, tap, `${id}-x`, [{ do: 'close overlay', screen: id, motion: null }]), ...(more.rules ?? [])],
})
const OPENING = ['middle', 'top', 'bottom', 'left', 'right', 'stubborn'] as const
const overlays = (): Project => projectWith([lamp('lamp')], [
  screen('base', [...OPENING.map((id, index) => box(`open-${id}`, index * 45 + 5, 5, 40, 20, { focusable: true })), instance('behind', 'lamp', 10, 120, { focusable: true })], {
    rules: [
      ...OPENING.map((id, index) => doing(`o${index}`, tap, `open-${id}`, [{ do: 'open overlay', screen: id, motion: index % 2 ? timed(240) : null }, { do: 'set', variable: 'opened', to: 'opened + 1' }])),
      doing('m', { on: 'message', name: 'done' }, null, [{ do: 'set', variable: 'opened', to: '0 - opened' }]), doing('s', { on: 'shown' }, null, [{ do: 'set', variable: 'opened', to: '100' }]),
    ],
  }),
  card('middle', undefined, { absent: { 'middle-ground': { opacity: 0, translateY: 30 } } }), card('top', 'top', { motion: timed(180), absent: { 'top-ground': { translateY: -80 } } }), card('bottom', 'bottom', { rules: [doing('b', { on: 'hidden' }, null, [{ do: 'send', message: 'done', payload: null, recipient: 'everyone' }])] }),
  card('left', 'left', { rules: [doing('again', tap, 'left-ground', [{ do: 'open overlay', screen: 'right', motion: timed(100) }], {})] }), card('right', 'right', { rules: [doing('out', tap, 'right-ground', [goTo('base')])] }),
  card('stubborn', 'middle', { overlay: { backdropOpacity: 0, closesOnOutsideTap: false, closesOnEscape: false } }),
], { variables: [{ id: 'v', name: 'opened', type: 'number', start: 0 }] })

const inner = (name: string, messages: readonly SmallRule[]): Component => lamp(name, messages, { variables: [{ id: `${name}-v`, name: 'heard', type: 'number', start: 0 }] })
const say = (message: string, recipient: 'holder' | 'siblings' | 'everyone' | { instance: string }, payload: string | null = null): Doing => ({ do: 'send', message, payload, recipient })
const acts = (...all: readonly Doing[]): Action[] => all.map((action, index) => ({ ...action, id: `a${index}` }) as Action)
const message = (name: string): Trigger => ({ on: 'message', name })
const talk = (): Project => {
  const speaker = inner('speaker', [
    { on: { on: 'press' }, to: { go: 'stay' }, actions: acts(say('up', 'holder', '3'), say('beside', 'siblings'), say('all', 'everyone', 'heard + 1')) },
    { on: message('down'), to: 'on', ms: 60, actions: acts({ do: 'set', variable: 'heard', to: 'payload' }), guard: 'payload > 1' }, { on: message('beside'), in: ['on'], to: 'off', ms: 40 },
    { on: message('all'), to: { go: 'stay' }, actions: acts({ do: 'set', variable: 'heard', to: 'heard + payload' }) },
  ])
  const pair = { ...small({ rest: {}, told: { look: { box: { fill: '#303030' } } } }, [
    { on: message('up'), to: 'told', ms: 70, actions: acts({ ...say('down', { instance: 'one' }, 'payload'), awaited: true }, { do: 'pulse', part: 'dot', motion: timed(120, { keyframes: [{ id: 's', look: { dot: { scaleX: 2 } }, share: 1, matchVelocity: false }] }) }, { do: 'drive', instance: 'two', axis: 'axis', state: 'on', together: true } as Doing, say('up', 'holder')) },
    { on: { on: 'changes', name: 'level', to: null }, to: { go: 'back' }, ms: 50 }, { on: { on: 'changes', name: 'level', to: 3 }, axis: 'axis', to: 'told', ms: 30 },
    { on: message('all'), in: ['told'], to: 'rest', guard: 'payload >= 1' },
  ]), id: 'pair', name: 'pair', parts: [{ ...small({}, []).parts[0]!, base: { width: 240, height: 60 } }, ...small({}, []).parts.slice(1), instance('one', 'speaker', 0, 0, {}, { parent: 'frame' }), instance('two', 'speaker', 120, 0, {}, { parent: 'frame' })] as Part[] }
  return projectWith([speaker, pair], [screen('room', [instance('p', 'pair', 10, 10), instance('q', 'pair', 10, 100), box('step', 270, 10, 20, 20), box('through', 270, 40, 20, 20)], {
    variables: [{ id: 'w', name: 'ups', type: 'number', start: 0 }],
    rules: [
      doing('r1', message('up'), null, [{ do: 'set', variable: 'ups', to: 'ups + 1' }]), doing('r2', message('up'), 'q', [{ do: 'drive', instance: 'p', axis: 'axis', state: 'told' }]),
      doing('r3', tap, 'step', [{ do: 'set', variable: 'level', to: 'level + 1' }, say('all', 'everyone', 'level')]), doing('r4', every(900), null, [say('down', { instance: 'p' }, '2')]),
      doing('r5', { on: 'enter' }, 'through', [{ do: 'set', variable: 'ups', to: 'ups + 50' }], { letThrough: true }), doing('r6', { on: 'leave' }, 'through', [{ do: 'set', variable: 'ups', to: 'ups - 7' }]),
    ],
  })], { variables: [{ id: 'v', name: 'level', type: 'number', start: 0, max: 4 }] })
}

/** Things of every kind that set, read, send and hear what others do, and some that only seem to. */
const linked = (): Project => {
  const axisOf = (id: string, boundTo: Axis['boundTo']): Axis => ({ ...small({ off: {}, on: {} }, []).axes[0]!, id, name: id, boundTo })
  const sender = { ...lamp('sender', [{ on: { on: 'press' }, to: { go: 'stay' }, actions: acts(say('chosen', 'holder'), say('aside', 'siblings'), say('loud', 'everyone'), say('mine', { instance: 'x' }), { do: 'set', variable: 'shared', to: '1' }, { do: 'set', variable: 'own', to: '2' }) }]), variables: [{ id: 'sender-own', name: 'own', type: 'number' as const, start: 0 }] }
  const hearer = { ...lamp('hearer', [{ on: message('aside'), to: 'on' }, { on: message('loud'), to: 'off' }, { on: message('direct'), to: 'on', guard: 'shared > own' }, { on: message('mine'), to: 'on' }]), axes: [...small({ off: {}, on: {} }, []).axes, axisOf('tied', { variable: 'shared' }), axisOf('asked', { parameter: 'own' })], parameters: [{ id: 'hearer-own', name: 'own', type: 'number' as const, initial: 0 }] }
  const holder = withIn('holder', instance('deep', 'sender', 0, 0, {}, { parent: 'frame' }))
  const list: Part = { id: 'list', kind: 'list', name: 'list', parent: '', component: 'hearer', table: 'deck', filter: 'item.depth > shared', base: { x: 200, y: 5, width: 90, height: 100, clip: true } } as Part
  return projectWith([sender, hearer, holder], [screen('board', [
    instance('s1', 'sender', 5, 5), instance('s2', 'sender', 5, 60), instance('h1', 'hearer', 110, 5, { 'param:own': { expr: 'local' } }), instance('h2', 'hearer', 110, 60), instance('in', 'holder', 5, 120), list,
    box('bar', 120, 130, 40, 20, { width: { expr: 'shared * 10' } }), part('text', 'label', { x: 120, y: 160, width: 60, height: 20, text: { expr: 'local + nothing' } }), box('still', 250, 150, 20, 20), { id: 'gone', kind: 'instance', name: 'gone', parent: '', component: 'hearer', start: {}, base: {} } as Part,
  ], {
    variables: [{ id: 'l', name: 'local', type: 'number', start: 0 }],
    rules: [
      doing('b1', message('chosen'), null, [{ do: 'set', variable: 'local', to: 'local + 1' }, { do: 'set', variable: 'other', to: '1' }]), doing('b2', tap, 'still', [say('direct', { instance: 'h1' }), say('direct', { instance: 'h1' }), say('loud', 'everyone'), say('up', 'holder'), say('aside', 'siblings')]),
      doing('b3', tap, 'bar', [{ do: 'drive', instance: 'h2', axis: 'axis', state: 'on' }, { do: 'drive', instance: 'h2', axis: 'nowhere', state: 'on' }, { do: 'drive', instance: 'list', axis: 'axis', state: 'on' }, { do: 'drive', instance: 'h1', axis: 'tied', state: 'nowhere' }], { guard: 'shared >= 0' }), doing('b4', { on: 'changes', name: 'shared', to: null }, null, [{ do: 'set', variable: 'local', to: '5' }]),
    ],
  })], { tables: [deck], variables: [{ id: 'v', name: 'shared', type: 'number', start: 0 }] })
}
const withIn = (id: string, ...inside: readonly Part[]): Component => ({ ...small({ a: {} }, [], { parts: [...small({}, []).parts.slice(0, 1), ...inside] }), id, name: id })

/** Cards in columns in a column: what one does to its height moves all the others, each in its own time. */
const stacked = (): Project => {
  const sheet: Component = {
    ...small({ closed: {}, open: { look: { frame: { height: 70 }, box: { width: 60 }, dot: { x: 3, opacity: 0.5 } } }, wide: { look: { frame: { width: 140, height: 30 } } } }, [
      { on: tap, in: ['closed'], to: 'open', ms: 300, motion: { lanes: [{ id: 'l', part: 'dot', property: null, durationMs: 500, delayMs: 60 }] } }, { on: tap, in: ['open'], to: 'wide', ms: 200, motion: { lanes: [{ id: 'h', part: 'frame', property: 'height', durationMs: 350 }] } }, { on: tap, in: ['wide'], to: 'closed', ms: 120 },
      { on: { on: 'shown' }, to: { go: 'stay' } }, { on: { on: 'hidden' }, to: { go: 'stay' } },
    ]), id: 'sheet', name: 'sheet', parameters: [{ id: 'label', name: 'label', type: 'text', initial: '' }],
  }
  const column: Base = { layout: 'column', gap: 5, widthFrom: 'content', heightFrom: 'content', fill: '#eeeeee' }
  const group: Component = { ...withIn('group', instance('c1', 'sheet', 0, 0, {}, { parent: 'frame' }), instance('c2', 'sheet', 0, 0, { 'param:label': { expr: 'word' } }, { parent: 'frame' })), parameters: [{ id: 'word', name: 'word', type: 'text', initial: 'w' }] }
  const outer: Component = { ...group, parts: [{ ...group.parts[0]!, base: column }, ...group.parts.slice(1)] }
  return projectWith([sheet, outer], [screen('pile', [
    part('container', 'pile-in', { x: 5, y: 5, ...column }), instance('g1', 'group', 0, 0, { 'param:word': { expr: 'said' } }, { parent: 'pile-in' }), instance('g2', 'group', 0, 0, {}, { parent: 'pile-in' }), box('foot', 0, 0, 40, 10, {}, { parent: 'pile-in' }), box('say', 280, 180, 20, 20),
  ], { height: 500, variables: [{ id: 'v', name: 'said', type: 'text', start: 'one' }], rules: [doing('p', tap, 'say', [{ do: 'set', variable: 'said', to: 'said + "!"' }])] })])
}

/** More records than there may be instances. */
const crowded = (): Project => lists('first', undefined)

const deck: DataTable = {
  id: 'deck', name: 'deck', columns: [{ id: 'c1', name: 'name', type: 'text' }, { id: 'c2', name: 'depth', type: 'number' }],
  records: [4, 1, 3, 2, 5].map((depth, index) => ({ id: `rec${index}`, cells: { c1: `Berth ${depth}`, c2: depth } })),
}
const lists = (from: 'first' | 'last' | 'middle', reduced: Motion['reducedMotion']): Project => {
  const row: Component = { ...lamp('row', [], { absent: { box: { opacity: 0, x: -20 } }, motion: timed(140) }), parameters: [{ id: 'label', name: 'label', type: 'text', initial: '' }] }
  const list: Part = { id: 'list', kind: 'list', name: 'list', parent: '', component: 'row', table: 'deck', filter: 'item.depth > least', base: { x: 5, y: 5, width: 150, height: 180, layout: 'column', gap: 4, clip: true, 'param:label': { expr: 'item.name' } }, motion: timed(220, { stagger: { stepMs: 45, from }, ...(reduced ? { reducedMotion: reduced } : {}), delayMs: 20 }) } as Part
  return projectWith([row], [screen('quay', [list, box('more', 200, 10, 20, 20), box('fewer', 200, 40, 20, 20), box('reset', 200, 70, 20, 20)], {
    variables: [{ id: 'v', name: 'least', type: 'number', start: 2 }],
    rules: [doing('m', tap, 'more', [{ do: 'set', variable: 'least', to: 'least - 1' }]), doing('f', tap, 'fewer', [{ do: 'set', variable: 'least', to: 'least + 2' }]), doing('r', tap, 'reset', [{ do: 'set', variable: 'least', to: '0' }])],
  })], { tables: [deck] })
}

const gestures = (): Component => {
  const rules: SmallRule[] = [
    { on: { on: 'double tap', tapWaits: true }, part: 'box', to: 'b', ms: 80 }, { on: tap, part: 'box', to: 'c', ms: 60 }, { on: { on: 'double tap', tapWaits: false }, part: 'dot', to: 'a' }, { on: { on: 'long press', thresholdMs: 350 }, part: 'dot', to: 'c', ms: 120 },
    { on: { on: 'long press', thresholdMs: 600 }, to: 'a', ms: 100, letThrough: true }, { on: { on: 'key', key: 'Enter', modifiers: {}, anywhere: false }, part: 'dot', to: { go: 'next', loops: false } }, { on: { on: 'key', key: 'a', modifiers: { shift: true }, anywhere: true }, to: { go: 'previous', loops: true }, ms: 33 },
    { on: { on: 'key', key: 'ArrowRight', modifiers: { control: true, alt: true, meta: true }, anywhere: true }, to: { go: 'next', loops: true } }, { on: { on: 'focus' }, part: 'dot', axis: 'glow', to: { go: 'state', state: 'lit' }, ms: 44 }, { on: { on: 'blur' }, part: 'dot', axis: 'glow', to: { go: 'state', state: 'dim' }, ms: 55 },
    { on: { on: 'enter' }, part: 'dot', axis: 'glow', to: { go: 'next', loops: false }, letThrough: true }, { on: { on: 'leave' }, axis: 'glow', to: { go: 'previous', loops: false }, ms: 20 }, { on: { on: 'release' }, part: 'box', axis: 'glow', to: { go: 'back' } }, { on: { on: 'drag start' }, part: 'dot', to: 'b' }, { on: { on: 'drag end' }, to: 'a', ms: 200 },
  ]
  return small({ a: {}, b: { look: { box: { fill: '#ff0000' } } }, c: { look: { dot: { y: 5 } } } }, rules, {
    parts: [{ ...small({}, []).parts[0]!, base: { width: 100, height: 50, focusable: true } }, box('box', 0, 0, 50, 50, { focusable: true }, { parent: 'frame' }), part('ellipse', 'dot', { x: 60, y: 15, width: 20, height: 20, fill: '#ffffff', focusable: true }, { parent: 'frame' })],
    axes: [...small({ a: {}, b: { look: { box: { fill: '#ff0000' } } }, c: { look: { dot: { y: 5 } } } }, []).axes, { ...glow, states: glow.states.map((state, index) => ({ ...state, look: (index === 1 ? { dot: { stroke: '#ffff00', strokeWidth: 4 } } : {}) as Look })) }],
  })
}

/** Follows the pointer with its dot and turns its hand to it. */
const follower: Component = {
  ...small({ still: { look: { dot: { x: { expr: 'pointer.x / 2' }, y: { expr: 'pointer.y / 2' } }, box: { rotation: { expr: 'angleToPointer(box)' } } } }, far: { look: { box: { opacity: { expr: 'hovered ? 0.5 : 1' }, fill: '#aa0000' } } } }, [
    { on: tap, in: ['still'], to: 'far', ms: 120, guard: 'pointer.x > 50' }, { on: tap, in: ['far'], to: 'still', guard: 'pressed || focused' },
  ]),
  id: 'follower', name: 'follower',
}
const following = (): Project => projectWith([follower], [screen('sea', [instance('f', 'follower', 20, 20, { rotation: 30, scaleX: 1.5, focusable: true }), instance('g', 'follower', 160, 120)])])

const POLICIES = ['continue', 'finish first', 'ignore', 'skip to end'] as const
const motions = (policy: (typeof POLICIES)[number], more: Partial<Motion>): Component => small({
  a: { look: { dot: { x: 0, rotation: 350 } } },
  b: { look: { dot: { x: 80, rotation: 10, fill: '#ff8000' }, box: { opacity: 0.2, shadow: [{ x: 1, y: 2, blur: 3, spread: 0, colour: '#00000080', inset: false }] } }, loop: { durationMs: 260, easing: 'ease-in-out', direction: 'back and forth', count: 3, to: { dot: { y: 30 } }, rotationDirection: 'clockwise' } },
  c: { look: { dot: { x: 40, width: 44, rotation: 180 }, box: { fill: { gradient: 'linear', angleDeg: 45, stops: [{ colour: '#ff0000', at: 0 }, { colour: '#0000ff', at: 1 }] } } }, loop: { durationMs: 190, easing: 'linear', direction: 'forward', count: null, to: { dot: { rotation: 540 } }, rotationDirection: 'as written' } },
}, [
  { on: tap, in: ['a'], to: 'b', ms: 400, easing: 'ease-in', motion: { policy, ...more } }, { on: tap, in: ['b'], to: 'c', ms: 300, easing: 'spring(0.4, 0.3)', motion: { policy, ...more } }, { on: tap, in: ['c'], to: 'a', ms: 250, easing: 'steps(4, jump-both)', motion: { policy, ...more } },
  { on: { on: 'settled' }, in: ['c'], to: { go: 'stay' } },
], { motion: timed(10, { lanes: [{ id: 'ml', part: 'dot', property: null, delayMs: 40 }, { id: 'mm', part: 'dot', property: 'fill', switchAt: 'end', colourSpace: 'srgb' }] }) })
const keyframes: Motion['keyframes'] = [{ id: 's1', look: { dot: { y: 0, x: { expr: '20 + 1' } } }, share: 0.5, matchVelocity: true }, { id: 's2', look: { dot: { y: 28 } }, share: 2, easing: 'ease-out', matchVelocity: false }]

const alone = (component: Component, inputs: readonly Input[], endsAtMs: number, options: RunOptions = {}): Scene => ({ project: projectOf(component), surface: { component: component.id }, inputs, endsAtMs, options })
const quickTaps = one([50, ...tapAt(50, 25)], [120, ...tapAt(50, 25)], [500, ...tapAt(50, 25)], [90, ...tapAt(50, 25)], [60, ...tapAt(50, 25)], [700, ...tapAt(50, 25)], [900, ...tapAt(50, 25)])
const listTaps = one([300, ...tapAt(210, 20)], [150, ...tapAt(210, 50)], [400, ...tapAt(210, 80)], [60, ...tapAt(30, 30)], [300, ...tapAt(210, 50)], [500, ...tapAt(210, 20)], [40, ...tapAt(210, 20)])

/** Every scene, by the name its pin has. */
export const scenes: Readonly<Record<string, Scene>> = {
  'carried-between': { project: carried(), surface: { screen: 'here' }, inputs: one([100, ...tapAt(10, 190)], [500, ...tapAt(10, 190)], [150, ...tapAt(20, 120)], [600, ...tapAt(10, 190)], [500, ...tapAt(160, 120)]), endsAtMs: 2700 },
  'carried-reduced': { project: carried(), surface: { screen: 'here' }, inputs: one([100, ...tapAt(10, 190)], [500, ...tapAt(10, 190)]), endsAtMs: 1100, options: { isMotionReduced: true } },
  'carried-within': alone({ ...carriedWithin, axes: [...carriedWithin.axes, glow] }, one([50, ...tapAt(10, 40)], [150, ...tapAt(10, 40)], [90, ...tapAt(10, 40)], [600, exit], [10, ...tapAt(10, 40)], [400, { do: 'press', x: 10, y: 40, pointer: 'mouse' }], [500, { do: 'release', x: 10, y: 40, pointer: 'mouse' }]), 3200),
  'drags-mouse': { project: drags(), surface: { screen: 'desk' }, inputs: one(...everyDrag('mouse', [[2, 2], [12, 8], [30, 14], [44, 17]])), endsAtMs: 6000 },
  'drags-touch': { project: drags(), surface: { screen: 'desk' }, inputs: one(...everyDrag('touch', [[-4, 1], [-9, 0], [-200, -70], [90, 60], [60, 20]])), endsAtMs: 6400 },
  'drags-small': { project: drags(), surface: { screen: 'desk' }, inputs: one(...everyDrag('pen', [[2, 2], [1, 0]])), endsAtMs: 5500, options: { isMotionReduced: true } },
  scrolls: {
    project: scrolls(), surface: { screen: 'page' }, endsAtMs: 7000,
    inputs: one([50, wheel(60, 30, 40, 0)], [50, wheel(60, 30, 500, 10)], [50, wheel(60, 30, 10, 0)], [50, wheel(60, 110, 0, 60)], [50, wheel(60, 110, 0, 900)], [50, wheel(60, 60, 0, -30)], [50, wheel(250, 40, 33, 44)], [50, wheel(250, 40, -900, 0)], [50, wheel(250, 120, 20, 20)], [50, wheel(250, 180, 0, 20)],
      [50, ...dragFrom('touch', [60, 110], [60, 100], [58, 70], [57, 50])], [700, ...dragFrom('touch', [250, 60], [245, 50], [235, 20])], [300, ...tapAt(60, 90, 'touch')], [300, ...dragFrom('mouse', [60, 110], [60, 60])], [300, ...dragFrom('touch', [240, 120], [230, 100])], [200, ...tapAt(60, 90)],
      ...Array.from({ length: 9 }, () => [120, key('Tab')] as const), [100, key('Tab', { shift: true })], [100, key('Tab', { shift: true })], [100, key('Enter')]),
  },
  overlays: {
    project: overlays(), surface: { screen: 'base' }, endsAtMs: 9000,
    inputs: one(...OPENING.flatMap((_, index) => [[300, ...tapAt(index * 45 + 20, 15)], [120, key('Tab')], [40, key('Tab')], [40, key('Tab')], [60, key('Enter')], [200, index % 2 ? key('Escape') : wheel(10, 10, 0, 5)], [100, ...tapAt(290, 190)], [150, ...tapAt(85, 65)], [150, ...tapAt(90, 70)]] as const), [200, key('Tab')], [100, key(' ')], [300, ...tapAt(230, 15)], [200, ...tapAt(240, 110)]),
  },
  'overlays-touch': { project: overlays(), surface: { screen: 'base' }, endsAtMs: 4200, options: { isMotionReduced: true }, inputs: one(...[3, 1, 4, 2].flatMap((index) => [[250, ...tapAt(index * 45 + 20, 15, 'touch')], [200, ...tapAt(150, 100, 'touch')], [150, ...tapAt(40, 100, 'touch')], [150, ...tapAt(260, 100, 'touch')], [90, key('Escape')]] as const)) },
  talk: { project: talk(), surface: { screen: 'room' }, endsAtMs: 5200, inputs: one([100, ...tapAt(20, 20)], [300, ...tapAt(140, 20)], [200, ...tapAt(280, 20)], [200, ...tapAt(20, 110)], [80, ...tapAt(150, 110)], [200, ...tapAt(280, 20)], [300, ...tapAt(280, 20)], [300, ...tapAt(280, 20)], [100, ...tapAt(280, 50)], [200, exit], [500, ...tapAt(280, 20)], [50, ...tapAt(120, 110)], [600, { do: 'put', instance: 'q/one', axis: 'axis', state: 'on' }], [200, { do: 'put', instance: 'p', axis: 'axis', state: 'told' }]) },
  'list-first': { project: lists('first', undefined), surface: { screen: 'quay' }, inputs: listTaps, endsAtMs: 3500 },
  'list-last': { project: lists('last', 'as is'), surface: { screen: 'quay' }, inputs: listTaps, endsAtMs: 3500, options: { isMotionReduced: true } },
  'list-middle': { project: lists('middle', 'skip all'), surface: { screen: 'quay' }, inputs: listTaps, endsAtMs: 3500, options: { isMotionReduced: true } },
  following: { project: following(), surface: { screen: 'sea' }, endsAtMs: 2500, inputs: one([50, { do: 'move', x: 70, y: 60, pointer: 'mouse' }], [90, { do: 'move', x: 200, y: 150, pointer: 'mouse' }], [90, ...tapAt(210, 140)], [90, ...tapAt(225, 150)], [200, ...tapAt(60, 70, 'touch')], [200, ...tapAt(100, 90, 'touch')], [200, ...tapAt(225, 150, 'touch')], [200, exit], [200, key('Tab')], [100, key('Enter')]) },
  linked: { project: linked(), surface: { screen: 'board' }, endsAtMs: 2500, inputs: one([50, ...tapAt(10, 10)], [200, ...tapAt(260, 160)], [200, ...tapAt(125, 135)], [300, ...tapAt(10, 130)], [300, ...tapAt(150, 70)], [200, { do: 'parameter', instance: '', name: 'shared', value: 3 }], [200, { do: 'parameter', instance: 'h2', name: 'own', value: 9 }]) },
  stacked: { project: stacked(), surface: { screen: 'pile' }, endsAtMs: 3500, inputs: one([50, ...tapAt(50, 20)], [120, ...tapAt(290, 190)], [500, ...tapAt(20, 20)], [100, ...tapAt(20, 120)], [400, ...tapAt(20, 20)], [500, ...tapAt(30, 200)], [60, ...tapAt(30, 200)]) },
  crowded: { project: crowded(), surface: { screen: 'quay' }, inputs: [...listTaps, ...one([3000, ...tapAt(210, 50)], [300, ...tapAt(210, 80)])], endsAtMs: 4500, options: { mostInstances: 4 } },
  gestures: alone(gestures(), one([50, ...tapAt(20, 20)], [400, ...tapAt(20, 20)], [180, ...tapAt(22, 24)], [500, ...tapAt(70, 25)], [200, ...tapAt(72, 25)], [300, { do: 'press', x: 70, y: 25, pointer: 'touch' }], [700, { do: 'release', x: 70, y: 25, pointer: 'touch' }], [200, { do: 'press', x: 20, y: 25, pointer: 'mouse' }], [300, { do: 'move', x: 29, y: 25, pointer: 'mouse' }], [500, { do: 'release', x: 29, y: 25, pointer: 'mouse' }],
    [100, ...dragFrom('mouse', [70, 25], [72, 25], [78, 25], [90, 25])], [100, key('Tab')], [60, key('Tab')], [60, key('Tab')], [60, key('Enter')], [60, key('a', { shift: true })], [60, key('a')], [60, key('ArrowRight', { control: true, alt: true, meta: true })], [60, key('ArrowRight', { control: true })], [60, key('Tab', { shift: true })], [60, key('Enter')], [60, key(' ')], [60, exit], [90, { do: 'move', x: 70, y: 25, pointer: 'pen' }], [90, { do: 'exit', pointer: 'pen' }]), 6500),
  ...Object.fromEntries(POLICIES.flatMap((policy) => [
    [`policy-${policy.replaceAll(' ', '-')}`, alone(motions(policy, { velocity: policy === 'skip to end' ? 'reset' : 'keep' }), quickTaps, 4200)],
    [`policy-${policy.replaceAll(' ', '-')}-staged`, alone(motions(policy, { keyframes, delayMs: 30, rotationDirection: 'counterclockwise' }), quickTaps, 4200)],
  ])),
  ...Object.fromEntries((['skip movement', 'skip all', 'as is'] as const).map((reduced) => [`reduced-${reduced.replaceAll(' ', '-')}`, alone(motions('continue', { reducedMotion: reduced, keyframes }), quickTaps, 3000, { isMotionReduced: true })])),
}
