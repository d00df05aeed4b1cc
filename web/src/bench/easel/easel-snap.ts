import { childrenOf, type Component } from '@rheoscope/core/document'
import { around, distances, itemOf, matrixTo, shownSize, snap, toGrid, transformed, type DrawItem, type DrawList, type Frame, type Point } from '@rheoscope/core/scene'
import type { Grabbed } from './easel-drag'

/** A line on the easel, in the surface's coordinates. */
export interface GuideLine {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
}

/** A gap on the easel with its length in px, in the surface's coordinates. */
export interface GapLine extends GuideLine {
  readonly length: number
}

export interface SnappedMove {
  readonly by: Point
  readonly guides: readonly GuideLine[]
  readonly gaps: readonly GapLine[]
}

/** Lines come together from so far, in px on screen. */
const REACH_PX = 6

const frameOf = ({ values }: Pick<DrawItem, 'values'>): Frame => ({
  x: values.x, y: values.y, width: values.width, height: values.height,
})

/**
 * A move of parts, brought into line with what else their holder holds and with the holder itself. Parts of different
 * holders, and turned ones, move as they are pulled.
 */
export function snappedMove(list: DrawList, component: Component, parts: readonly Grabbed[], by: Point, zoom: number, gridPx: number | null): SnappedMove {
  const holder = component.parts.find(({ id }) => id === parts[0]?.part)?.parent
  const moving = new Set(parts.map(({ part }) => part))
  const isPlain = parts.every(({ part, values }) => values.rotation === 0 && component.parts.find(({ id }) => id === part)?.parent === holder)
  if (!isPlain || holder == null) return { by, guides: [], gaps: [] }
  const [held, matrix] = [itemOf(list, '', holder), matrixTo(list, '', holder)]
  if (!held || !matrix) return { by, guides: [], gaps: [] }
  const others = childrenOf(component.parts, holder).flatMap(({ id }) => {
    const item = moving.has(id) ? undefined : itemOf(list, '', id)
    return item && item.values.visible !== false ? [{ ...frameOf(item), ...shownSize(item) }] : []
  })
  const whole = around(parts.map(frameOf))
  const room: Frame = { ...frameOf(held), x: 0, y: 0 }
  const pulled = { ...whole, x: whole.x + by.x, y: whole.y + by.y }
  const { dx, dy, guides } = snap(pulled, [room, ...others], REACH_PX / zoom)
  const grid = gridPx === null ? { dx: 0, dy: 0 } : toGrid(pulled, gridPx)
  const moved = { x: by.x + (dx || grid.dx), y: by.y + (dy || grid.dy) }
  const there = { ...whole, x: whole.x + moved.x, y: whole.y + moved.y }
  return {
    by: moved,
    gaps: distances(there, others, room).map(({ from, to, length }): GapLine => {
      const [start, end] = [transformed(matrix, from), transformed(matrix, to)]
      return { x1: start.x, y1: start.y, x2: end.x, y2: end.y, length }
    }),
    guides: guides.map(({ along, at, from, to }): GuideLine => {
      const [a, b] = along === 'x' ? [{ x: from, y: at }, { x: to, y: at }] : [{ x: at, y: from }, { x: at, y: to }]
      const [start, end] = [transformed(matrix, a), transformed(matrix, b)]
      return { x1: start.x, y1: start.y, x2: end.x, y2: end.y }
    }),
  }
}
