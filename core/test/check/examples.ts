import { newProject, newScreen, type Action, type Component, type DataTable, type Part, type Pledge, type Project, type Screen, type State, type Variable } from '@rheoscope/core/document'
import { after, enter, leave, small, tap, type SmallRule, type SmallState } from '../run/small-component'

/** A project that has a finding, and the nearest one that has not. */
export interface Example {
  readonly kind: string
  readonly has: Project
  readonly hasNot: Project
}

/** The box of a small component as something anybody can use and understand, so that nothing else is to be said of it. */
export const usable = { focusable: true, role: 'button', accessibleName: 'Board', cursor: 'pointer' } as const

const wide: Record<string, SmallState> = { a: {}, b: { look: { box: { x: 40 } } } }
const there: SmallRule = { on: tap, in: ['a'], to: 'b' }
const back: SmallRule = { on: tap, in: ['b'], to: 'a' }

const key = (name: string) => ({ on: 'key', key: name, modifiers: {}, anywhere: false }) as const

/** A project of components, the first of which is what the example is about. */
export const alone = (...components: readonly Component[]): Project => ({ ...newProject('example', 'Example'), components })

const parts = (...more: readonly Part[]): Pick<Component, 'parts'> => ({ parts: [...small({ a: {} }, []).parts.map((part): Part => (part.id === 'frame' ? { ...part, base: { ...part.base, ...usable } } : part)), ...more] })

/** A small component whose frame is a switch that says nothing, or something, of itself. */
const switched = (says: Part['base']): Pick<Component, 'parts'> => ({ parts: parts().parts.map((part): Part => (part.id === 'frame' ? { ...part, base: { ...part.base, role: 'switch', ...says } } : part)) })

const box = (id: string, base: Part['base']): Part => ({ id, kind: 'box', name: id, parent: 'frame', base: { x: 0, y: 0, width: 100, height: 50, fill: '#ffffff', ...base } })
const text = (id: string, base: Part['base']): Part => ({ id, kind: 'text', name: id, parent: 'frame', base: { x: 0, y: 0, width: 80, height: 20, text: 'Aboard', ...base } })
const resting = (snapTo: 'edges' | 'anywhere'): Part => ({ ...box('card', { width: 20, height: 20 }), drag: { along: 'across', limitTo: 'parent', snapTo, points: [], keepsMomentum: false, settleMs: 100, easing: 'linear' } })
const number = (name: string): Variable => ({ id: name, name, type: 'number', start: 0 })
const yesNo = (name: string): Variable => ({ id: name, name, type: 'yes/no', start: false })
const set = (variable: string, to: string): readonly Action[] => [{ id: `set-${variable}`, do: 'set', variable, to }]
const send = (message: string): readonly Action[] => [{ id: `send-${message}`, do: 'send', message, payload: null, recipient: 'siblings' }]

const pair = (kind: string, has: Component, hasNot: Component): Example => ({ kind, has: alone(has), hasNot: alone(hasNot) })

/** Two axes: the second one's rules are given. */
const twoAxes = (rules: readonly SmallRule[], more: Partial<Component> = {}): Component => {
  const one = small(wide, rules, more)
  const states = one.axes[0]!.states.map((state, index): State => ({ ...state, id: ['c', 'd'][index]!, name: ['c', 'd'][index]!, look: index === 0 ? {} : { dot: { x: 10 } } }))
  return { ...one, axes: [...one.axes, { ...one.axes[0]!, id: 'other', name: 'other', start: 'c', states }] }
}

const turned = (angle: number, more: SmallRule['motion'] = {}): Component => small({ a: {}, b: { look: { box: { rotation: angle } } } }, [{ ...there, motion: { rotationDirection: 'as written', ...more } }, { ...back, motion: { rotationDirection: 'shortest' } }], parts())

const seven = (ms: number): Project => alone(...[0, 1, 2, 3, 4, 5, 6].map((index): Component => ({ ...small(wide, [{ ...there, ms: index === 0 ? ms : 160 }, { ...back, ms: 160 }]), id: `small${index}`, name: `Small ${index}` })))

/** The box of a small component, large enough for what it does to be seen all over. */
const large: Pick<Component, 'parts'> = { parts: small({ a: {} }, []).parts.map((part): Part => (part.id === 'dot' ? part : { ...part, base: { ...part.base, width: 300, height: 200 } })) }

const repeating = (durationMs: number, more: Partial<NonNullable<SmallState['loop']>> = {}): SmallState => ({
  loop: { durationMs, easing: 'linear', direction: 'forward', count: null, to: { box: { rotation: 360 } }, ...more },
})

/** A screen with instances of components side by side, under names of their own. */
export function screenWith(project: Project, placed: readonly (readonly [id: string, component: string, x?: number])[], more: Partial<Screen> = {}): Project {
  const made = newScreen(() => 'ground', 'Deck', 'phone')
  const instances = placed.map(([id, component, x], index): Part => ({ id, kind: 'instance', name: id, parent: 'ground', component, start: {}, base: { x: x ?? 10, y: 10 + index * 60 } }))
  return { ...project, startScreen: 'deck', screens: [...project.screens, { ...made, id: 'deck', parts: [...made.parts, ...instances], ...more }] }
}

const goTo = (screen: string): readonly Action[] => [{ id: `go-${screen}`, do: 'go to screen', screen, motion: null }]

const twoScreens = (leads: boolean): Project => {
  const link = small({ a: {} }, [{ on: tap, to: { go: 'stay' }, actions: leads ? goTo('quay') : [] }])
  const project = screenWith(alone(link), [['link', 'small']])
  const quay = { ...newScreen(() => 'quay-ground', 'Quay', 'phone'), id: 'quay', rules: [] }
  return { ...project, screens: [...project.screens, quay] }
}

const overlay = (isOpened: boolean): Project => {
  const opener = small({ a: {} }, [{ on: tap, to: { go: 'stay' }, actions: isOpened ? [{ id: 'opens', do: 'open overlay', screen: 'drill', motion: null }] : [] }])
  const project = screenWith(alone(opener), [['opener', 'small']])
  return { ...project, screens: [...project.screens, { ...newScreen(() => 'drill-ground', 'Drill', 'phone'), id: 'drill', kind: 'overlay', overlay: { backdropOpacity: 0.4, closesOnOutsideTap: true, closesOnEscape: true } }] }
}

/** A link that leads to another screen as soon as it has the focus, or once it is tapped. */
const focusing = (on: 'focus' | 'tap'): Project => {
  const link = small({ a: {} }, [{ on: { on }, to: { go: 'stay' }, actions: goTo('quay') }], parts())
  const project = screenWith(alone(link), [['link', 'small']])
  return { ...project, screens: [...project.screens, { ...newScreen(() => 'quay-ground', 'Quay', 'phone'), id: 'quay', rules: [] }] }
}

/** Two lamps; the one that goes on tells the other to go off, or does not. */
const lamps = (tells: boolean): Project => {
  const lamp = small({ off: {}, on: { look: { box: { fill: '#f6d365' } } } }, [{ on: tap, in: ['off'], to: 'on', ...(tells ? { actions: send('lit') } : {}) }, { on: tap, in: ['on'], to: 'off' }, { on: { on: 'message', name: 'lit' }, in: ['on'], to: 'off' }])
  const isOn = (instance: string) => ({ instance, axis: 'axis', state: 'on' })
  const promise: Pledge = { id: 'one', surface: { screen: 'deck' }, says: { kind: 'always', that: { what: 'count', how: 'at most', many: 1, of: [isOn('port'), isOn('starboard')] } } }
  return { ...screenWith(alone(lamp), [['port', 'small'], ['starboard', 'small']]), promises: [promise] }
}

/** What stands at the right of a screen that is narrower on a small phone, pinned there or not. */
const narrowed = (pinX: 'start' | 'end'): Project => {
  const project = screenWith(alone(small(wide, [there, back])), [['one', 'small', 260]], { sizes: [{ id: 'narrow', name: 'small phone', width: 320, height: 568 }] })
  return { ...project, screens: project.screens.map((screen) => ({ ...screen, parts: screen.parts.map((part) => (part.id === 'one' ? { ...part, base: { ...part.base, pinX } } : part)) })) }
}

const variableUse = (rules: readonly SmallRule[]): Project => ({ ...screenWith(alone(small(wide, rules)), [['one', 'small']]), variables: [number('n')] })

/** For every check an example that has it, and the nearest that has not. */
export const EXAMPLES: readonly Example[] = [
  pair('state-unreachable', small({ ...wide, c: {} }, [there, back, { ...back, on: enter, to: 'c', guard: 'n > 5' }, { on: tap, in: ['c'], to: 'a' }], { variables: [number('n')] }), small({ ...wide, c: {} }, [there, back, { ...back, on: enter, to: 'c', guard: 'n > 5', actions: [] }, { on: enter, in: ['a'], to: { go: 'stay' }, actions: set('n', '9') }, { on: tap, in: ['c'], to: 'a' }], { variables: [number('n')] })),
  pair('combination-unreachable', twoAxes([there, back, { on: tap, part: 'dot', axis: 'other', in: ['c'], to: 'd', guard: 'n > 5' }], { variables: [number('n')], combinations: [{ id: 'both', states: { axis: 'b', other: 'd' }, look: {} }] }), twoAxes([there, back, { on: tap, part: 'dot', axis: 'other', in: ['c'], to: 'd' }], { combinations: [{ id: 'both', states: { axis: 'b', other: 'd' }, look: {} }] })),
  pair('reachable-only-by', small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: leave, in: ['b'], to: 'a' }], parts()), small(wide, [there, back], parts())),
  pair('no-way-out', small(wide, [there]), small({ a: {}, b: { ...wide.b, final: true } }, [there])),
  pair('no-way-back', small({ ...wide, c: { look: { box: { x: 60 } } } }, [there, { ...back, to: 'c' }, { on: tap, in: ['c'], to: 'b' }]), small({ ...wide, c: { look: { box: { x: 60 } } } }, [there, { ...back, to: 'c' }, { on: tap, in: ['c'], to: 'a' }])),
  pair('rule-never-fires', small(wide, [there, back, { on: enter, in: ['b'], to: 'a', guard: 'n > 5' }], { variables: [number('n')] }), small(wide, [{ ...there, actions: set('n', '6') }, back, { on: enter, in: ['b'], to: 'a', guard: 'n > 5' }], { variables: [number('n')] })),
  pair('endless-immediate-loop', small(wide, [there, { on: after(0), in: ['b'], to: 'a' }, { on: after(0), in: ['a'], to: 'b' }]), small(wide, [there, { on: after(0), in: ['b'], to: 'a', ms: 0 }])),
  pair('starts-moving', small(wide, [{ on: after(0), in: ['a'], to: 'b' }, back]), small(wide, [{ on: after(4000), in: ['a'], to: 'b' }, back])),
  pair('rules-compete', small(wide, [there, { ...there, to: { go: 'next', loops: true } }, back]), small(wide, [{ ...there, guard: 'n > 1' }, { ...there, guard: 'n <= 1' }, back], { parameters: [{ id: 'n', name: 'n', type: 'number', initial: 0 }] })),
  pair('unanswered', small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: after(500), in: ['b'], to: 'a' }]), small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: enter, in: ['b'], to: { go: 'ignored' } }, { on: after(500), in: ['b'], to: 'a' }])),
  pair('some-but-not-all', small({ a: {}, b: {}, c: {}, d: {}, e: {} }, [{ on: tap, in: ['a', 'b', 'c', 'd'], to: { go: 'next', loops: true } }, { on: after(500), in: ['e'], to: 'a' }]), small({ a: {}, b: {}, c: {}, d: {}, e: {} }, [{ on: tap, in: ['a', 'b', 'c', 'd', 'e'], to: { go: 'next', loops: true } }])),
  pair('timers-race', small({ ...wide, c: {} }, [there, { on: after(500), in: ['b'], to: 'a' }, { on: { on: 'every', ms: 500, since: 'entering', pauseWhile: null }, in: ['b'], to: 'c' }, { on: tap, in: ['c'], to: 'a' }]), small({ ...wide, c: {} }, [there, { on: after(500), in: ['b'], to: 'a' }, { on: { on: 'every', ms: 400, since: 'entering', pauseWhile: null }, in: ['b'], to: 'c' }, { on: tap, in: ['c'], to: 'a' }])),
  pair('never-completes', small(wide, [there, { on: after(99), in: ['b'], to: 'a' }]), small(wide, [there, { on: after(100), in: ['b'], to: 'a' }])),
  pair('may-be-cut-short', small({ ...wide, c: { look: { box: { x: 80 } } } }, [{ ...there, ms: 300 }, { on: tap, in: ['c'], to: 'b', ms: 100 }, { on: after(200), in: ['b'], to: 'c' }]), small({ ...wide, c: { look: { box: { x: 80 } } } }, [{ ...there, ms: 200 }, { on: tap, in: ['c'], to: 'b', ms: 100 }, { on: after(200), in: ['b'], to: 'c' }])),
  pair('never-settles', small(wide, [{ on: after(1000), in: ['a'], to: 'b' }, { on: after(1000), in: ['b'], to: 'a' }]), small(wide, [{ on: after(1000), in: ['a'], to: 'b' }, back])),
  pair('ends-elsewhere', small({ a: {}, b: { look: { third: { x: 40, fill: '#24506f' } } } }, [there, back], { parts: [{ id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 50, layout: 'row' } }, box('third', { width: 20, height: 20 })] }), small({ a: {}, b: { look: { third: { x: 40, fill: '#24506f' } } } }, [there, back], { parts: [{ id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 50 } }, box('third', { width: 20, height: 20 })] })),
  pair('jumps', small(wide, [{ ...there, motion: { policy: 'skip to end' } }, back]), small(wide, [there, back])),
  { kind: 'round-trip-differs', has: roundTrip(false), hasNot: roundTrip(true) },
  pair('rests-differently', small({ a: {} }, [], parts(resting('edges'))), small({ a: {} }, [], parts(resting('anywhere')))),
  pair('there-and-back-differ', small(wide, [there, { ...back, ms: 240 }]), small(wide, [there, back])),
  pair('wrong-way-round', turned(270), turned(-90)),
  pair('seam', small(wide, [{ ...there, easing: 'ease-in', motion: { keyframes: [{ id: 'half', look: { box: { x: 20 } }, share: 1, easing: 'ease-in', matchVelocity: false }] } }, back]), small(wide, [{ ...there, easing: 'linear', motion: { keyframes: [{ id: 'half', look: { box: { x: 20 } }, share: 1, easing: 'linear', matchVelocity: false }] } }, back])),
  pair('easing-invalid', small(wide, [{ ...there, easing: 'bouncy' }, back]), small(wide, [{ ...there, easing: 'ease' }, back])),
  pair('lanes-out-of-step', small({ a: {}, b: { look: { box: { x: 40, y: 5 } } } }, [{ ...there, motion: { lanes: [{ id: 'slow', part: 'box', property: 'y', durationMs: 400 }] } }, { on: after(200), in: ['b'], to: 'a' }]), small({ a: {}, b: { look: { box: { x: 40, y: 5 } } } }, [{ ...there, motion: { lanes: [{ id: 'slow', part: 'box', property: 'y', durationMs: 200 }] } }, { on: after(200), in: ['b'], to: 'a' }])),
  pair('overshoots-bounds', small({ a: {}, b: { look: { box: { opacity: 0.05 } } } }, [{ ...there, ms: 300, easing: 'cubic-bezier(0.3, 0, 0.5, 1.9)' }, back]), small({ a: {}, b: { look: { box: { opacity: 0.05 } } } }, [{ ...there, ms: 300, easing: 'cubic-bezier(0.3, 0, 0.5, 1)' }, back])),
  pair('squashed', small({ a: {}, b: { look: { words: { scaleX: 2, scaleY: 2 } } } }, [{ ...there, ms: 400, motion: { lanes: [{ id: 'wide', part: 'words', property: 'scaleX', durationMs: 100 }] } }, back], parts(text('words', {}))), small({ a: {}, b: { look: { words: { scaleX: 2, scaleY: 2 } } } }, [{ ...there, ms: 400 }, back], parts(text('words', {})))),
  pair('text-ghosts', small({ a: {}, b: { look: { one: { opacity: 0 }, two: { opacity: 1 } } } }, [{ ...there, ms: 400 }, { ...back, ms: 400 }], parts(text('one', {}), text('two', { text: 'Cast off', opacity: 0 }))), small({ a: {}, b: { look: { one: { opacity: 0 }, two: { opacity: 1 } } } }, [there, back].map((rule, index) => ({ ...rule, ms: 400, motion: { lanes: [{ id: 'first', part: index === 0 ? 'one' : 'two', property: 'opacity', durationMs: 200 }, { id: 'then', part: index === 0 ? 'two' : 'one', property: 'opacity', delayMs: 200, durationMs: 200 }] } })), parts(text('one', {}), text('two', { text: 'Cast off', opacity: 0 })))),
  { kind: 'too-long', has: { ...alone(small(wide, [{ ...there, ms: 500 }, back])), limits: { longestMs: 400 } }, hasNot: { ...alone(small(wide, [{ ...there, ms: 400 }, back])), limits: { longestMs: 400 } } },
  { kind: 'too-short', has: { ...alone(small(wide, [{ ...there, ms: 30 }, back])), limits: { shortestMs: 50 } }, hasNot: { ...alone(small(wide, [{ ...there, ms: 50 }, back])), limits: { shortestMs: 50 } } },
  pair('flashes', small({ a: {}, b: repeating(120, { direction: 'back and forth', to: { box: { fill: '#ffffff' } } }) }, [there, back], large), small({ a: {}, b: repeating(400, { direction: 'back and forth', to: { box: { fill: '#ffffff' } } }) }, [there, back], large)),
  pair('cannot-be-paused', small({ a: {}, b: repeating(2000) }, [there, { on: after(60_000), in: ['b'], to: 'a' }]), small({ a: {}, b: repeating(2000) }, [there, back])),
  pair('no-reduced-form', small(wide, [{ ...there, motion: { reducedMotion: 'as is' } }, back]), small(wide, [there, back])),
  pair('hidden-takes-input', small({ a: {}, b: { look: { box: { opacity: 0 } } } }, [{ ...there, part: 'dot' }, { ...back, part: 'box' }]), small({ a: {}, b: { look: { box: { opacity: 0, receivesInput: false } } } }, [{ ...there, part: 'dot' }, { ...back, part: 'box' }, { ...back, part: 'dot' }])),
  pair('covered', small(wide, [there, back, { ...there, part: 'under' }], { parts: [small({ a: {} }, []).parts[0]!, box('under', { width: 40 }), box('over', {})] }), small(wide, [there, back, { ...there, part: 'under' }], { parts: [small({ a: {} }, []).parts[0]!, box('under', { width: 40 }), box('over', { receivesInput: false })] })),
  pair('looks-dead', small(wide, [there, back]), small(wide, [there, back], parts())),
  pair('looks-live', small({ ...wide, c: {} }, [there, { on: after(900), in: ['b'], to: 'a' }], parts()), small({ ...wide }, [there, back], parts())),
  pair('disabled-answers', small({ a: {}, b: { look: { frame: { cursor: 'not-allowed' } } } }, [there, back], parts()), small({ a: {}, b: { look: { frame: { cursor: 'not-allowed' } } } }, [there, { on: tap, in: ['b'], to: { go: 'ignored' } }, { on: after(900), in: ['b'], to: 'a' }], parts())),
  pair('no-keyboard-way', small(wide, [there, back]), small(wide, [there, back], parts())),
  pair('no-name', small(wide, [there, back], { parts: parts().parts.map((part): Part => (part.id === 'frame' ? { ...part, base: { ...part.base, accessibleName: '' } } : part)) }), small(wide, [there, back], parts())),
  pair('no-role', small(wide, [there, back]), small(wide, [there, back], parts())),
  pair('says-no-state', small(wide, [there, back], switched({})), small({ ...wide, b: { look: { box: { x: 40 }, frame: { checked: true } } } }, [there, back], switched({ checked: false }))),
  pair('label-in-name', small(wide, [there, back], parts(text('words', { text: 'Cast off' }))), small(wide, [there, back], parts(text('words', { text: 'Board' })))),
  pair('drag-only', small(wide, [{ on: { on: 'drag start' }, in: ['a'], to: 'b' }, { on: { on: 'drag end' }, in: ['b'], to: 'a' }], parts()), small(wide, [{ on: { on: 'drag start' }, in: ['a'], to: 'b' }, { on: { on: 'drag end' }, in: ['b'], to: 'a' }, there, back], parts())),
  pair('acts-on-press', small(wide, [{ on: { on: 'press' }, in: ['a'], to: 'b' }, back], parts()), small(wide, [{ on: { on: 'press' }, in: ['a'], to: 'b' }, { on: { on: 'release' }, in: ['b'], to: 'a' }], parts())),
  { kind: 'focus-leads-away', has: focusing('focus'), hasNot: focusing('tap') },
  pair('hover-stays', small({ a: {}, b: { look: { words: { opacity: 1 } } } }, [{ on: enter, in: ['a'], to: 'b' }, { on: leave, in: ['b'], to: 'a' }], parts(box('plate', {}), text('words', { opacity: 0 }))), small({ a: {}, b: { look: { words: { opacity: 1 } } } }, [{ on: enter, in: ['a'], to: 'b' }, { on: leave, in: ['b'], to: 'a' }, { on: { ...key('Escape'), anywhere: true }, in: ['b'], to: 'a' }], parts(box('plate', {}), text('words', { opacity: 0 })))),
  pair('vanishes-by-itself', small({ a: {}, b: { look: { words: { visible: true } } } }, [there, { on: after(4000), in: ['b'], to: 'a' }], parts(text('words', { visible: false }))), small({ a: {}, b: { look: { words: { visible: true } } } }, [there, { on: { ...after(4000), pauseWhile: 'hovered || focused' } as SmallRule['on'], in: ['b'], to: 'a' }], parts(text('words', { visible: false })))),
  pair('focus-invisible', small({ a: {}, b: { look: { frame: { opacity: 0 } } } }, [there, back], parts()), small({ a: {}, b: { look: { frame: { opacity: 0.5 } } } }, [there, back], parts())),
  pair('focus-trapped', small(wide, [there, back, { on: key('Tab'), to: { go: 'stay' } }], parts(box('next', { focusable: true, width: 20 }))), small(wide, [there, back, { on: key('ArrowRight'), to: { go: 'stay' } }], parts(box('next', { focusable: true, width: 20 })))),
  pair('target-small', small(wide, [{ ...there, part: 'one' }, { ...back, part: 'one' }, { ...there, part: 'two' }], parts(box('one', { width: 16, height: 16 }), box('two', { x: 18, width: 16, height: 16 }))), small(wide, [{ ...there, part: 'one' }, { ...back, part: 'one' }, { ...there, part: 'two' }], parts(box('one', { width: 16, height: 16 }), box('two', { x: 60, width: 16, height: 16 })))),
  pair('contrast-unknown', small(wide, [there, back], parts(box('paper', { fill: { gradient: 'linear', angleDeg: 0, stops: [{ colour: '#ffffff', at: 0 }, { colour: '#24506f', at: 1 }] } }), text('words', { fill: '#1d2b33' }))), small(wide, [there, back], parts(box('paper', { fill: '#ffffff' }), text('words', { fill: '#1d2b33' })))),
  pair('contrast-low', small(wide, [there, back], parts(box('paper', { fill: '#ffffff' }), text('words', { fill: '#b0b0b0' }))), small(wide, [there, back], parts(box('paper', { fill: '#ffffff' }), text('words', { fill: '#5b666b' })))),
  pair('slow-to-answer', small(wide, [{ ...there, motion: { delayMs: 300 } }, back]), small(wide, [{ ...there, motion: { delayMs: 40 } }, back])),
  pair('leaves-bounds', small(wide, [there, back], { parts: dragged('nothing') }), small(wide, [there, back], { parts: dragged('holder') })),
  pair('parameter-not-everywhere', small({ a: {}, b: { look: { words: { text: 'Aboard' } } } }, [there, back], { ...parts(text('words', { text: { expr: 'label' } })), parameters: [{ id: 'label', name: 'label', type: 'text', initial: 'Board' }] }), small({ a: {}, b: { look: { words: { text: { expr: "label + '!'" } } } } }, [there, back], { ...parts(text('words', { text: { expr: 'label' } })), parameters: [{ id: 'label', name: 'label', type: 'text', initial: 'Board' }] })),
  pair('two-hands-on-one', twoAxes([{ on: tap, to: { go: 'stay' }, actions: set('on', '!on') }, { on: tap, axis: 'other', to: { go: 'stay' }, actions: set('on', '!on') }, { on: { on: 'changes', name: 'on', to: true }, in: ['a'], to: 'b' }, { on: { on: 'changes', name: 'on', to: false }, in: ['b'], to: 'a' }], { variables: [yesNo('on')] }), twoAxes([{ on: tap, to: { go: 'stay' }, actions: set('on', '!on') }, { on: { on: 'changes', name: 'on', to: true }, in: ['a'], to: 'b' }, { on: { on: 'changes', name: 'on', to: false }, in: ['b'], to: 'a' }], { variables: [yesNo('on')] })),
  pair('dangling', small({ a: {}, b: { look: { gone: { x: 40 } } } }, [there, back]), small(wide, [there, back])),
  pair('value-unreadable', small({ a: {}, b: { look: { box: { x: { expr: 'nowhere' } } } } }, [there, back]), small({ a: {}, b: { look: { box: { x: { expr: '4 * 4' } } } } }, [there, back])),
  { kind: 'screen-unreachable', has: twoScreens(false), hasNot: twoScreens(true) },
  { kind: 'overlay-unreachable', has: overlay(false), hasNot: overlay(true) },
  { kind: 'cut-off', has: narrowed('start'), hasNot: narrowed('end') },
  { kind: 'out-of-family', has: seven(480), hasNot: seven(240) },
  { kind: 'unused', has: { ...screenWith(alone(small(wide, [there, back]), { ...small(wide, [there, back]), id: 'spare', name: 'Spare' }), [['one', 'small']]) }, hasNot: screenWith(alone(small(wide, [there, back]), { ...small(wide, [there, back]), id: 'spare', name: 'Spare' }), [['one', 'small'], ['two', 'spare']]) },
  { kind: 'never-set', has: variableUse([{ ...there, guard: 'n == 0' }, back]), hasNot: variableUse([{ ...there, guard: 'n == 0' }, { ...back, actions: set('n', '1') }]) },
  { kind: 'set-but-never-read', has: variableUse([{ ...there, actions: set('n', '1') }, back]), hasNot: variableUse([{ ...there, actions: set('n', '1') }, { ...back, guard: 'n > 0' }]) },
  { kind: 'promise-broken', has: lamps(false), hasNot: lamps(true) },
  pair('text-too-wide', written(40), written(140)),
  { kind: 'list-stays-empty', has: shelf({ filter: 'item.count > 5' }), hasNot: shelf({ filter: 'item.count > 5', sets: 'count' }) },
  { kind: 'column-never-set', has: shelf({ filter: 'item.count < 5' }), hasNot: shelf({ filter: 'item.price < 5' }) },
  { kind: 'total-never-changes', has: shelf({ total: 'sum(goods, record.price)', sets: 'count' }), hasNot: shelf({ total: 'sum(goods, record.price * record.count)', sets: 'count' }) },
  { kind: 'record-missing', has: chosenOf('any'), hasNot: chosenOf('others') },
  { kind: 'left-open', has: harbour(12), hasNot: harbour(2) },
  pair('never-led-whole', led('box.dragX / 2000'), led('box.dragX / 200')),
  pair('jumps-when-let-go', led('box.dragX / 200', { ms: 0 }), led('box.dragX / 200')),
]

/** A field of some width that says what is to be written there. */
function written(width: number): Component {
  const field: Part = { id: 'field', kind: 'field', name: 'field', parent: 'frame', writes: 'sought', base: { x: 0, y: 0, width, height: 20, fontSize: 14, placeholder: 'Name of a ship', accessibleName: 'Ship' } }
  return small({ a: {} }, [], { ...parts(field), variables: [{ id: 'sought', name: 'sought', type: 'text', start: '' }] })
}

/** A list of goods with a button that counts the first of them, or does something else. */
function shelf({ filter = null, total = '1', sets }: { readonly filter?: string | null; readonly total?: string; readonly sets?: string }): Project {
  const goods: DataTable = {
    id: 'goods', name: 'goods',
    columns: [{ id: 'name', name: 'name', type: 'text' }, { id: 'price', name: 'price', type: 'number' }, { id: 'count', name: 'count', type: 'number' }],
    records: [{ id: 'rope', cells: { name: 'Rope', price: 3, count: 1 } }, { id: 'lamp', cells: { name: 'Lamp', price: 9, count: 1 } }],
  }
  const line: Component = { ...small({ a: {} }, [], parts()), id: 'line', name: 'Line' }
  const list: Part = { id: 'list', kind: 'list', name: 'list', parent: 'frame', component: 'line', table: 'goods', filter, base: { x: 0, y: 60, width: 100, height: 100, layout: 'column' } }
  const actions: readonly Action[] = sets === undefined ? [] : [{ id: 'sets', do: 'set records', table: 'goods', column: sets, to: '6', where: null }]
  const holder = small({ a: {}, b: { look: { box: { x: { expr: total } } } } }, [{ ...there, actions }, back], parts(list))
  return { ...alone(holder, line), tables: [goods] }
}

/** Goods one can choose one of, whose price is then told, and remove: any of them, or all but the one that is chosen. */
function chosenOf(removes: 'any' | 'others'): Project {
  const shelved = shelf({})
  const [holder, line] = shelved.components
  const remove: Action = { id: 'remove', do: 'remove records', table: 'goods', where: removes === 'any' ? 'true' : 'record.name != chosen' }
  const tells: Part = text('price', { text: { expr: 'first(goods, record.name == chosen).price' } })
  const rules = small({ a: {} }, [{ on: tap, to: { go: 'stay' }, actions: set('chosen', "'Lamp'") }, { on: key('Delete'), to: { go: 'stay' }, actions: [remove] }]).rules
  return { ...shelved, components: [{ ...holder!, parts: [...holder!.parts, tells], rules, variables: [{ id: 'chosen', name: 'chosen', type: 'text', start: '' }] }, line!] }
}

/** A berth for each of so many ships, which one taps when they have come in. */
function harbour(ships: number): Project {
  const table: DataTable = {
    id: 'ships', name: 'ships', columns: [{ id: 'in', name: 'in port', type: 'yes/no' }],
    records: Array.from({ length: ships }, (_each, index) => ({ id: `ship${index}`, cells: { in: index === 0 } })),
  }
  const berth: Component = { ...small({ a: {} }, [{ on: tap, to: { go: 'stay' }, actions: set('item.inPort', '!item.inPort') }], parts()), id: 'berth', name: 'Berth' }
  const list: Part = { id: 'list', kind: 'list', name: 'list', parent: 'frame', component: 'berth', table: 'ships', filter: null, base: { x: 0, y: 60, width: 100, height: 100, layout: 'column' } }
  return { ...alone(small({ a: {} }, [], parts(list)), berth), tables: [table] }
}

/** A box that a drag leads across, or a key. */
function led(by: string, more: Partial<SmallRule> = {}): Component {
  return small({ a: {}, b: { look: { box: { x: 60 } } } }, [{ on: { on: 'while dragged', by, keptIf: null }, in: ['a'], to: 'b', part: 'box', ...more }, { on: { ...key('Enter'), anywhere: true }, in: ['a'], to: 'b' }, back], parts())
}

/** A lamp inside that goes on with a change, and off again on the way back, or does not. */
function roundTrip(putsBack: boolean): Project {
  const lamp: Component = { ...small({ off: {}, on: { look: { box: { fill: '#f6d365' } } } }, []), id: 'lamp', name: 'Lamp' }
  const drive = (state: string): readonly Action[] => [{ id: `drive-${state}`, do: 'drive', instance: 'inner', axis: 'axis', state }]
  const holder = small(wide, [{ ...there, actions: drive('on') }, { ...back, actions: putsBack ? drive('off') : [] }], { ...parts({ id: 'inner', kind: 'instance', name: 'inner', parent: 'frame', component: 'lamp', start: {}, base: { x: 0, y: 0 } }) })
  return alone(holder, lamp)
}

function dragged(within: 'nothing' | 'holder'): readonly Part[] {
  const [frame, first, dot] = small({ a: {} }, []).parts
  return [frame!, { ...first!, drag: { along: 'both', limitTo: within, snapTo: 'anywhere', points: [], keepsMomentum: true, settleMs: 300, easing: 'ease-out' } } as Part, dot!]
}
