import { useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react'
import { addPart, firstOf, freeName, namesOf, type Part } from '@rheoscope/core/document'
import { outlineBounds, outlineOf, transformedOutline, type PathPoint, type Point, type Stroke } from '@rheoscope/core/scene'
import { newId } from '../../session/new-id'
import { pointIn, zoomOf } from '../../paint/point-in'
import { useBench } from '../page/use-bench'

/** A press so near to the first point, in px on screen, closes the path. */
const CLOSE_PX = 8

const opposite = (point: Point, handle: Point): Point => ({ x: 2 * point.x - handle.x, y: 2 * point.y - handle.y })

/**
 * Draws a new path: a press sets a point, pulling on makes the curve through it; a press on the first point closes the
 * path, Enter ends it, Backspace takes the last point back and Escape gives it up.
 */
export function usePathDrawing(picture: RefObject<SVGSVGElement | null>) {
  const { component, select, make, view } = useBench()
  const [points, setPoints] = useState<readonly PathPoint[]>([])
  const [isPulling, setPulling] = useState(false)

  const end = () => {
    setPoints([])
    setPulling(false)
    select({ do: 'use tool', tool: 'select' })
  }
  const finish = (stroke: Stroke) => {
    end()
    if (stroke.points.length < 2) return
    const part = pathPart(outlineOf([stroke]), component.parts)
    make(addPart(component.id, part), `draw ${part.name}`)
    select({ do: 'select parts', parts: [part.id] })
  }
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const at = onGrid(pointIn(picture.current, event), view.gridPx)
    const [first] = points
    const zoom = zoomOf(picture.current)
    if (first && points.length > 1 && Math.hypot(at.x - first.x, at.y - first.y) < CLOSE_PX / zoom) {
      finish({ points, isClosed: true })
      return
    }
    setPoints([...points, { ...at, in: null, out: null }])
    setPulling(true)
  }
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const last = points.at(-1)
    if (!isPulling || !last) return
    const out = pointIn(picture.current, event)
    const zoom = zoomOf(picture.current)
    if (Math.hypot(out.x - last.x, out.y - last.y) < 3 / zoom) return
    setPoints([...points.slice(0, -1), { ...last, out, in: points.length > 1 ? opposite(last, out) : null }])
  }
  const onKeyDown = (event: KeyboardEvent): boolean => {
    if (event.key === 'Enter') finish({ points, isClosed: false })
    else if (event.key === 'Escape') end()
    else if (event.key === 'Backspace') setPoints(points.slice(0, -1))
    else return false
    return true
  }
  return { points, onPointerDown, onPointerMove, onPointerUp: () => setPulling(false), onKeyDown }
}

const onGrid = (point: Point, gridPx: number | null): Point => {
  const step = gridPx ?? 0.5
  return { x: Math.round(point.x / step) * step, y: Math.round(point.y / step) * step }
}

function pathPart(d: string, others: readonly Part[]): Part {
  const { x, y, width, height } = outlineBounds(d)
  return {
    id: newId('path'), kind: 'path', name: freeName('path', namesOf(others)), parent: firstOf(others).id,
    base: { x, y, width: Math.max(1, width), height: Math.max(1, height), d: transformedOutline(d, [1, 0, 0, 1, -x, -y]), stroke: '#1d2b33', strokeWidth: 2, strokeCap: 'round' },
  }
}
