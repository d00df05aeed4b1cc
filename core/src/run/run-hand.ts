import type { HandState, EventTarget } from '../semantics'
import type { FocusStop } from './focus'
import type { Pointed, Pointer, Tapped } from './pointer'

/** The person's hand in a run. */
export interface RunHand extends HandState<Pointed, FocusStop> {
  readonly tapped: Tapped | null
  readonly pointer: Pointer
  /** What had the focus when each overlay opened that is open now; it gets it back. */
  readonly kept: readonly { readonly layer: string; readonly focus: FocusStop | null }[]
  /** Where Tab goes on from when nothing has the focus: what could have it up to there, the nearest first (HTML, sequential focus navigation starting point). */
  readonly tabsFrom: readonly EventTarget<string>[]
  /** What had the focus last in each part that keeps it, by `levelKey`. */
  readonly lastIn: ReadonlyMap<string, EventTarget<string>>
}

export const AT_REST: RunHand = { pointer: { at: null, kind: 'mouse', cursor: 'default' }, over: null, finger: null, pressed: null, longMs: null, focus: null, isFocusShown: false, spaceOn: null, tapped: null, kept: [], tabsFrom: [], lastIn: new Map() }

/** When a gesture has an effect without anyone doing anything; Infinity when it will not. */
export const gestureDueMs = (hand: RunHand): number => Math.min(longDueMs(hand), hand.tapped?.dueMs ?? Infinity)

/** When a press becomes a long one. */
export const longDueMs = ({ pressed, longMs }: RunHand): number => (pressed && longMs !== null ? pressed.on.sinceMs + longMs : Infinity)
