import fc from 'fast-check'
import { EMPTY_MOTION, newProject, newScreen, type Component, type InterruptionPolicy, type Part, type Project, type Rule, type Screen, type Target, type Trigger } from '@rheoscope/core/document'

/** A rule of a small machine, in few words. */
export interface PlainRule {
  readonly on: 'tap' | 'after' | 'settled' | 'hears' | 'changes' | 'entered' | 'left' | 'shown' | 'led right' | 'led left'
  readonly ms: number
  /** So much longer a timer may take. */
  readonly more: number
  readonly in: number
  /** A state, or the one of two that chance decides for. */
  readonly to: number | 'next' | 'stay' | 'back' | readonly [number, number]
  /** It holds in the group of the machine instead; a timer counts through it, and entered and left are those of the group. */
  readonly ofGroup?: boolean
  /** The value `v` must have; null for any. */
  readonly ifV: number | null
  /** The value `v` gets; null leaves it. */
  readonly setV: number | null
  readonly tells: boolean
  /** The screen it goes to, or the overlay it opens or closes, by its place among the surfaces; null for none. */
  readonly shows?: { readonly do: 'go' | 'open' | 'close'; readonly surface: number } | null
}

/** A small machine: its states are numbers; every change of state takes `motionMs`. */
export interface PlainMachine {
  readonly states: number
  readonly motionMs: number
  readonly policy: Exclude<InterruptionPolicy, 'continue'>
  readonly rules: readonly PlainRule[]
  /** Some of its states, in a group; none where it has no group. */
  readonly group?: readonly number[]
}

const ruleFor = (states: number): fc.Arbitrary<PlainRule> => fc.record({
  on: fc.constantFrom('tap', 'tap', 'after', 'after', 'settled', 'hears', 'changes', 'entered', 'left'),
  ms: fc.integer({ min: 0, max: 4 }),
  more: fc.constantFrom(0, 0, 0, 0, 0, 1),
  in: fc.integer({ min: 0, max: states - 1 }),
  to: fc.oneof({ arbitrary: fc.integer({ min: 0, max: states - 1 }), weight: 4 }, { arbitrary: fc.constantFrom('next', 'stay'), weight: 4 }, { arbitrary: fc.tuple(fc.integer({ min: 0, max: states - 1 }), fc.integer({ min: 0, max: states - 1 })), weight: 1 }),
  ifV: fc.option(fc.integer({ min: 0, max: 2 }), { freq: 2 }),
  setV: fc.option(fc.integer({ min: 0, max: 2 }), { freq: 2 }),
  tells: fc.boolean(),
} as { [Key in keyof PlainRule]: fc.Arbitrary<PlainRule[Key]> }).map((rule) => (rule.on === 'left' ? { ...rule, to: 'stay' } : rule))

const plainMachine: fc.Arbitrary<PlainMachine> = fc.integer({ min: 2, max: 4 }).chain((states) => fc.record({
  states: fc.constant(states), motionMs: fc.integer({ min: 0, max: 4 }),
  policy: fc.constantFrom<PlainMachine['policy']>('skip to end', 'ignore', 'finish first'),
  rules: fc.array(ruleFor(states), { minLength: 1, maxLength: 5 }),
}))

/** One some of whose states are in a group that some of its rules hold in, and in which some rules go back. */
const machine: fc.Arbitrary<PlainMachine> = fc.tuple(plainMachine, fc.boolean(), fc.array(fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 11 })), { minLength: 5, maxLength: 5 })).map(([plain, hasGroup, which]) => ({
  ...plain, ...(hasGroup ? { group: [0, 1] } : {}),
  rules: plain.rules.map((rule, index): PlainRule => ({ ...rule, ofGroup: hasGroup && which[index]![0] === 0, to: which[index]![1] === 0 && rule.on !== 'left' ? 'back' : rule.to })),
}))

/** Screens and an overlay, with the machines on each; what one screen takes to come, or to go back from, is the same for all. The run begins on the first. */
export interface PlainPrototype {
  readonly motionMs: number
  readonly surfaces: readonly { readonly kind: 'screen' | 'overlay'; readonly isModal: boolean; readonly machines: readonly PlainMachine[] }[]
}

const leadingTo = (plain: PlainMachine, screens: number): fc.Arbitrary<PlainMachine> => {
  const shows = fc.oneof(
    fc.record({ do: fc.constant('go' as const), surface: fc.integer({ min: 0, max: screens - 1 }) }),
    fc.record({ do: fc.constantFrom('open' as const, 'close' as const), surface: fc.constant(screens) }),
  )
  return fc.tuple(...plain.rules.map((rule) => fc.tuple(fc.option(shows, { freq: 3 }), fc.constantFrom(rule.on, rule.on, rule.on, 'shown' as const)).map(([shown, on]): PlainRule => ({ ...rule, on, more: 0, to: typeof rule.to === 'object' ? rule.to[0] : rule.to, shows: shown }))))
    .map((rules) => ({ ...plain, rules }))
}

const LEADS_ON: PlainRule = { on: 'tap', ms: 0, more: 0, in: 0, to: 'next', ifV: null, setV: null, tells: false, shows: { do: 'go', surface: 1 } }

/** Two or three small screens with an overlay. */
export const prototypes: fc.Arbitrary<PlainPrototype> = fc.integer({ min: 2, max: 3 }).chain((screens) => fc.record({
  motionMs: fc.integer({ min: 0, max: 3 }),
  surfaces: fc.tuple(...Array.from({ length: screens + 1 }, (_each, index) => fc.record({
    kind: fc.constant(index < screens ? 'screen' as const : 'overlay' as const), isModal: fc.boolean(),
    machines: fc.array(machine.chain((plain) => leadingTo(plain, screens)), { minLength: 1, maxLength: index === 0 ? 2 : 1 }).map((all) => (index === 0 ? all.map((plain, place) => (place === 0 ? { ...plain, rules: [...plain.rules, LEADS_ON] } : plain)) : all)),
  }))),
}))

/** Two or three machines that share the variable `v`, which starts at 0. */
export const machines = fc.array(machine, { minLength: 1, maxLength: 3 })

/** Two or three machines some of whose rules a drag leads, to either side. */
export const ledMachines = fc.tuple(machines, fc.infiniteStream(fc.constantFrom('led right', 'led left', null))).map(([all, led]) =>
  all.map((plain) => ({ ...plain, rules: plain.rules.map((rule): PlainRule => ({ ...rule, on: typeof rule.to === 'number' && rule.on !== 'left' ? (led.next().value ?? rule.on) : rule.on })) })))

function ruleOf(rule: PlainRule, index: number, recipient: 'siblings' | 'everyone'): Rule {
  const trigger: Trigger = rule.on === 'after' ? { on: 'after', ms: rule.ms, ...(rule.more > 0 ? { mostMs: rule.ms + rule.more } : {}), since: rule.ofGroup ? 'entering the first' : 'entering', pauseWhile: null }
    : rule.on === 'led right' || rule.on === 'led left' ? { on: 'while dragged', by: `${rule.on === 'led left' ? '-' : ''}frame.dragX / 12`, keptIf: rule.more > 0 ? 'frame.speedX * frame.speedX > 40000' : null }
    : rule.on === 'hears' ? { on: 'message', name: 'word' } : rule.on === 'changes' ? { on: 'changes', name: 'v', to: null } : rule.on === 'entered' || rule.on === 'left' ? { on: rule.on, ...(rule.ofGroup ? { group: 'group' } : {}) } : { on: rule.on }
  const target: Target = typeof rule.to === 'object' ? { go: 'one of', of: rule.to.map((state) => ({ state: `s${state}`, weight: 1 })) } : typeof rule.to === 'number' ? { go: 'state', state: `s${rule.to}` } : rule.to === 'next' ? { go: 'next', loops: true } : { go: rule.to }
  return {
    id: `r${index}`, axis: 'axis', trigger, part: null, within: { only: [rule.ofGroup ? 'group' : `s${rule.in}`] }, guard: rule.ifV === null ? null : `v == ${rule.ifV}`, target, motion: null, letThrough: false,
    actions: [
      ...(rule.setV === null ? [] : [{ id: `set${index}`, do: 'set' as const, variable: 'v', to: String(rule.setV) }]),
      ...(rule.tells ? [{ id: `tell${index}`, do: 'send' as const, message: 'word', payload: null, recipient }] : []),
      ...(rule.shows ? [{ id: `show${index}`, do: ({ go: 'go to screen', open: 'open overlay', close: 'close overlay' } as const)[rule.shows.do], screen: `surface${rule.shows.surface}`, motion: null }] : []),
    ],
  }
}

const componentOf = ({ states, motionMs, policy, rules, group }: PlainMachine, index: number, recipient: 'siblings' | 'everyone' = 'siblings'): Component => ({
  id: `machine${index}`, name: `Machine ${index}`,
  parts: [{ id: `frame${index}`, kind: 'container', name: 'frame', parent: null, base: { width: 40, height: 40, fill: '#000000' } }],
  axes: [{ id: 'axis', name: 'axis', start: 's0', boundTo: null, ...(group ? { groups: [{ id: 'group', name: 'group', states: group.map((state) => `s${state}`), look: {} }] } : {}), states: Array.from({ length: states }, (_, state) => ({ id: `s${state}`, name: `s${state}`, hue: 0, final: false, loop: null, look: { [`frame${index}`]: { radiusTopLeft: state + 1 } } })) }],
  rules: rules.map((rule, place) => ruleOf(rule, place, recipient)), combinations: [], parameters: [], variables: [], pairs: [], absent: {},
  motion: { ...EMPTY_MOTION, durationMs: motionMs, delayMs: 0, easing: 'linear', policy },
})

/** The machines side by side on a screen. */
export function projectWith(all: readonly PlainMachine[]): Project {
  const made = newScreen(() => 'ground', 'Screen', 'phone')
  const [ground] = made.parts
  const parts = all.map((_machine, index): Part => ({ id: `on${index}`, kind: 'instance', name: `on${index}`, parent: ground!.id, component: `machine${index}`, start: {}, base: { x: index * 50, y: 0 } }))
  return {
    ...newProject('random', 'Random'), components: all.map((each, index) => componentOf(each, index)), screens: [{ ...made, id: 'screen', parts: [ground!, ...parts] }],
    variables: [{ id: 'v', name: 'v', type: 'number', start: 0 }],
  }
}

/** Screens and an overlay, with the machines on each, numbered through. */
export function prototypeOf({ motionMs, surfaces }: PlainPrototype): Project {
  const all = surfaces.flatMap(({ machines: own }) => own)
  const screens = surfaces.map(({ kind, isModal, machines: own }, index): Screen => {
    const made = newScreen(() => `ground${index}`, `Surface ${index}`, 'phone')
    const [ground] = made.parts
    const parts = own.map((machine, place): Part => {
      const number = all.indexOf(machine)
      return { id: `on${number}`, kind: 'instance', name: `on${number}`, parent: ground!.id, component: `machine${number}`, start: {}, base: { x: place * 50, y: index * 60 } }
    })
    return {
      ...made, id: `surface${index}`, kind, parts: [ground!, ...parts],
      motion: { ...EMPTY_MOTION, durationMs: kind === 'overlay' ? 0 : motionMs, delayMs: 0, easing: 'linear' },
      overlay: kind === 'overlay' ? { backdropOpacity: isModal ? 0.4 : 0, closesOnOutsideTap: false, closesOnEscape: false } : null,
    }
  })
  return {
    ...newProject('random', 'Random'), components: all.map((each, index) => componentOf(each, index, 'everyone')), screens, startScreen: 'surface0',
    variables: [{ id: 'v', name: 'v', type: 'number', start: 0 }],
  }
}
