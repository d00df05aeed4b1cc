import { matrixOf, type DrawItem, type DrawList } from './draw-list'
import { IDENTITY, inverse, multiply, transformed, type Matrix, type Point } from './matrix'
import { isOnShape } from './shape'

/** One step of the way from the surface to what is under a point. */
export interface Hit {
  readonly instance: string
  readonly part: string
  readonly cursor: string
}

/** The cursor over a point: the deepest part's that says one; a part that says none shows that of what holds it, as in CSS. */
export const cursorOver = (hits: readonly Hit[]): string => hits.find(({ cursor }) => cursor !== 'default')?.cursor ?? 'default'

/** Which parts a point can fall on. */
export type Reachable = (item: DrawItem) => boolean

const receivesInput: Reachable = ({ values }) => values.visible !== false && values.receivesInput !== false

/**
 * The parts under a point, the deepest first and the surface's root last; empty when nothing there can be reached.
 * A part that cannot be reached — not visible, or taking no input — lets the point through to what lies below it.
 */
export function partsAt(list: DrawList, point: Point, isReachable: Reachable = receivesInput): readonly Hit[] {
  for (const item of list.toReversed()) {
    const hits = hitsIn(item, point, isReachable)
    if (hits.length > 0) return hits
  }
  return []
}

function hitsIn(item: DrawItem, outer: Point, isReachable: Reachable): readonly Hit[] {
  const { values } = item
  if (!isReachable(item)) return []
  const back = inverse(matrixOf(values))
  if (!back) return []
  const point = transformed(back, outer)
  if (values.clip === true && !isWithinFrame(item, point)) return []
  const inner = partsAt(item.children, point, isReachable)
  if (inner.length === 0 && !isOnShape(item, point) && !scrolls(item)) return []
  return [...inner, { instance: item.instance, part: item.part, cursor: values.cursor }]
}

/** An area that scrolls is under a point anywhere within its frame. */
export const scrolls = ({ values }: Pick<DrawItem, 'values'>): boolean => values.scroll !== undefined && values.scroll !== 'none'

/** Whether something under a point scrolls. */
export const isOnScrolling = (list: DrawList, point: Point): boolean =>
  partsAt(list, point).some(({ instance, part }) => {
    const item = itemOf(list, instance, part)
    return item !== undefined && scrolls(item)
  })

const isWithinFrame = ({ values }: DrawItem, { x, y }: Point): boolean =>
  x >= 0 && y >= 0 && x <= values.width && y <= values.height

/** From a part's own coordinates to the surface's; null when the part is not in the list. */
export function matrixTo(list: DrawList, instance: string, part: string, outer: Matrix = IDENTITY): Matrix | null {
  for (const item of list) {
    const matrix = multiply(outer, matrixOf(item.values))
    if (item.instance === instance && item.part === part) return matrix
    const inside = matrixTo(item.children, instance, part, matrix)
    if (inside) return inside
  }
  return null
}

/** The item of a part; undefined when it is not in the list. */
export function itemOf(list: DrawList, instance: string, part: string): DrawItem | undefined {
  for (const item of list) {
    if (item.instance === instance && item.part === part) return item
    const inside = itemOf(item.children, instance, part)
    if (inside) return inside
  }
  return undefined
}

/** A point of the surface, near the middle of `part` of `instance`, at which what is hit is what is sought: that part, with whatever lies inside it, unless something else is asked; null when there is none. */
export function pointOn(list: DrawList, instance: string, part: string, isSought = (hits: readonly Hit[]): boolean => hits.some((hit) => hit.instance === instance && hit.part === part)): Point | null {
  const item = itemOf(list, instance, part)
  const matrix = matrixTo(list, instance, part)
  if (!item || !matrix) return null
  const [width, height] = [item.values.width, item.values.height]
  for (const [across, down] of TRIED) {
    const point = transformed(matrix, { x: width * across, y: height * down })
    if (isSought(partsAt(list, point))) return point
  }
  return null
}

/** The middle first, then a grid from the inside out. */
const TRIED: readonly (readonly [number, number])[] = [
  [0.5, 0.5],
  ...[0.25, 0.75, 0.1, 0.9, 0.5, 0.02, 0.98].flatMap((across) =>
    [0.5, 0.25, 0.75, 0.1, 0.9, 0.02, 0.98].map((down): readonly [number, number] => [across, down]),
  ),
]
