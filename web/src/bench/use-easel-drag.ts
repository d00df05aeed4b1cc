import { useRef, useState, type PointerEvent, type RefObject } from 'react'
import type { Component, Edit, Id, Said } from '@rheoscope/core/document'
import {
  corners, HANDLES, inverse, itemOf, matrixTo, partsAt, resized, transformed, turned,
  type DrawList, type Frame, type Handle, type Matrix, type Point, type ShownValues,
} from '@rheoscope/core/scene'
import { pointIn } from '../paint/point-in'
import { useBench } from './use-bench'

/** A part as it was when it was taken hold of. */
export interface Grabbed {
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

/** What a pointer does on the easel. While dragging, the document shows what it would become. */
export function useEaselDrag(list: DrawList, picture: RefObject<SVGSVGElement | null>) {
  const { component, parts, view, select, session, make, propertyEdit } = useBench()
  const drag = useRef<Drag | null>(null)
  const edit = useRef<{ edit: Edit; label: string } | null>(null)
  const [marquee, setMarquee] = useState<Frame | null>(null)
  const [caption, setCaption] = useState<string | null>(null)

  const pointOf = (event: PointerEvent) => pointIn(picture.current!, event)
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const from = pointOf(event)
    const target = event.target as Element
    const [grabbed] = parts[0] ? grabbedIn(list, component, parts[0].id) : []
    const index = target.getAttribute('data-handle')
    if (grabbed && index !== null) drag.current = { how: 'resize', from, part: grabbed, handle: HANDLES[Number(index)]! }
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
      setMarquee(between(dragged.from, to))
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

  const cancel = (): boolean => {
    if (!drag.current) return false
    drag.current = null
    edit.current = null
    setCaption(null)
    session.preview(null)
    return true
  }

  return { onPointerDown, onPointerMove, onPointerUp, cancel, marquee, caption }
}

/** What a press selects and takes hold of. Nothing there, or only the root, begins a marquee. */
function pick(list: DrawList, component: Component, selected: readonly Id[], from: Point, adds: boolean): { selected: readonly Id[]; drag: Drag } {
  const hit = partUnder(list, component, from)
  if (hit === null || hit === component.parts[0]!.id) {
    if (adds) return { selected, drag: { how: 'marquee', from, kept: selected } }
    return { selected: hit === null ? [] : [hit], drag: { how: 'marquee', from, kept: [] } }
  }
  const others = selected.filter((id) => id !== hit)
  const chosen = adds ? [...others, hit] : selected.includes(hit) ? selected : [hit]
  return { selected: chosen, drag: { how: 'move', from, parts: chosen.flatMap((part) => grabbedIn(list, component, part)) } }
}

const between = (a: Point, b: Point): Frame => ({ x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), width: Math.abs(b.x - a.x), height: Math.abs(b.y - a.y) })

/** The component's own part under a point, whether or not it takes input; locked ones are passed over. */
function partUnder(list: DrawList, component: Component, point: Point): Id | null {
  const isReachable = (item: DrawList[number]) =>
    item.values.visible !== false && component.parts.find(({ id }) => id === item.part)?.locked !== true
  return partsAt(list, point, isReachable).find(({ instance }) => instance === '')?.part ?? null
}

/** A part to take hold of; none for the root, which nothing holds, and for parts that are not shown. */
export function grabbedIn(list: DrawList, component: Component, part: Id): readonly Grabbed[] {
  const item = itemOf(list, '', part)
  const holder = component.parts.find(({ id }) => id === part)?.parent
  const outer = holder == null ? null : matrixTo(list, '', holder)
  const back = outer && inverse(outer)
  return item && back ? [{ part, values: item.values, intoHolder: back }] : []
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

function isInside(list: DrawList, part: Id, area: Frame): boolean {
  const item = itemOf(list, '', part)
  const matrix = matrixTo(list, '', part)
  if (!item || !matrix) return false
  return corners(matrix, item.values.width as number, item.values.height as number).every(
    ({ x, y }) => x >= area.x && y >= area.y && x <= area.x + area.width && y <= area.y + area.height,
  )
}
