import type { HandState } from '../semantics'
import type { FocusStop } from './focus'
import type { Pointed, Pointer, Tapped } from './pointer'

/** What has the keyboard focus, and whether the keyboard put it there so that it is to be shown. */
export interface Focus extends FocusStop {
  readonly isShown: boolean
}

/** The person's hand in a run. */
export interface RunHand extends HandState<Pointed, Focus> {
  readonly tapped: Tapped | null
  readonly pointer: Pointer
  /** What had the focus when each overlay opened that is open now; it gets it back. */
  readonly kept: readonly { readonly layer: string; readonly focus: Focus | null }[]
}

export const AT_REST: RunHand = { pointer: { at: null, kind: 'mouse', cursor: 'default' }, over: null, pressed: null, longMs: null, focus: null, tapped: null, kept: [] }

/** When a gesture comes to something without anyone doing anything; Infinity when it will not. */
export const gestureDueMs = (hand: RunHand): number => Math.min(longDueMs(hand), hand.tapped?.dueMs ?? Infinity)

/** When a press becomes a long one. */
export const longDueMs = ({ pressed, longMs }: RunHand): number => (pressed && longMs !== null ? pressed.on.sinceMs + longMs : Infinity)
