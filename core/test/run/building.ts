import { EMPTY_MOTION, type Action, type Axis, type Look, type Motion, type Rule, type State, type Target, type Trigger } from '@rheoscope/core/document'

/** Shorthand for components: what every one of them would otherwise spell out. */

export const to = (state: string): Target => ({ go: 'state', state })

export const doesNothing: Target = { go: 'ignored' }

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

/** The same radius at every corner. */
export const rounded = (px: number) => ({ radiusTopLeft: px, radiusTopRight: px, radiusBottomRight: px, radiusBottomLeft: px })

/** What a component has nothing of unless it says so. */
export const BARE = { combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {}, rules: [] } as const

/** An axis with one state, for what never changes by itself. */
export const lone = (id: string): Axis => ({ id, name: 'state', start: `${id}Rest`, boundTo: null, states: [state(`${id}Rest`, 'rest', 0, {})] })
