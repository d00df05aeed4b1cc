import type { Pressed } from '../semantics'
import type { FocusStop } from './focus'
import type { Pointed, Pointer, Tapped } from './pointer'

/** What has the keyboard focus, and whether the keyboard put it there so that it is to be shown. */
export interface Focus extends FocusStop {
  readonly isShown: boolean
}

/** What a person's hand is in the middle of. */
export interface HandState {
  readonly pointer: Pointer
  readonly over: Pointed | null
  readonly pressed: Pressed<Pointed> | null
  /** How long the press has to last to be a long one for whoever comes next; null when for nobody any more. */
  readonly longMs: number | null
  readonly focus: Focus | null
  /** The tap that another one may follow. */
  readonly tap: Tapped | null
  /** What had the focus when each overlay opened that is open now; it gets it back. */
  readonly kept: readonly { readonly layer: string; readonly focus: Focus | null }[]
}

export const AT_REST: HandState = { pointer: { at: null, kind: 'mouse', cursor: 'default' }, over: null, pressed: null, longMs: null, focus: null, tap: null, kept: [] }

/** When a gesture comes to something without anyone doing anything; Infinity when it will not. */
export const gestureDueMs = (hand: HandState): number => Math.min(longDueMs(hand), hand.tap?.dueMs ?? Infinity)

/** When a press becomes a long one. */
export const longDueMs = ({ pressed, longMs }: HandState): number => (pressed && longMs !== null ? pressed.on.sinceMs + longMs : Infinity)
