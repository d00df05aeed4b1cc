import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { certain, itemAt, type Said } from '@rheoscope/core/document'
import {
  inverse, itemOf, matrixTo, outlineOf, reshaped, strokesOf, transformed, withMoved, withNext, withoutPoint, withTurned,
  type DrawItem, type DrawList, type Matrix, type Point, type PointPlace, type ShownValues, type Stroke,
} from '@rheoscope/core/scene'
import { pointIn } from '../../paint/point-in'
import { useBench } from '../page/use-bench'

const NUDGES: Readonly<Record<string, Point>> = { ArrowLeft: { x: -1, y: 0 }, ArrowRight: { x: 1, y: 0 }, ArrowUp: { x: 0, y: -1 }, ArrowDown: { x: 0, y: 1 } }

/**
 * The points of the selected path with their handles. Pull them, with Alt pull handles out of a corner; arrows nudge,
 * Delete takes a point out, + adds one after it, Enter makes it round or a corner.
 */
export function PathPoints({ list, zoom }: { readonly list: DrawList; readonly zoom: number }) {
  const { parts: [part] } = useBench()
  const item = part?.kind === 'path' ? itemOf(list, '', part.id) : undefined
  const matrix = part && matrixTo(list, '', part.id)
  if (!item || !matrix || typeof item.values.d !== 'string') return null
  return <Points list={list} item={item} matrix={matrix} zoom={zoom} />
}

function Points({ list, item, matrix, zoom }: { readonly list: DrawList; readonly item: DrawItem; readonly matrix: Matrix; readonly zoom: number }) {
  const strokes = strokesOf(String(item.values.d))
  const [selected, setSelected] = useState<PointPlace | null>(null)
  const hands = usePointHands(list, item, strokes, setSelected)
  const on = (point: Point) => transformed(matrix, point)
  return (
    <g className="path-points" strokeWidth={1.2 / zoom}>
      {strokes.map(({ points }, stroke) => points.map((point, index) => {
        const at = on(point)
        const place: PointPlace = { stroke, point: index, end: 'at' }
        return (
          <g key={`${stroke} ${index}`} className={selected?.stroke === stroke && selected.point === index ? 'is-selected' : undefined}>
            {(['in', 'out'] as const).map((end) => {
              const handle = point[end]
              if (!handle) return null
              const tip = on(handle)
              return (
                <g key={end}>
                  <line x1={at.x} y1={at.y} x2={tip.x} y2={tip.y} />
                  <circle className="point-handle" cx={tip.x} cy={tip.y} r={3.5 / zoom} {...hands.hold({ ...place, end })} />
                </g>
              )
            })}
            <circle
              className="path-point" data-point={index} cx={at.x} cy={at.y} r={5 / zoom} tabIndex={0} role="button" aria-label={`Point ${index + 1} at ${Math.round(point.x)}, ${Math.round(point.y)}`}
              onFocus={() => setSelected(place)} onKeyDown={hands.onKeyDown(place)} {...hands.hold(place)}
            />
          </g>
        )
      }))}
    </g>
  )
}

/** What pointer and keys do to the points of a path. */
function usePointHands(list: DrawList, item: DrawItem, strokes: readonly Stroke[], onSelect: (place: PointPlace) => void) {
  const { component, preview, make, propertyEdit } = useBench()
  const pulled = useRef<{ place: PointPlace; values: ShownValues; strokes: readonly Stroke[]; last: readonly Said[] | null } | null>(null)
  const saidOf = (values: ShownValues, next: readonly Stroke[]): readonly Said[] =>
    Object.entries(reshaped(values, outlineOf(next))).map(([property, value]) => ({ part: item.part, property, value }))

  const hold = (place: PointPlace) => ({
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      event.stopPropagation()
      event.currentTarget.setPointerCapture(event.pointerId)
      onSelect(place)
      pulled.current = { place: event.altKey && place.end === 'at' ? { ...place, end: 'out' } : place, values: item.values, strokes, last: null }
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      const drag = pulled.current
      const back = drag && inverse(matrixAtStart(list, item.part, drag.values))
      if (!drag || !back) return
      const at = transformed(back, pointIn(event.currentTarget.ownerSVGElement, event))
      drag.last = saidOf(drag.values, withMoved(drag.strokes, drag.place, at))
      preview(propertyEdit(drag.last))
    },
    onPointerUp: () => {
      if (pulled.current?.last) make(propertyEdit(pulled.current.last), `reshape ${component.parts.find(({ id }) => id === item.part)?.name ?? 'a path'}`)
      pulled.current = null
    },
  })
  const onKeyDown = (place: PointPlace) => (event: KeyboardEvent) => {
    const commit = (next: readonly Stroke[], label: string) => make(propertyEdit(saidOf(item.values, next)), label)
    const point = itemAt(itemAt(strokes, place.stroke).points, place.point)
    const by = NUDGES[event.key]
    const step = event.shiftKey ? 10 : 1
    if (by) commit(withMoved(strokes, place, { x: point.x + by.x * step, y: point.y + by.y * step }), 'nudge a point')
    else if (event.key === 'Delete' || event.key === 'Backspace') commit(withoutPoint(strokes, place), 'take out a point')
    else if (event.key === '+') commit(withNext(strokes, place), 'add a point')
    else if (event.key === 'Enter') commit(withTurned(strokes, place), 'turn a point')
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return { hold, onKeyDown }
}

/** From the part's coordinates as they were when the pull began to the surface's. */
function matrixAtStart(list: DrawList, part: string, values: ShownValues) {
  const now = certain(itemOf(list, '', part))
  return certain(matrixTo(replaced(list, now, values), '', part))
}

const replaced = (list: DrawList, target: DrawList[number], values: ShownValues): DrawList =>
  list.map((item) => (item === target ? { ...item, values } : item.children.length > 0 ? { ...item, children: replaced(item.children, target, values) } : item))
