import { matrixOf, type ShownValues } from './draw-list'
import { outlineBounds, transformedOutline } from './path-points'
import { inverse, transformed, type Matrix, type Point } from './matrix'

/** A handle of a part's frame: −1, 0 or 1 across and down from its middle. */
export interface Handle {
  readonly across: -1 | 0 | 1
  readonly down: -1 | 0 | 1
}

/** The eight handles, clockwise from the top left. */
export const HANDLES: readonly Handle[] = [
  { across: -1, down: -1 }, { across: 0, down: -1 }, { across: 1, down: -1 }, { across: 1, down: 0 },
  { across: 1, down: 1 }, { across: 0, down: 1 }, { across: -1, down: 1 }, { across: -1, down: 0 },
]

export interface Frame {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Where a handle is, in the part's own coordinates. */
export const handlePoint = ({ across, down }: { readonly across: number; readonly down: number }, width: number, height: number): Point => ({
  x: ((across + 1) / 2) * width,
  y: ((down + 1) / 2) * height,
})

/**
 * The frame of a part whose handle is pulled from one point to another (in the holder's coordinates). What lies
 * opposite stays where it is, however the part is turned and scaled. Sizes end at 1 px.
 */
export function resized(values: ShownValues, handle: Handle, from: Point, to: Point): Frame {
  const matrix = matrixOf(values)
  const back = inverse(matrix)
  const [width, height] = [values.width, values.height]
  if (!back) return { x: values.x, y: values.y, width, height }
  const [a, b] = [transformed(back, from), transformed(back, to)]
  const next = {
    width: Math.max(1, Math.round(width + handle.across * (b.x - a.x))),
    height: Math.max(1, Math.round(height + handle.down * (b.y - a.y))),
  }
  const opposite = { across: -handle.across, down: -handle.down }
  const fixed = transformed(matrix, handlePoint(opposite, width, height))
  const moved = transformed(matrixOf({ ...values, ...next, x: 0, y: 0 }), handlePoint(opposite, next.width, next.height))
  return { x: tidy(fixed.x - moved.x), y: tidy(fixed.y - moved.y), ...next }
}

/** What an outline of a part says of its frame when it is drawn anew: the part stands around it, and what was not moved stays where it was. */
export function reshaped(values: ShownValues, d: string): Frame & { readonly d: string } {
  const { x, y, width, height } = outlineBounds(d)
  const size = { width: Math.max(1, tidy(width)), height: Math.max(1, tidy(height)) }
  const fixed = transformed(matrixOf(values), { x, y })
  const moved = transformed(matrixOf({ ...values, ...size, x: 0, y: 0 }), { x: 0, y: 0 })
  return { x: tidy(fixed.x - moved.x), y: tidy(fixed.y - moved.y), ...size, d: transformedOutline(d, [1, 0, 0, 1, -x, -y]) }
}

/** The turn of a part, in whole degrees, when what was at `from` is pulled to `to` about its anchor (holder's coordinates). */
export function turned(values: ShownValues, from: Point, to: Point): number {
  const anchor = {
    x: values.x + values.width * values.transformOriginX,
    y: values.y + values.height * values.transformOriginY,
  }
  const angle = (point: Point) => (Math.atan2(point.y - anchor.y, point.x - anchor.x) * 180) / Math.PI
  return Math.round(values.rotation + angle(to) - angle(from))
}

/** The corners of a frame of that size, through a matrix. */
export const corners = (matrix: Matrix, width: number, height: number): readonly Point[] =>
  [{ x: 0, y: 0 }, { x: width, y: 0 }, { x: width, y: height }, { x: 0, y: height }].map((corner) => transformed(matrix, corner))

const tidy = (value: number): number => Math.round(value * 100) / 100
