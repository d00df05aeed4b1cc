import { rootOf, type Component, type Id, type Said } from '@rheoscope/core/document'
import {
  corners, inverse, itemOf, matrixTo, partsAt, resized, shownSize, transformed, transformedOutline, turned,
  type DrawList, type Frame, type Handle, type Matrix, type Point, type ShownValues,
} from '@rheoscope/core/scene'
import { snappedMove, type GapLine, type GuideLine } from './easel-snap'

/** A part as it was when it was taken hold of. */
export interface Grabbed {
  readonly part: Id
  readonly values: ShownValues
  /** From the surface to the coordinates of what holds the part. */
  readonly intoHolder: Matrix
}

export interface Move {
  readonly how: 'move'
  readonly from: Point
  readonly parts: readonly Grabbed[]
}

export type Drag =
  | Move
  | { readonly how: 'resize'; readonly from: Point; readonly part: Grabbed; readonly handle: Handle }
  | { readonly how: 'turn'; readonly from: Point; readonly part: Grabbed }
  | { readonly how: 'marquee'; readonly from: Point; readonly kept: readonly Id[] }

/** What a press selects and takes hold of. Nothing there, or only the root, begins a marquee. */
export function pick(list: DrawList, component: Component, selected: readonly Id[], from: Point, adds: boolean): { selected: readonly Id[]; drag: Drag } {
  const hit = partUnder(list, component, from)
  if (hit === null || hit === rootOf(component).id) {
    if (adds) return { selected, drag: { how: 'marquee', from, kept: selected } }
    return { selected: hit === null ? [] : [hit], drag: { how: 'marquee', from, kept: [] } }
  }
  const others = selected.filter((id) => id !== hit)
  const chosen = adds ? [...others, hit] : selected.includes(hit) ? selected : [hit]
  return { selected: chosen, drag: { how: 'move', from, parts: chosen.flatMap((part) => grabbedIn(list, component, part)) } }
}

export const between = (a: Point, b: Point): Frame => ({ x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), width: Math.abs(b.x - a.x), height: Math.abs(b.y - a.y) })

/** The component's own part under a point, whether or not it takes input; locked ones are passed over. */
export function partUnder(list: DrawList, component: Component, point: Point): Id | null {
  const isReachable = (item: DrawList[number]) => {
    const part = item.instance === '' ? component.parts.find(({ id }) => id === item.part) : undefined
    return item.values.visible !== false && part?.locked !== true && part?.hidden !== true
  }
  return partsAt(list, point, isReachable).find(({ instance }) => instance === '')?.part ?? null
}

/** A part to take hold of; none for the root, which nothing holds, and for parts that are not shown. */
export function grabbedIn(list: DrawList, component: Component, part: Id): readonly Grabbed[] {
  const item = itemOf(list, '', part)
  const holder = component.parts.find(({ id }) => id === part)?.parent
  const outer = holder == null ? null : matrixTo(list, '', holder)
  const back = outer && inverse(outer)
  return item && back ? [{ part, values: { ...item.values, ...shownSize(item) }, intoHolder: back }] : []
}

/** By how much a move has been pulled, in the holder's coordinates; with `isStraight` in one direction only. */
function pulledBy({ from, parts }: Move, to: Point, isStraight: boolean): Point {
  const [first] = parts
  if (!first) return { x: 0, y: 0 }
  const [a, b] = [transformed(first.intoHolder, from), transformed(first.intoHolder, to)]
  const by = { x: Math.round(b.x - a.x), y: Math.round(b.y - a.y) }
  if (!isStraight) return by
  return Math.abs(by.x) >= Math.abs(by.y) ? { x: by.x, y: 0 } : { x: 0, y: by.y }
}

const tidy = (value: number): number => Math.round(value * 100) / 100

export interface Dragging {
  /** Moves keep to one direction, turns to steps of 15°. */
  readonly isStraight: boolean
  /** Nothing snaps. */
  readonly isFree: boolean
  /** Screen px per px of the surface. */
  readonly zoom: number
  readonly gridPx: number | null
}

/** What a drag to a point says about the parts, and the lines they came to lie on. */
export function draggedTo(
  list: DrawList, component: Component, drag: Exclude<Drag, { how: 'marquee' }>, to: Point, { isStraight, isFree, zoom, gridPx }: Dragging,
): { readonly said: readonly Said[]; readonly guides: readonly GuideLine[]; readonly gaps: readonly GapLine[] } {
  if (drag.how !== 'move') return { said: saidBy(drag, to, isStraight), guides: [], gaps: [] }
  const pulled = pulledBy(drag, to, isStraight)
  const { by, guides, gaps } = isFree ? { by: pulled, guides: [], gaps: [] } : snappedMove(list, component, drag.parts, pulled, zoom, gridPx)
  const said = drag.parts.flatMap(({ part, values }): Said[] => [
    { part, property: 'x', value: tidy(values.x + by.x) },
    { part, property: 'y', value: tidy(values.y + by.y) },
  ])
  return { said, guides, gaps }
}

function saidBy(drag: Exclude<Drag, Move | { how: 'marquee' }>, to: Point, isStraight: boolean): readonly Said[] {
  switch (drag.how) {
    case 'resize': {
      const { part, values, intoHolder } = drag.part
      const frame = resized(values, drag.handle, transformed(intoHolder, drag.from), transformed(intoHolder, to))
      const fixes: Said[] = [
        ...(drag.handle.across !== 0 && values.widthFrom !== 'fixed' ? [{ part, property: 'widthFrom', value: 'fixed' }] : []),
        ...(drag.handle.down !== 0 && values.heightFrom !== 'fixed' ? [{ part, property: 'heightFrom', value: 'fixed' }] : []),
      ]
      const changed = Object.entries({ ...frame, ...stretched(values, frame) }).filter(([property, value]) => values[property] !== value)
      return [...changed.map(([property, value]): Said => ({ part, property, value })), ...fixes]
    }
    case 'turn': {
      const { part, values, intoHolder } = drag.part
      const angle = turned(values, transformed(intoHolder, drag.from), transformed(intoHolder, to))
      return [{ part, property: 'rotation', value: isStraight ? Math.round(angle / 15) * 15 : angle }]
    }
  }
}

/** An outline grows with the frame of its part. */
function stretched({ d, width, height }: ShownValues, frame: Frame): { readonly d?: string } {
  if (typeof d !== 'string' || d === '' || !width || !height) return {}
  return { d: transformedOutline(d, [frame.width / width, 0, 0, frame.height / height, 0, 0]) }
}

/** Whether a part lies inside an area of the surface as a whole. */
export function isInside(list: DrawList, part: Id, area: Frame): boolean {
  const item = itemOf(list, '', part)
  const matrix = matrixTo(list, '', part)
  if (!item || !matrix) return false
  const { width, height } = shownSize(item)
  return corners(matrix, width, height).every(
    ({ x, y }) => x >= area.x && y >= area.y && x <= area.x + area.width && y <= area.y + area.height,
  )
}
