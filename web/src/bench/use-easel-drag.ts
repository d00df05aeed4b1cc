import { useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react'
import { batch, removePart, type Edit, type Id, type Said } from '@rheoscope/core/document'
import {
  corners, HANDLES, IDENTITY, inverse, itemOf, matrixTo, partsAt, resized, transformed, turned,
  type DrawList, type Handle, type Matrix, type Point, type ShownValues,
} from '@rheoscope/core/scene'
import { useBench } from './use-bench'

interface Grabbed {
  readonly part: Id
  readonly values: ShownValues
  /** From the surface to the coordinates of what holds the part. */
  readonly intoHolder: Matrix
}

type Drag =
  | { readonly how: 'move'; readonly from: Point; readonly parts: readonly Grabbed[] }
  | { readonly how: 'resize'; readonly from: Point; readonly part: Grabbed; readonly handle: Handle }
  | { readonly how: 'turn'; readonly from: Point; readonly part: Grabbed }
  | { readonly how: 'marquee'; readonly from: Point; readonly kept: readonly Id[] }

const NUDGES: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 }, ArrowRight: { x: 1, y: 0 }, ArrowUp: { x: 0, y: -1 }, ArrowDown: { x: 0, y: 1 },
}

/** What a pointer and the keys do on the easel. While dragging, the document shows what it would become. */
export function useEaselDrag(list: DrawList, picture: RefObject<SVGSVGElement | null>) {
  const bench = useBench()
  const { component, parts, view, select, session, make, propertyEdit } = bench
  const drag = useRef<Drag | null>(null)
  const edit = useRef<{ edit: Edit; label: string } | null>(null)
  const [marquee, setMarquee] = useState<{ x: number; y: number; width: number; height: number } | null>(null)
  const [caption, setCaption] = useState<string | null>(null)

  const pointOf = (event: PointerEvent): Point => {
    const matrix = picture.current!.getScreenCTM()!.inverse()
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix)
    return { x, y }
  }
  const grab = (part: Id): Grabbed[] => {
    const item = itemOf(list, '', part)
    const holder = component.parts.find(({ id }) => id === part)?.parent
    const outer = holder == null ? IDENTITY : matrixTo(list, '', holder)
    const back = outer && inverse(outer)
    return item && back && holder != null ? [{ part, values: item.values, intoHolder: back }] : []
  }

  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const from = pointOf(event)
    const target = event.target as Element
    const [grabbed] = parts[0] ? grab(parts[0].id) : []
    const index = target.getAttribute('data-handle')
    if (grabbed && index !== null) drag.current = { how: 'resize', from, part: grabbed, handle: HANDLES[Number(index)]! }
    else if (grabbed && target.hasAttribute('data-turn')) drag.current = { how: 'turn', from, part: grabbed }
    else drag.current = pick(from, event.shiftKey)
  }

  /** Selects what is under a point and grabs it; nothing there begins a marquee. */
  const pick = (from: Point, adds: boolean): Drag => {
    const reachable = (item: DrawList[number]) => item.values.visible !== false && component.parts.find(({ id }) => id === item.part)?.locked !== true
    const hit = partsAt(list, from, reachable).find(({ instance }) => instance === '')?.part
    const isRoot = hit === component.parts[0]!.id
    if (hit === undefined || isRoot) {
      if (!adds) select({ do: 'select parts', parts: isRoot ? [hit] : [] })
      return { how: 'marquee', from, kept: adds ? view.parts : [] }
    }
    const chosen = adds ? [...view.parts.filter((id) => id !== hit), hit] : view.parts.includes(hit) ? view.parts : [hit]
    select({ do: 'select parts', parts: chosen })
    return { how: 'move', from, parts: chosen.flatMap(grab) }
  }

  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const dragged = drag.current
    if (!dragged) return
    const to = pointOf(event)
    if (dragged.how === 'marquee') {
      setMarquee({ x: Math.min(dragged.from.x, to.x), y: Math.min(dragged.from.y, to.y), width: Math.abs(to.x - dragged.from.x), height: Math.abs(to.y - dragged.from.y) })
      return
    }
    const said = saidBy(dragged, to, event.shiftKey)
    const name = component.parts.find(({ id }) => id === said[0]?.part)?.name ?? 'parts'
    edit.current = { edit: propertyEdit(said), label: `${dragged.how} ${name}` }
    setCaption(said.map(({ property, value }) => `${property} ${String(value)}`).slice(0, 4).join('  '))
    session.preview(edit.current.edit)
  }

  const onPointerUp = () => {
    const dragged = drag.current
    drag.current = null
    setCaption(null)
    if (dragged?.how === 'marquee' && marquee) {
      const caught = component.parts.slice(1).filter(({ id }) => isInside(list, id, marquee)).map(({ id }) => id)
      select({ do: 'select parts', parts: [...new Set([...dragged.kept, ...caught])] })
    }
    setMarquee(null)
    if (edit.current) make(edit.current.edit, edit.current.label)
    edit.current = null
  }

  const onKeyDown = (event: KeyboardEvent) => {
    const nudge = NUDGES[event.key]
    if (nudge && parts.length > 0) {
      const step = event.shiftKey ? 10 : 1
      const said = view.parts.flatMap(grab).flatMap(({ part, values }): Said[] => [
        ...(nudge.x !== 0 ? [{ part, property: 'x', value: (values.x as number) + nudge.x * step }] : []),
        ...(nudge.y !== 0 ? [{ part, property: 'y', value: (values.y as number) + nudge.y * step }] : []),
      ])
      if (said.length > 0) make(propertyEdit(said), 'nudge')
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && parts.some(({ parent }) => parent !== null)) {
      make(batch(...parts.filter(({ parent }) => parent !== null).map(({ id }) => removePart(component, id))), `remove ${parts.map(({ name }) => name).join(', ')}`)
      select({ do: 'select parts', parts: [] })
    } else if (event.key === 'Escape' && drag.current) {
      drag.current = null
      edit.current = null
      setCaption(null)
      session.preview(null)
    } else return
    event.preventDefault()
    event.stopPropagation()
  }

  return { onPointerDown, onPointerMove, onPointerUp, onKeyDown, marquee, caption }
}

/** What a drag has said so far. With `isStraight`, moves keep to one direction and turns to steps of 15°. */
function saidBy(drag: Exclude<Drag, { how: 'marquee' }>, to: Point, isStraight: boolean): readonly Said[] {
  switch (drag.how) {
    case 'move':
      return drag.parts.flatMap(({ part, values, intoHolder }) => {
        const [a, b] = [transformed(intoHolder, drag.from), transformed(intoHolder, to)]
        const [dx, dy] = [Math.round(b.x - a.x), Math.round(b.y - a.y)]
        const isAcross = Math.abs(dx) >= Math.abs(dy)
        return [
          { part, property: 'x', value: (values.x as number) + (isStraight && !isAcross ? 0 : dx) },
          { part, property: 'y', value: (values.y as number) + (isStraight && isAcross ? 0 : dy) },
        ]
      })
    case 'resize': {
      const { part, values, intoHolder } = drag.part
      const frame = resized(values, drag.handle, transformed(intoHolder, drag.from), transformed(intoHolder, to))
      const fixes: Said[] = [
        ...(drag.handle.across !== 0 && values.widthFrom !== 'fixed' ? [{ part, property: 'widthFrom', value: 'fixed' }] : []),
        ...(drag.handle.down !== 0 && values.heightFrom !== 'fixed' ? [{ part, property: 'heightFrom', value: 'fixed' }] : []),
      ]
      const changed = Object.entries(frame).filter(([property, value]) => values[property] !== value)
      return [...changed.map(([property, value]): Said => ({ part, property, value: value as number })), ...fixes]
    }
    case 'turn': {
      const { part, values, intoHolder } = drag.part
      const angle = turned(values, transformed(intoHolder, drag.from), transformed(intoHolder, to))
      return [{ part, property: 'rotate', value: isStraight ? Math.round(angle / 15) * 15 : angle }]
    }
  }
}

function isInside(list: DrawList, part: Id, area: { x: number; y: number; width: number; height: number }): boolean {
  const item = itemOf(list, '', part)
  const matrix = matrixTo(list, '', part)
  if (!item || !matrix) return false
  return corners(matrix, item.values.width as number, item.values.height as number).every(
    ({ x, y }) => x >= area.x && y >= area.y && x <= area.x + area.width && y <= area.y + area.height,
  )
}
