import { drawListAt } from '../../run'
import { IDENTITY, matrixOf, multiply, transformed, type DrawItem, type DrawList, type Matrix, type Point } from '../../scene'
import { endOf, interruptedAt, lanesOf, type StateChange } from './changes'
import type { CheckContext } from './context'
import { after } from '../explore'

/** An item with where it is on the surface, and how much of it shows through everything around it. */
export interface PlacedItem {
  readonly item: DrawItem
  readonly matrix: Matrix
  readonly opacity: number
}

/** Everything to be seen in a picture, what is below first. */
export const placedIn = (list: DrawList): readonly PlacedItem[] => everythingIn(list, isVisible)

/** Everything in a picture; what is not to be seen has no opacity. */
export const everythingIn = (list: DrawList, isKept: (item: DrawItem) => boolean = () => true, outer: Matrix = IDENTITY, opacity = 1): readonly PlacedItem[] =>
  list.filter(isKept).flatMap((item) => {
    const placed: PlacedItem = { item, matrix: multiply(outer, matrixOf(item.values)), opacity: isVisible(item) ? opacity * item.values.opacity : 0 }
    return [placed, ...everythingIn(item.children, isKept, placed.matrix, placed.opacity)]
  })

const isVisible = ({ values }: DrawItem): boolean => values.visible !== false

/** What there is to see at an instant of a change, in ms from its beginning. */
export interface PassageFrame {
  readonly atMs: number
  readonly placed: readonly PlacedItem[]
}

/** A change as it is seen: before it, at each eighth of it, and once it is at its end. */
export interface Passage {
  readonly before: readonly PlacedItem[]
  readonly frames: readonly PassageFrame[]
  readonly end: readonly PlacedItem[]
}

const known = new WeakMap<StateChange, Passage | null>()

/** How a change looks on its way; null where no run goes that way, or it takes no time. */
export function passageOf(context: CheckContext, change: StateChange): Passage | null {
  const found = known.get(change)
  if (found !== undefined) return found
  const passage = followed(context, change)
  known.set(change, passage)
  return passage
}

function followed({ stateSpace }: CheckContext, change: StateChange): Passage | null {
  const instants = interruptedAt(lanesOf(change)).slice(1, -1)
  const { step } = change
  const [from, to] = instants.length === 0 ? [null, null] : [stateSpace.visit(stateSpace.closed, step.from), stateSpace.visit(stateSpace.closed, after(step))]
  if (!from || !to) return null
  const { run } = to
  const seenAt = (atMs: number) => placedIn(drawListAt(run, run.nowMs + atMs))
  return { before: placedIn(drawListAt(from.run, from.run.nowMs)), frames: instants.map((atMs) => ({ atMs, placed: seenAt(atMs) })), end: seenAt(endOf(change) + 1) }
}

/** How much of the smaller of two items lies within the upright rectangle around the other. */
export function overlap(a: PlacedItem, b: PlacedItem): number {
  const [one, other] = [rectangleOf(a), rectangleOf(b)]
  const across = Math.min(one.right, other.right) - Math.max(one.left, other.left)
  const down = Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top)
  const area = ({ left, right, top, bottom }: typeof one) => (right - left) * (bottom - top)
  return across <= 0 || down <= 0 ? 0 : (across * down) / Math.min(area(one), area(other))
}

/** The upright rectangle around an item as it is seen, in px of the surface. */
export function rectangleOf({ item: { values: { width, height } }, matrix }: Pick<PlacedItem, 'item' | 'matrix'>): { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number } {
  const corners: readonly Point[] = [{ x: 0, y: 0 }, { x: width, y: 0 }, { x: 0, y: height }, { x: width, y: height }].map((point) => transformed(matrix, point))
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}
