import { EMPTY_MOTION, type Action, type Look, type Motion, type Rule, type State, type Target, type Trigger } from '@rheoscope/core/document'

/** Shorthand for components: what every one of them would otherwise spell out. */

export const to = (state: string): Target => ({ go: 'state', state })

export const state = (id: string, name: string, hue: number, look: Look): State => ({ id, name, hue, look, final: false, loop: null })

export const timed = (durationMs: number, easing?: string, more: Partial<Motion> = {}): Motion => ({ ...EMPTY_MOTION, durationMs, ...(easing ? { easing } : {}), ...more })

interface RuleParts {
  readonly axis: string
  readonly on: Trigger
  readonly in: readonly string[]
  readonly go: Target
  readonly part?: string
  readonly motion?: Motion
  readonly actions?: readonly Action[]
}

export const rule = (id: string, { axis, on, in: only, go, part, motion, actions }: RuleParts): Rule => ({
  id, axis, trigger: on, part: part ?? null, within: { only }, guard: null, actions: actions ?? [], target: go, motion: motion ?? null, letThrough: false,
})
