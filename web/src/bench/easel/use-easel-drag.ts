import { useRef, useState, type PointerEvent, type RefObject } from 'react'
import { itemAt, type Edit } from '@rheoscope/core/document'
import { HANDLES, type DrawList, type Frame } from '@rheoscope/core/scene'
import { pointIn, zoomOf } from '../../paint/point-in'
import { targetOf } from '../../theme/target-of'
import { between, draggedTo, grabbedIn, isInside, pick, type Drag } from './easel-drag'
import type { GapLine, GuideLine } from './easel-snap'
import { useBench } from '../page/use-bench'

/** What there is to see of a drag besides what it changes. */
export interface DragPicture {
  readonly marquee: Frame | null
  readonly guides: readonly GuideLine[]
  readonly gaps: readonly GapLine[]
  readonly caption: string | null
}

const NOTHING: DragPicture = { marquee: null, guides: [], gaps: [], caption: null }

/** What a pointer does on the easel. While dragging, the document shows what it would become. */
export function useEaselDrag(list: DrawList, picture: RefObject<SVGSVGElement | null>) {
  const { component, parts, view, select, preview, make, propertyEdit } = useBench()
  const drag = useRef<Drag | null>(null)
  const edit = useRef<{ edit: Edit; label: string } | null>(null)
  const [shown, setShown] = useState<DragPicture>(NOTHING)

  const pointOf = (event: PointerEvent) => pointIn(picture.current, event)
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const from = pointOf(event)
    const target = targetOf(event)
    if (!target) return
    const [grabbed] = parts[0] ? grabbedIn(list, component, parts[0].id) : []
    const index = target.getAttribute('data-handle')
    if (grabbed && index !== null) drag.current = { how: 'resize', from, part: grabbed, handle: itemAt(HANDLES, Number(index)) }
    else if (grabbed && target.hasAttribute('data-turn')) drag.current = { how: 'turn', from, part: grabbed }
    else {
      const picked = pick(list, component, view.parts, from, event.shiftKey)
      select({ do: 'select parts', parts: picked.selected })
      drag.current = picked.drag
    }
  }

  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const dragged = drag.current
    if (!dragged) return
    const to = pointOf(event)
    if (dragged.how === 'marquee') {
      setShown({ ...NOTHING, marquee: between(dragged.from, to) })
      return
    }
    const zoom = zoomOf(picture.current)
    const { said, guides, gaps } = draggedTo(list, component, dragged, to, { isStraight: event.shiftKey, isFree: event.altKey, zoom, gridPx: view.gridPx })
    const name = component.parts.find(({ id }) => id === said[0]?.part)?.name ?? 'parts'
    edit.current = { edit: propertyEdit(said), label: `${dragged.how} ${name}` }
    setShown({ marquee: null, guides, gaps, caption: said.filter(({ property }) => property !== 'd').slice(0, 4).map(({ property, value }) => `${property} ${String(value)}`).join('  ') })
    preview(edit.current.edit)
  }

  const onPointerUp = () => {
    const dragged = drag.current
    const { marquee } = shown
    drag.current = null
    setShown(NOTHING)
    if (dragged?.how === 'marquee' && marquee) {
      const caught = component.parts.slice(1).filter(({ id }) => isInside(list, id, marquee)).map(({ id }) => id)
      select({ do: 'select parts', parts: [...new Set([...dragged.kept, ...caught])] })
    }
    if (edit.current) make(edit.current.edit, edit.current.label)
    edit.current = null
  }

  const cancel = (): boolean => {
    if (!drag.current) return false
    drag.current = null
    edit.current = null
    setShown(NOTHING)
    preview(null)
    return true
  }

  return { onPointerDown, onPointerMove, onPointerUp, cancel, shown }
}
