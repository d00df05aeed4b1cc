import type { KeyboardEvent } from 'react'
import type { Said } from '@rheoscope/core/document'
import type { DrawList, Point } from '@rheoscope/core/scene'
import { removeSelected } from '../page/commands'
import { useBench } from '../page/use-bench'
import { grabbedIn } from './easel-drag'

const NUDGES: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 }, ArrowRight: { x: 1, y: 0 }, ArrowUp: { x: 0, y: -1 }, ArrowDown: { x: 0, y: 1 },
}

/** The keys of the easel: arrows nudge by 1 px (Shift: 10 px), Delete removes, Escape calls off a drag. */
export function useEaselKeys(list: DrawList, cancelDrag: () => boolean) {
  const bench = useBench()
  const { component, view, make, propertyEdit } = bench

  const nudge = (by: Point, step: number) => {
    const said = view.parts.flatMap((part) => grabbedIn(list, component, part)).flatMap(({ part, values }): Said[] => [
      ...(by.x !== 0 ? [{ part, property: 'x', value: values.x + by.x * step }] : []),
      ...(by.y !== 0 ? [{ part, property: 'y', value: values.y + by.y * step }] : []),
    ])
    if (said.length > 0) make(propertyEdit(said), 'nudge')
  }
  return (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const by = NUDGES[event.key]
    if (by) nudge(by, event.shiftKey ? 10 : 1)
    else if (event.key === 'Delete' || event.key === 'Backspace') removeSelected(bench)
    else if (event.key !== 'Escape' || !cancelDrag()) return
    event.preventDefault()
    event.stopPropagation()
  }
}
