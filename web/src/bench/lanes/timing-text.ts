import { destinationsOf, latestMs, theOne, type Component, type Id, type Project, type Rule, type TimerTrigger } from '@rheoscope/core/document'
import { motionSources, resolveTiming, type ResolvedTiming } from '@rheoscope/core/motion'

/** Where a rule leads from a state, if that is a state by name. */
export const destination = ({ axes }: Component, rule: Rule): Id | null => destinationsOf(theOne(axes, ({ id }) => id === rule.axis), rule)[0] ?? null

/** The timing of a rule's motion as a whole, lanes and parts left aside. */
export function ruleTiming(project: Project, component: Component, rule: Rule, from: string): ResolvedTiming {
  const to = destination(component, rule) ?? from
  return resolveTiming(motionSources(project, component, rule.axis, from, to, rule), project.tokens, '', '')
}

/** An easing in a few letters. */
export function shortEasing(easing: string): string {
  if (easing.startsWith('cubic-bezier')) return 'curve'
  if (easing.startsWith('linear(')) return 'drawn curve'
  const call = easing.indexOf('(')
  return call < 0 ? easing : easing.slice(0, call)
}

/** Milliseconds as people read them: `1,800 ms`. */
export const msText = (ms: number): string => `${WHOLE.format(ms)} ms`

/** One for all: making one is dear. */
const WHOLE = new Intl.NumberFormat('en', { maximumFractionDigits: 0 })

/** When a timer comes: `1,800 ms`, or `200 to 4,000 ms` where that is left to chance. */
export const spanText = (timer: TimerTrigger): string => (latestMs(timer) === timer.ms ? msText(timer.ms) : `${timer.ms.toLocaleString('en')} to ${msText(latestMs(timer))}`)
