import { useRef, type PointerEvent } from 'react'
import type { Edit } from '@rheoscope/core/document'
import { useBench } from '../page/use-bench'

/** Handlers for something that is pulled: while it is, the document shows what it would become; letting go makes the edit. */
export function usePull(editAt: (event: PointerEvent<Element>) => Edit, label: string) {
  const { preview, make } = useBench()
  const pulled = useRef<Edit | null>(null)
  return {
    onPointerDown: (event: PointerEvent<Element>) => {
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      pulled.current = null
    },
    onPointerMove: (event: PointerEvent<Element>) => {
      event.stopPropagation()
      if (event.buttons === 0) return
      pulled.current = editAt(event)
      preview(pulled.current)
    },
    onPointerUp: () => {
      make(pulled.current, label)
      pulled.current = null
    },
    onPointerCancel: () => {
      pulled.current = null
      preview(null)
    },
  }
}

/** By how much the arrow keys move something in time: 10 ms to either side; 0 for any other key. */
export const arrowStepMs = (key: string): number => (key === 'ArrowRight' ? 10 : key === 'ArrowLeft' ? -10 : 0)
