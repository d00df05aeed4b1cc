import { useState, type PointerEvent } from 'react'
import { moveState, type Id } from '@rheoscope/core/document'
import { useStillBench } from '../page/use-bench'
import { columnAt } from './use-cell-drag'

/** Less than this is a click. */
const THRESHOLD_PX = 6

/** Dragging the head of a column to the place of another one. */
export function useColumnDrag() {
  const { component, axis, make } = useStillBench()
  const [drag, setDrag] = useState<{ readonly state: Id; readonly fromX: number; readonly over: Id | null } | null>(null)
  const drop = (state: Id, over: Id) => {
    const place = (id: Id) => axis.states.findIndex((each) => each.id === id)
    const before = place(over) > place(state) ? (axis.states[place(over) + 1]?.id ?? null) : over
    make(moveState(component.id, axis.id, state, before), `move ${axis.states[place(state)]?.name ?? ''}`)
  }
  return {
    /** The column it would come to. */
    over: drag?.over ?? null,
    handlersFor: (state: Id) => ({
      onPointerDown: (event: PointerEvent) => {
        if (event.button !== 0) return
        event.currentTarget.setPointerCapture(event.pointerId)
        setDrag({ state, fromX: event.clientX, over: null })
      },
      onPointerMove: ({ clientX }: PointerEvent) => {
        if (!drag || (drag.over === null && Math.abs(clientX - drag.fromX) < THRESHOLD_PX)) return
        const over = columnAt(clientX)
        setDrag({ ...drag, over: over === state ? null : over })
      },
      onPointerUp: () => {
        if (drag?.over != null) drop(state, drag.over)
        setDrag(null)
      },
      onPointerCancel: () => setDrag(null),
    }),
  }
}

export type ColumnDrag = ReturnType<typeof useColumnDrag>
