import {
  EMPTY_MOTION, newProject, type Component, type Look, type Motion, type Project, type Rule, type State, type Target, type Trigger,
} from '@rheoscope/core/document'

export interface SmallRule {
  readonly on: Trigger
  readonly in?: readonly string[]
  readonly to: string | Target
  readonly ms?: number
  readonly easing?: string
  readonly motion?: Partial<Motion>
  readonly part?: string
  readonly guard?: string
  readonly actions?: Rule['actions']
  readonly letThrough?: boolean
  readonly axis?: string
}

export interface SmallState {
  readonly look?: Look
  readonly final?: boolean
  readonly loop?: State['loop']
}

/** A 100 × 50 component with a box, written down in a few lines: states by name, rules in order `r0`, `r1`, …. */
export function small(states: Readonly<Record<string, SmallState>>, rules: readonly SmallRule[], more: Partial<Component> = {}): Component {
  const names = Object.keys(states)
  return {
    id: 'small', name: 'Small',
    parts: [
      { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 50 } },
      { id: 'box', kind: 'box', name: 'box', parent: 'frame', base: { x: 0, y: 0, width: 100, height: 50, fill: '#000000' } },
      { id: 'dot', kind: 'ellipse', name: 'dot', parent: 'frame', base: { x: 70, y: 15, width: 20, height: 20, fill: '#ffffff' } },
    ],
    axes: [{
      id: 'axis', name: 'axis', start: names[0]!, boundTo: null,
      states: names.map((id, hue): State => ({ id, name: id, hue: hue % 8, look: states[id]!.look ?? {}, final: states[id]!.final ?? false, loop: states[id]!.loop ?? null })),
    }],
    rules: rules.map((rule, index): Rule => ({
      id: `r${index}`, axis: rule.axis ?? 'axis', trigger: rule.on, part: rule.part ?? null, within: rule.in ? { only: rule.in } : { except: [] }, guard: rule.guard ?? null,
      actions: rule.actions ?? [], target: typeof rule.to === 'string' ? { go: 'state', state: rule.to } : rule.to, letThrough: rule.letThrough ?? false,
      motion: { ...EMPTY_MOTION, durationMs: rule.ms ?? 100, easing: rule.easing ?? 'linear', ...rule.motion },
    })),
    combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {},
    ...more,
  }
}

export const projectOf = (...components: readonly Component[]): Project => ({ ...newProject('small', 'Small'), components })

export const tap: Trigger = { on: 'tap' }
export const enter: Trigger = { on: 'enter' }
export const leave: Trigger = { on: 'leave' }
export const settled: Trigger = { on: 'settled' }
export const after = (ms: number, since: 'entering' | 'settling' = 'entering'): Trigger => ({ on: 'after', ms, since, pauseWhile: null })
export const every = (ms: number): Trigger => ({ on: 'every', ms, since: 'entering', pauseWhile: null })
