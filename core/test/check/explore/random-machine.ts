import fc from 'fast-check'
import { EMPTY_MOTION, newProject, newScreen, type Component, type InterruptionPolicy, type Part, type Project, type Rule, type Target, type Trigger } from '@rheoscope/core/document'

/** A rule of a small machine, in few words. */
export interface PlainRule {
  readonly on: 'tap' | 'after' | 'settled' | 'hears' | 'changes' | 'entered' | 'left'
  readonly ms: number
  /** So much longer a timer may take. */
  readonly more: number
  readonly in: number
  /** A state, or the one of two that chance decides for. */
  readonly to: number | 'next' | 'stay' | readonly [number, number]
  /** The value `v` must have; null for any. */
  readonly ifV: number | null
  /** The value `v` gets; null leaves it. */
  readonly setV: number | null
  readonly tells: boolean
}

/** A small machine: its states are numbers; every change of state takes `motionMs`. */
export interface PlainMachine {
  readonly states: number
  readonly motionMs: number
  readonly policy: Exclude<InterruptionPolicy, 'continue'>
  readonly rules: readonly PlainRule[]
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

const machine: fc.Arbitrary<PlainMachine> = fc.integer({ min: 2, max: 4 }).chain((states) => fc.record({
  states: fc.constant(states), motionMs: fc.integer({ min: 0, max: 4 }),
  policy: fc.constantFrom<PlainMachine['policy']>('skip to end', 'ignore', 'finish first'),
  rules: fc.array(ruleFor(states), { minLength: 1, maxLength: 5 }),
}))

/** Two or three machines that share the variable `v`, which starts at 0. */
export const machines = fc.array(machine, { minLength: 1, maxLength: 3 })

function ruleOf(rule: PlainRule, index: number): Rule {
  const trigger: Trigger = rule.on === 'after' ? { on: 'after', ms: rule.ms, ...(rule.more > 0 ? { mostMs: rule.ms + rule.more } : {}), since: 'entering', pauseWhile: null }
    : rule.on === 'hears' ? { on: 'message', name: 'word' } : rule.on === 'changes' ? { on: 'changes', name: 'v', to: null } : { on: rule.on }
  const target: Target = typeof rule.to === 'object' ? { go: 'one of', of: rule.to.map((state) => ({ state: `s${state}`, weight: 1 })) } : typeof rule.to === 'number' ? { go: 'state', state: `s${rule.to}` } : rule.to === 'next' ? { go: 'next', loops: true } : { go: 'stay' }
  return {
    id: `r${index}`, axis: 'axis', trigger, part: null, within: { only: [`s${rule.in}`] }, guard: rule.ifV === null ? null : `v == ${rule.ifV}`, target, motion: null, letThrough: false,
    actions: [
      ...(rule.setV === null ? [] : [{ id: `set${index}`, do: 'set' as const, variable: 'v', to: String(rule.setV) }]),
      ...(rule.tells ? [{ id: `tell${index}`, do: 'send' as const, message: 'word', payload: null, recipient: 'siblings' as const }] : []),
    ],
  }
}

const componentOf = ({ states, motionMs, policy, rules }: PlainMachine, index: number): Component => ({
  id: `machine${index}`, name: `Machine ${index}`,
  parts: [{ id: `frame${index}`, kind: 'container', name: 'frame', parent: null, base: { width: 40, height: 40, fill: '#000000' } }],
  axes: [{ id: 'axis', name: 'axis', start: 's0', boundTo: null, states: Array.from({ length: states }, (_, state) => ({ id: `s${state}`, name: `s${state}`, hue: 0, final: false, loop: null, look: { [`frame${index}`]: { radiusTopLeft: state + 1 } } })) }],
  rules: rules.map(ruleOf), combinations: [], parameters: [], variables: [], pairs: [], absent: {},
  motion: { ...EMPTY_MOTION, durationMs: motionMs, delayMs: 0, easing: 'linear', policy },
})

/** The machines side by side on a screen. */
export function projectWith(all: readonly PlainMachine[]): Project {
  const made = newScreen(() => 'ground', 'Screen', 'phone')
  const [ground] = made.parts
  const parts = all.map((_machine, index): Part => ({ id: `on${index}`, kind: 'instance', name: `on${index}`, parent: ground!.id, component: `machine${index}`, start: {}, base: { x: index * 50, y: 0 } }))
  return {
    ...newProject('random', 'Random'), components: all.map(componentOf), screens: [{ ...made, id: 'screen', parts: [ground!, ...parts] }],
    variables: [{ id: 'v', name: 'v', type: 'number', start: 0 }],
  }
}
