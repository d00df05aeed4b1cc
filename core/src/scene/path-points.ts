import svgpath from 'svgpath'
import { certain, itemAt, lastOf } from '../document'
import type { Frame } from './handles'
import type { Matrix, Point } from './matrix'

/** A point of an outline with the handles of the curves that come in and go out; without one, that side is straight. */
export interface PathPoint extends Point {
  readonly in: Point | null
  readonly out: Point | null
}

export interface Stroke {
  readonly points: readonly PathPoint[]
  readonly isClosed: boolean
}

/** The strokes of an outline in SVG path notation, with every curve as a cubic one. What cannot be read ends it. */
export function strokesOf(d: string): readonly Stroke[] {
  const strokes: { points: PathPoint[]; isClosed: boolean }[] = []
  svgpath(d).abs().unshort().unarc().iterate((segment, _index, x, y) => {
    const [command, ...said] = segment
    const numbers = said.map(Number)
    const stroke = strokes.at(-1)
    if (command === 'M') strokes.push({ points: [corner(itemAt(numbers, 0), itemAt(numbers, 1))], isClosed: false })
    else if (stroke && command === 'Z') close(stroke)
    else if (stroke) addSegment(stroke.points, command, numbers, { x, y })
  })
  return strokes.filter(({ points }) => points.length > 0)
}

const corner = (x: number, y: number): PathPoint => ({ x, y, in: null, out: null })

function addSegment(points: PathPoint[], command: string, numbers: readonly number[], from: Point): void {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = numbers
  const leave = (out: Point) => points.push({ ...certain(points.pop()), out: apart(from, out) })
  switch (command) {
    case 'L':
      points.push(corner(a, b))
      return
    case 'H':
      points.push(corner(a, from.y))
      return
    case 'V':
      points.push(corner(from.x, a))
      return
    case 'C':
      leave({ x: a, y: b })
      points.push({ x: e, y: f, in: apart({ x: e, y: f }, { x: c, y: d }), out: null })
      return
    case 'Q':
      // A quadratic curve is the cubic one whose handles lie two thirds of the way to its own.
      leave({ x: from.x + (2 / 3) * (a - from.x), y: from.y + (2 / 3) * (b - from.y) })
      points.push({ x: c, y: d, in: { x: c + (2 / 3) * (a - c), y: d + (2 / 3) * (b - d) }, out: null })
  }
}

/** A handle; none when it lies on its point, which makes that side straight. */
const apart = (point: Point, handle: Point): Point | null => (Math.hypot(handle.x - point.x, handle.y - point.y) < 1e-6 ? null : handle)

/** Closes a stroke; a last point that lies on the first one is that one. */
function close(stroke: { points: PathPoint[]; isClosed: boolean }): void {
  const [first, last] = [certain(stroke.points[0]), lastOf(stroke.points)]
  stroke.isClosed = true
  if (stroke.points.length < 2 || Math.hypot(last.x - first.x, last.y - first.y) > 0.01) return
  stroke.points.pop()
  stroke.points[0] = { ...first, in: last.in }
}

const tidy = (value: number): number => Math.round(value * 100) / 100

/** Strokes as an outline in SVG path notation. */
export const outlineOf = (strokes: readonly Stroke[]): string => strokes.map(strokeOutline).join('')

function strokeOutline({ points, isClosed }: Stroke): string {
  const at = ({ x, y }: Point) => `${tidy(x)} ${tidy(y)}`
  const to = (from: PathPoint, next: PathPoint) =>
    from.out || next.in ? `C${at(from.out ?? from)} ${at(next.in ?? next)} ${at(next)}` : `L${at(next)}`
  const [first, ...others] = points
  if (!first) return ''
  const way = others.map((point, index) => to(certain(points[index]), point)).join('')
  if (!isClosed) return `M${at(first)}${way}`
  const last = lastOf(points)
  return `M${at(first)}${way}${last.out || first.in ? to(last, first) : ''}Z`
}

/** The outline with every point mapped. */
export const transformedOutline = (d: string, matrix: Matrix): string =>
  svgpath(d).abs().unshort().unarc().matrix([...matrix]).round(3).toString()

/** The smallest frame around an outline, curves included; a point at the origin for an empty one. */
export function outlineBounds(d: string): Frame {
  const xs: number[] = []
  const ys: number[] = []
  for (const { points, isClosed } of strokesOf(d)) {
    for (const [index, point] of points.entries()) {
      xs.push(point.x)
      ys.push(point.y)
      const next = points[index + 1] ?? (isClosed ? points[0] : undefined)
      if (!next || (!point.out && !next.in)) continue
      xs.push(...extremes(point.x, (point.out ?? point).x, (next.in ?? next).x, next.x))
      ys.push(...extremes(point.y, (point.out ?? point).y, (next.in ?? next).y, next.y))
    }
  }
  if (xs.length === 0) return { x: 0, y: 0, width: 0, height: 0 }
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  return { x: left, y: top, width: Math.max(...xs) - left, height: Math.max(...ys) - top }
}

/** Where one coordinate of a cubic curve turns round on its way: the values at which its derivative is zero. */
function extremes(a: number, b: number, c: number, d: number): readonly number[] {
  const [p, q, r] = [3 * (d - 3 * c + 3 * b - a), 6 * (c - 2 * b + a), 3 * (b - a)]
  const root = Math.sqrt(q * q - 4 * p * r)
  const candidates = Math.abs(p) < 1e-9 ? [-r / q] : [(-q + root) / (2 * p), (-q - root) / (2 * p)]
  return candidates.filter((t) => t > 0 && t < 1).map((t) => a * (1 - t) ** 3 + 3 * b * t * (1 - t) ** 2 + 3 * c * t * t * (1 - t) + d * t ** 3)
}
