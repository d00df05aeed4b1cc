import { certain, type Drag } from '../document'
import { partAt, type Instance } from '../machine'
import { itemOf, matrixTo, inverse, multiply, shownSize, transformed, type DrawItem, type DrawList, type Point } from '../scene'
import type { FocusStop } from './focus'
import type { EventTarget } from '../semantics'

/** How far something may be shifted, in px. */
export interface Reach {
  readonly least: Point
  readonly most: Point
}

/** A container whose content can be scrolled: the content's parts, by index, and how far they may be shifted. */
export interface ScrollArea {
  readonly instance: Instance
  readonly part: number
  readonly content: readonly number[]
  readonly reach: Reach
  readonly along: Drag['along']
}

/** How scrolled content is let go: it goes on for a while. */
export const scrollDrag = (along: Drag['along']): Drag =>
  ({ along, limitTo: 'nothing', snapTo: 'anywhere', points: [], keepsMomentum: true, settleMs: 600, easing: 'cubic-bezier(0.2, 0.7, 0.3, 1)' })

/** The scrolling areas along a way, the innermost first. */
export function scrollAreas(list: DrawList, way: readonly EventTarget<string>[], lookup: (path: string) => Instance | undefined): readonly ScrollArea[] {
  return way.flatMap(({ thing: path, part: id }): ScrollArea[] => {
    const instance = lookup(path)
    const part = id === null ? undefined : instance?.compiled.partIndex.get(id)
    const item = id === null ? undefined : itemOf(list, path, id)
    const along = ALONG[String(item?.values.scroll)]
    if (!instance || part === undefined || !item || !along) return []
    const content = certain(instance.compiled.parts[part]).children.map(({ index }) => index)
    return content.length === 0 ? [] : [{ instance, part, content, along, reach: reachOf(item, instance, certain(content[0]), along) }]
  })
}

const ALONG: Readonly<Record<string, Drag['along'] | undefined>> = { down: 'down', across: 'across', both: 'both' }

/** How far the content may be shifted so that none of its edges comes in. */
function reachOf({ values, children }: DrawItem, instance: Instance, first: number, along: Drag['along']): Reach {
  const by = instance.dragged.get(first) ?? { x: 0, y: 0 }
  const end = (at: 'x' | 'y', shift: 'translateX' | 'translateY', side: 'width' | 'height') => Math.max(0, ...children.map((child) =>
    child.values[at] + child.values[shift] + shownSize(child)[side] - by[at]))
  const least = {
    x: along === 'down' ? 0 : Math.min(0, values.width - values.paddingRight - end('x', 'translateX', 'width')),
    y: along === 'across' ? 0 : Math.min(0, values.height - values.paddingBottom - end('y', 'translateY', 'height')),
  }
  return { least, most: { x: 0, y: 0 } }
}

/** How much further an area has to be shifted, in px, for what has the focus to lie within it. */
export function shiftToReveal(list: DrawList, { instance, part }: ScrollArea, { part: level }: FocusStop): Point {
  const id = partAt(instance.compiled, part).id
  const area = itemOf(list, instance.path, id)
  const [toArea, toStop] = [matrixTo(list, instance.path, id), level.part === null ? null : matrixTo(list, level.thing, level.part)]
  const back = toArea && inverse(toArea)
  const stop = level.part === null ? undefined : itemOf(list, level.thing, level.part)
  if (!area || !back || !toStop || !stop) return { x: 0, y: 0 }
  const within = multiply(back, toStop)
  const [from, to] = [transformed(within, { x: 0, y: 0 }), transformed(within, { x: stop.values.width, y: stop.values.height })]
  const inward = (start: number, end: number, length: number) => (start < 0 ? -start : end > length ? Math.max(-start, length - end) : 0)
  return { x: inward(from.x, to.x, area.values.width), y: inward(from.y, to.y, area.values.height) }
}
