import { useRef, useState, type PointerEvent } from 'react'
import { moveState, type Id } from '@rheoscope/core/document'
import { useStillBench } from '../page/use-bench'
import { columnAt } from './use-cell-drag'

/** Less than this is a click. */
const THRESHOLD_PX = 6

/** Dragging the head of a column to the place of another one. */
export function useColumnDrag() {
  const { component, axis, make } = useStillBench()
  /** Where it was taken hold of; the table is drawn anew only when it comes to another column. */
  const fromX = useRef<number | null>(null)
  const [over, setOver] = useState<Id | null>(null)
  const drop = (state: Id, at: Id) => {
    const place = (id: Id) => axis.states.findIndex((each) => each.id === id)
    const before = place(at) > place(state) ? (axis.states[place(at) + 1]?.id ?? null) : at
    make(moveState(component.id, axis.id, state, before), `move ${axis.states[place(state)]?.name ?? ''}`)
  }
  const letGo = () => {
    fromX.current = null
    setOver(null)
  }
  return {
    /** The column it would come to. */
    over,
    handlersFor: (state: Id) => ({
      onPointerDown: (event: PointerEvent) => {
        if (event.button !== 0) return
        event.currentTarget.setPointerCapture(event.pointerId)
        fromX.current = event.clientX
      },
      onPointerMove: ({ clientX }: PointerEvent) => {
        if (fromX.current === null || (over === null && Math.abs(clientX - fromX.current) < THRESHOLD_PX)) return
        const at = columnAt(clientX)
        setOver(at === state ? null : at)
      },
      onPointerUp: () => {
        if (over !== null) drop(state, over)
        letGo()
      },
      onPointerCancel: letGo,
    }),
  }
}

export type ColumnDrag = ReturnType<typeof useColumnDrag>
