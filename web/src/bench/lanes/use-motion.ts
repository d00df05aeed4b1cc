import { certain, decidedBy, motionAt, setOfMotion, type Component, type Motion, type MotionContext, type MotionPlace, type MotionSetting, type Rule } from '@rheoscope/core/document'
import { motionSources, resolveTiming, type MotionSources, type ResolvedTiming } from '@rheoscope/core/motion'
import { newId } from '../../session/new-id'
import type { MotionScope } from '../page/bench-state'
import { destination } from './timing-text'
import { useBench, type Bench } from '../page/use-bench'

/** The motion that is being changed: the selected rule's, or one of those it falls back on. */
export interface EditedMotion {
  /** What edits are made of: the document as it is stored. */
  readonly context: MotionContext
  /** What is said at this place; null when nothing is. */
  readonly said: Motion | null
  /** How long and along which curve it is for whatever says nothing more specific. */
  readonly timing: ResolvedTiming
  readonly set: <K extends MotionSetting>(field: K, to: Motion[K] | undefined) => void
}

export function placeOf(scope: MotionScope, component: Component, rule: Rule, state: string): MotionPlace {
  return scope === 'rule' ? { of: 'rule', rule: rule.id } : scope === 'pair' ? { of: 'pair', axis: rule.axis, from: state, to: destination(component, rule) } : { of: scope }
}

/** Whose motion is edited: a rule on an axis that a variable decides has none, for it only sets that. */
export const scopeOf = ({ axis, view: { motionScope } }: Pick<Bench, 'axis' | 'view'>): MotionScope => (motionScope === 'rule' && decidedBy(axis) !== null ? 'pair' : motionScope)

/** The selected rule, where there is one. */
export const useRule = (): Rule => certain(useBench().rule)

/** What edits of the motion at a place are made of. */
export const contextAt = ({ stored: { project, component } }: Pick<Bench, 'stored'>, place: MotionPlace): MotionContext => ({ project, component, place, newId })

/** The motion of the selected rule, or what it falls back on, as the scope chosen says. Only where a rule is selected. */
export function useMotion(): EditedMotion {
  const bench = useBench()
  const { project, component, state, make } = bench
  const rule = useRule()
  const place = placeOf(scopeOf(bench), component, rule, state.id)
  const context = contextAt(bench, place)
  return {
    context,
    said: motionAt(project, component, place),
    timing: resolveTiming(sourcesFrom(bench, rule), project.tokens, '', ''),
    set: (field, to) => make(setOfMotion(context, field, to), `set the ${nameOf(field)} of a motion`),
  }
}

/** What the motion at the chosen place comes from, leaving out what is more specific than it. */
function sourcesFrom(bench: Bench, rule: Rule): MotionSources {
  const { project, component, axis, state } = bench
  const sources = motionSources(project, component, axis.id, state.id, destination(component, rule) ?? state.id, rule)
  switch (scopeOf(bench)) {
    case 'rule':
      return sources
    case 'pair':
      return sources.filter((motion) => motion !== rule.motion)
    case 'component':
      return [component.motion, project.motion].filter((motion) => motion !== null)
    case 'project':
      return [project.motion]
  }
}

const NAMES: Partial<Record<MotionSetting, string>> = {
  durationMs: 'duration', delayMs: 'delay', policy: 'interruption', velocity: 'velocity', colourSpace: 'colours',
}

const nameOf = (field: MotionSetting): string => NAMES[field] ?? field
