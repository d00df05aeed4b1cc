import type { Look } from './look'
import type { Id, TokenValue } from './value'

/** How an angle goes from one value to the next. */
export type Turn = 'shortest' | 'clockwise' | 'counterclockwise' | 'as written'

/** What happens to a running motion when a new one starts on the same axis. */
export type InterruptionPolicy = 'retarget' | 'finish first' | 'refuse' | 'complete'

/** The space colours are mixed in. */
export type ColourSpace = 'oklab' | 'srgb'

/**
 * How long and along which curve. Whatever is absent is decided by something less specific:
 * lane, part, rule, state pair, component, project, in that order.
 */
export interface Timing {
  readonly delayMs?: number | TokenValue
  readonly durationMs?: number | TokenValue
  /** An easing in CSS notation, or `spring(…)`. */
  readonly easing?: string | TokenValue
  /** Change at once, at the start or at the end, instead of travelling. */
  readonly jump?: 'start' | 'end'
  readonly turn?: Turn
  readonly colourSpace?: ColourSpace
}

/** The timing of one property of one part; of the whole part when `property` is null. */
export interface LaneTiming extends Timing {
  readonly id: Id
  readonly part: Id
  readonly property: string | null
}

/** A look passed through on the way. It is not a state: nothing rests there. */
export interface Stage {
  readonly id: Id
  readonly look: Look
  /** Part of the whole duration spent on the way to this look, relative to the other stages and to the way from the last one, which counts 1. */
  readonly share: number
  readonly easing?: string | TokenValue
  readonly matchVelocity: boolean
}

/** What reduced motion makes of a motion: opacity and colour keep their timing and movement jumps, all jumps, or nothing changes. */
export type ReducedForm = 'movement jumps' | 'all jumps' | 'as is'

/** Each thing that moves begins some time after the one before it. */
export interface Stagger {
  readonly stepMs: number
  readonly from: 'first' | 'last' | 'middle'
}

export interface Motion extends Timing {
  readonly policy?: InterruptionPolicy
  readonly carryVelocity?: boolean
  readonly lanes: readonly LaneTiming[]
  readonly stages: readonly Stage[]
  readonly stagger?: Stagger
  readonly reduced?: ReducedForm
}

/** The motion of every change from one state to another; null stands for any state. */
export interface PairMotion {
  readonly id: Id
  readonly axis: Id
  readonly from: Id | null
  readonly to: Id | null
  readonly motion: Motion
}

/** A motion that repeats for as long as a state lasts. */
export interface Continuous {
  readonly durationMs: number | TokenValue
  readonly easing: string | TokenValue
  readonly repeat: 'forward' | 'back and forth'
  /** How many times; null repeats for ever. */
  readonly times: number | null
  /** Where one repetition leads, from the state's own look. */
  readonly to: Look
  readonly turn?: Turn
}

export const EMPTY_MOTION: Motion = { lanes: [], stages: [] }
