import { useRef, useState, type PointerEvent } from 'react'
import type { Id } from '@rheoscope/core/document'
import { newId } from '../../session/new-id'
import { dropped, type CellOrigin } from './cell-drop'
import { useStillBench } from '../page/use-bench'

interface Line {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  /** The state of the column under the pointer. */
  readonly over: Id | null
}

export interface CellDrag {
  readonly line: Line | null
  readonly begin: (event: PointerEvent, origin: CellOrigin) => void
}

/** Less than this is a click. */
const THRESHOLD_PX = 4

/** Dragging from a cell of the trigger table to a column; with Alt it leads back from there as well. */
export function useCellDrag(): CellDrag {
  const { project, component, axis, make, select } = useStillBench()
  const [line, setLine] = useState<Line | null>(null)
  const ended = useRef<(() => void) | null>(null)

  const drop = (origin: CellOrigin, state: Id, andBack: boolean) => {
    const done = dropped(project, component, axis, origin, state, andBack, newId)
    if (!done) return
    make(done.edit, done.label)
    if (origin.how === 'target') select({ do: 'select cell', state: origin.state, row: origin.row.key })
  }

  const begin = (event: PointerEvent, origin: CellOrigin) => {
    if (event.button !== 0) return
    ended.current?.()
    const start = { x: event.clientX, y: event.clientY }
    let over: Id | null = null
    let hasMoved = false
    const move = (moved: globalThis.PointerEvent) => {
      if (!hasMoved && Math.hypot(moved.clientX - start.x, moved.clientY - start.y) < THRESHOLD_PX) return
      hasMoved = true
      over = columnAt(moved.clientX)
      setLine({ x1: start.x, y1: start.y, x2: moved.clientX, y2: moved.clientY, over })
    }
    const end = () => {
      window.removeEventListener('pointermove', move)
      window.removeEventListener('pointerup', up)
      window.removeEventListener('pointercancel', end)
      window.removeEventListener('keydown', cancel)
      ended.current = null
      setLine(null)
    }
    const up = ({ altKey }: globalThis.PointerEvent) => {
      end()
      if (hasMoved && over !== null) drop(origin, over, altKey)
    }
    const cancel = (key: KeyboardEvent) => {
      if (key.key === 'Escape') end()
    }
    window.addEventListener('pointermove', move)
    window.addEventListener('pointerup', up)
    window.addEventListener('pointercancel', end)
    window.addEventListener('keydown', cancel)
    ended.current = end
  }

  return { line, begin }
}

/** The state whose column lies at a place across the page, whichever row it is over. */
export function columnAt(x: number): Id | null {
  for (const head of document.querySelectorAll<HTMLElement>('[data-column]')) {
    const { left, right } = head.getBoundingClientRect()
    if (x >= left && x < right) return head.dataset.column ?? null
  }
  return null
}
