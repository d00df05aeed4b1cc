import type { Frame } from './handles'

/** A line on which something moved came to lie, for showing. */
export interface Guide {
  readonly along: 'x' | 'y'
  /** Where it stands, and from where to where it reaches across. */
  readonly at: number
  readonly from: number
  readonly to: number
}

export interface Snap {
  readonly dx: number
  readonly dy: number
  readonly guides: readonly Guide[]
}

type Side = 'x' | 'y'

const SIZE: Readonly<Record<Side, 'width' | 'height'>> = { x: 'width', y: 'height' }

/** Both edges and the middle of a frame in one direction. */
const lines = (frame: Frame, side: Side): readonly number[] => [0, 0.5, 1].map((share) => frame[side] + frame[SIZE[side]] * share)

/** How far a frame is from the nearest lines of a grid, its upper left corner counting. */
export const toGrid = (frame: Frame, stepPx: number): { readonly dx: number; readonly dy: number } => ({
  dx: Math.round(frame.x / stepPx) * stepPx - frame.x, dy: Math.round(frame.y / stepPx) * stepPx - frame.y,
})

/**
 * How far a moved frame is from lying in line with others: edges and middles count, each direction for itself, within
 * `reach` px. Nothing in reach leaves it where it is.
 */
export function snap(moved: Frame, others: readonly Frame[], reach: number): Snap {
  const [dx, dy] = [nearest('x'), nearest('y')]
  const there: Frame = { ...moved, x: moved.x + dx, y: moved.y + dy }
  return { dx, dy, guides: [...guidesOf('x', there), ...guidesOf('y', there)] }

  function nearest(side: Side): number {
    let best = Infinity
    for (const other of others) {
      for (const line of lines(other, side)) {
        for (const own of lines(moved, side)) if (Math.abs(line - own) < Math.abs(best)) best = line - own
      }
    }
    return Math.abs(best) <= reach ? best : 0
  }

  function guidesOf(side: Side, frame: Frame): readonly Guide[] {
    const across: Side = side === 'x' ? 'y' : 'x'
    return lines(frame, side).flatMap((at): Guide[] => {
      const met = others.filter((other) => lines(other, side).some((line) => Math.abs(line - at) < 0.01))
      if (met.length === 0) return []
      const all = [frame, ...met]
      return [{ along: across, at, from: Math.min(...all.map((each) => each[across])), to: Math.max(...all.map((each) => each[across] + each[SIZE[across]])) }]
    })
  }
}
