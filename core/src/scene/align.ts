import { certain, lastOf } from '../document'
import type { Frame } from './handles'
import type { Point } from './matrix'

export const ALIGNMENTS = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const

export type Alignment = (typeof ALIGNMENTS)[number]

/** Where frames go to be in line within `room`, in the same order. */
export function aligned(frames: readonly Frame[], room: Frame, alignment: Alignment): readonly Point[] {
  return frames.map(({ x, y, width, height }): Point => {
    switch (alignment) {
      case 'left':
        return { x: room.x, y }
      case 'centre':
        return { x: room.x + (room.width - width) / 2, y }
      case 'right':
        return { x: room.x + room.width - width, y }
      case 'top':
        return { x, y: room.y }
      case 'middle':
        return { x, y: room.y + (room.height - height) / 2 }
      case 'bottom':
        return { x, y: room.y + room.height - height }
    }
  })
}

/** Where frames go to have equal gaps between them, the outermost staying where they are; in the same order. */
export function distributed(frames: readonly Frame[], direction: 'across' | 'down'): readonly Point[] {
  const [side, size] = direction === 'across' ? (['x', 'width'] as const) : (['y', 'height'] as const)
  const order = frames.map((_, index) => index).toSorted((a, b) => certain(frames[a])[side] - certain(frames[b])[side])
  const [first, last] = [certain(frames[certain(order[0])]), certain(frames[lastOf(order)])]
  const taken = frames.reduce((sum, frame) => sum + frame[size], 0)
  const gap = (last[side] + last[size] - first[side] - taken) / Math.max(1, frames.length - 1)
  const places = new Map<number, number>()
  let at = first[side]
  for (const index of order) {
    places.set(index, at)
    at += certain(frames[index])[size] + gap
  }
  return frames.map(({ x, y }, index) => (direction === 'across' ? { x: certain(places.get(index)), y } : { x, y: certain(places.get(index)) }))
}

/** The smallest frame around all of them. */
export function around(frames: readonly Frame[]): Frame {
  const left = Math.min(...frames.map(({ x }) => x))
  const top = Math.min(...frames.map(({ y }) => y))
  return {
    x: left, y: top,
    width: Math.max(...frames.map(({ x, width }) => x + width)) - left,
    height: Math.max(...frames.map(({ y, height }) => y + height)) - top,
  }
}
