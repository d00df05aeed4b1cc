/** An affine map as SVG writes it: x ↦ a·x + c·y + e, y ↦ b·x + d·y + f. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export interface Point {
  readonly x: number
  readonly y: number
}

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0]

/** First `inner`, then `outer`. */
export const multiply = (outer: Matrix, inner: Matrix): Matrix => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
]

/** Where a matrix takes a point. */
export const transformed = (matrix: Matrix, { x, y }: Point): Point => ({
  x: matrix[0] * x + matrix[2] * y + matrix[4],
  y: matrix[1] * x + matrix[3] * y + matrix[5],
})

/** The map back; null when everything falls on a line. */
export function inverse([a, b, c, d, e, f]: Matrix): Matrix | null {
  const determinant = a * d - b * c
  if (Math.abs(determinant) < 1e-12) return null
  return [
    d / determinant, -b / determinant, -c / determinant, a / determinant,
    (c * f - d * e) / determinant, (b * e - a * f) / determinant,
  ]
}

/** Turned clockwise by degrees and scaled about an anchor, with the anchor put at `at`. */
export function placedAt(at: Point, rotateDeg: number, scaleX: number, scaleY: number, anchor: Point): Matrix {
  const angle = (rotateDeg * Math.PI) / 180
  const cos = Math.cos(angle)
  const sin = Math.sin(angle)
  const [a, b, c, d] = [cos * scaleX, sin * scaleX, -sin * scaleY, cos * scaleY]
  return [a, b, c, d, at.x - a * anchor.x - c * anchor.y, at.y - b * anchor.x - d * anchor.y]
}
