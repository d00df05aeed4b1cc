import type { Frame } from './handles'
import type { Point } from './matrix'

/** A gap between a frame and what lies next to it, in px. */
export interface Distance {
  readonly from: Point
  readonly to: Point
  readonly length: number
}

/** How far it is from a frame to the nearest of the others on each side, or to the edge of the room where none lies there. Gaps of nothing are left out. */
export function distances(frame: Frame, others: readonly Frame[], room: Frame): readonly Distance[] {
  const beside = others.filter((other) => other.y < frame.y + frame.height && other.y + other.height > frame.y)
  const inLine = others.filter((other) => other.x < frame.x + frame.width && other.x + other.width > frame.x)
  const [middle, centre] = [frame.y + frame.height / 2, frame.x + frame.width / 2]
  const [right, bottom] = [frame.x + frame.width, frame.y + frame.height]
  const left = Math.max(room.x, ...beside.map((other) => other.x + other.width).filter((edge) => edge <= frame.x))
  const top = Math.max(room.y, ...inLine.map((other) => other.y + other.height).filter((edge) => edge <= frame.y))
  const toRight = Math.min(room.x + room.width, ...beside.map((other) => other.x).filter((edge) => edge >= right))
  const below = Math.min(room.y + room.height, ...inLine.map((other) => other.y).filter((edge) => edge >= bottom))
  const all: readonly Distance[] = [
    { from: { x: left, y: middle }, to: { x: frame.x, y: middle }, length: frame.x - left },
    { from: { x: right, y: middle }, to: { x: toRight, y: middle }, length: toRight - right },
    { from: { x: centre, y: top }, to: { x: centre, y: frame.y }, length: frame.y - top },
    { from: { x: centre, y: bottom }, to: { x: centre, y: below }, length: below - bottom },
  ]
  return all.filter(({ length }) => length > 0.5)
}
