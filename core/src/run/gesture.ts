import type { Point } from '../scene'
import type { Level } from './pointer'

/** Two taps so near to one another, in ms and px, are a double tap; a press that moves farther is no long press. */
export const DOUBLE_TAP_MS = 300
export const SLOP_PX = 8

/** A press as long as it lasts. */
export interface Press {
  readonly at: Point
  readonly sinceMs: number
  readonly way: readonly Level[]
  /** When it next becomes a long press for someone; null when for nobody any more. */
  readonly longDueMs: number | null
  /** A long press or a drag has been answered, so no tap follows. */
  readonly isSpent: boolean
  /** It has moved far enough to drag. */
  readonly drags: boolean
}

/** A tap that another one may follow. */
export interface Tapped {
  readonly at: Point
  readonly atMs: number
  readonly way: readonly Level[]
  /** When it is sent after all, for a part that waits for the second; null when it has been sent. */
  readonly dueMs: number | null
}

/** What the pointer is in the middle of. */
export interface Gesture {
  readonly press: Press | null
  readonly tapped: Tapped | null
}

export const NO_GESTURE: Gesture = { press: null, tapped: null }

const isNear = (a: Point, b: Point): boolean => Math.hypot(a.x - b.x, a.y - b.y) <= SLOP_PX

/** The gesture after the pointer has moved: a press that has gone too far is no long press any more. */
export const movedTo = (gesture: Gesture, at: Point): Gesture =>
  gesture.press && gesture.press.longDueMs !== null && !isNear(gesture.press.at, at) ? { ...gesture, press: { ...gesture.press, longDueMs: null } } : gesture

/** Whether a tap is the second of a double tap. */
export const isSecond = ({ tapped }: Gesture, at: Point, atMs: number): boolean =>
  tapped !== null && atMs - tapped.atMs <= DOUBLE_TAP_MS && isNear(tapped.at, at)

/** When the gesture next does something of itself; Infinity when it will not. */
export const gestureDueMs = ({ press, tapped }: Gesture): number => Math.min(press?.longDueMs ?? Infinity, tapped?.dueMs ?? Infinity)
