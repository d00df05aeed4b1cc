import type { PointerKind } from '../document'
import { partsAt, type Hit, type Point } from '../scene'
import type { EventTarget, Placed } from '../semantics'
import { answering } from './pictures'
import type { Run } from './run'

/** Two taps so near to one another, in px, are a double tap. */
const TWICE_PX = 8

/** A press that moves so far, in px, drags: a finger never keeps quite still. */
export const dragPx = (kind: PointerKind): number => (kind === 'touch' ? 9 : 4)

/** Where the pointer is. */
export interface Pointer {
  readonly at: Point | null
  readonly kind: PointerKind
  readonly cursor: string
}

/** A point with what lies under it, the deepest first. */
export interface Pointed extends Placed<string> {
  readonly at: Point
  readonly sinceMs: number
}

/** A tap that another one may follow. */
export interface Tapped extends Pointed {
  /** When it is sent after all, for a part that waits for the second; null when it has been sent. */
  readonly dueMs: number | null
}

/** The levels an event passes on its way outward: each part that was hit, and each instance after its last part. */
export function levelsOf(hits: readonly Hit[]): readonly EventTarget<string>[] {
  return hits.flatMap(({ instance: thing, part }, index): EventTarget<string>[] =>
    hits[index + 1]?.instance === thing ? [{ thing, part }] : [{ thing, part }, { thing, part: null }])
}

/** Whether two taps are near enough to one another to be a double tap. */
export const isNear = (a: Point, b: Point): boolean => Math.hypot(a.x - b.x, a.y - b.y) <= TWICE_PX

/** A point with what lies under it now. */
export const pointAt = (run: Run, at: Point): Pointed => ({ at, sinceMs: run.nowMs, way: levelsOf(partsAt(answering(run), at)) })
