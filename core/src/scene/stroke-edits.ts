import { certain } from '../document'
import type { Point } from './matrix'
import type { PathPoint, Stroke } from './path-points'

/** Which point of which stroke, and which of its handles; the point itself when it is `at`. */
export interface PointPlace {
  readonly stroke: number
  readonly point: number
  readonly end: 'at' | 'in' | 'out'
}

const changedPoint = (strokes: readonly Stroke[], { stroke, point }: PointPlace, change: (point: PathPoint, points: readonly PathPoint[]) => readonly PathPoint[]): readonly Stroke[] =>
  strokes.map((each, index) => (index === stroke ? { ...each, points: each.points.flatMap((one, at) => (at === point ? change(one, each.points) : [one])) } : each))

const shifted = (handle: Point | null, by: Point): Point | null => handle && { x: handle.x + by.x, y: handle.y + by.y }

/** The strokes with a point moved, its handles with it; or with a handle moved, and the one opposite turned along when the point is round. */
export function withMoved(strokes: readonly Stroke[], place: PointPlace, to: Point): readonly Stroke[] {
  return changedPoint(strokes, place, (point) => {
    const by = { x: to.x - point.x, y: to.y - point.y }
    if (place.end === 'at') return [{ ...to, in: shifted(point.in, by), out: shifted(point.out, by) }]
    const other = place.end === 'in' ? 'out' : 'in'
    return [{ ...point, [place.end]: to, [other]: opposed(point, place.end, to) }]
  })
}

/** The handle opposite to one that is pulled: in line with it, as long as it was; a corner gets one as long as the one pulled. */
function opposed(point: PathPoint, end: 'in' | 'out', to: Point): Point | null {
  const other = point[end === 'in' ? 'out' : 'in']
  const length = other ? Math.hypot(other.x - point.x, other.y - point.y) : Math.hypot(to.x - point.x, to.y - point.y)
  const pull = Math.hypot(to.x - point.x, to.y - point.y)
  return pull === 0 ? other : { x: point.x - ((to.x - point.x) * length) / pull, y: point.y - ((to.y - point.y) * length) / pull }
}

/** Without a point; a stroke keeps at least two. */
export const withoutPoint = (strokes: readonly Stroke[], place: PointPlace): readonly Stroke[] =>
  certain(strokes[place.stroke]).points.length <= 2 ? strokes : changedPoint(strokes, place, () => [])

/** With a point half way to the next one. */
export function withNext(strokes: readonly Stroke[], place: PointPlace): readonly Stroke[] {
  return changedPoint(strokes, place, (point, points) => {
    const next = points[place.point + 1] ?? certain(points[0])
    const half = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
    return [point, { ...half(point, next), in: null, out: null }]
  })
}

/** A round point becomes a corner, a corner round: its handles lie along the line between its neighbours. */
export function withTurned(strokes: readonly Stroke[], place: PointPlace): readonly Stroke[] {
  return changedPoint(strokes, place, (point, points) => {
    if (point.in || point.out) return [{ ...point, in: null, out: null }]
    const before = certain(points.at(place.point - 1))
    const after = certain(points[(place.point + 1) % points.length])
    const along = { x: (after.x - before.x) / 6, y: (after.y - before.y) / 6 }
    return [{ ...point, in: { x: point.x - along.x, y: point.y - along.y }, out: { x: point.x + along.x, y: point.y + along.y } }]
  })
}
