import { certain, itemAt, type Id } from '../document'
import { corners, itemOf, matrixTo, shownSize, type DrawList, type Frame, type Point } from '../scene'
import type { Flow, FlowElement, FlowLink } from './flow'
import { routed } from './routing'
import type { FlowSheet, Stacked } from './sheet'

/** What is known of a screen that is to be placed. */
export interface FlowScreen {
  readonly id: Id
  /** Its size in px. */
  readonly width: number
  readonly height: number
  /** Where it has been put within its column, in px from the top; undefined where it has not. */
  readonly y: number | undefined
  /** What it shows as it begins. */
  readonly drawn: DrawList
}

/** How large the picture of a screen may be, in px. */
const MOST = { scale: 0.3, width: 190, height: 250 }

/** A screen is not put nearer to the one above it than this, in px: its name stands between them. */
const BETWEEN_PX = 44

/** A box grows by so much when the arrows to it find no place. */
const GROW_PX = 40

const MOST_TRIES = 40

/**
 * Lays a flow out: screens in their columns, each where it was put or below the one before, arrows with right angles from
 * the very element to the screen. No two arrows share a stretch, and no label lies on an arrow, a screen or another label.
 */
export function laidOutFlow({ columns, links }: Flow, screens: readonly FlowScreen[]): FlowSheet {
  const grown = new Map<Id, number>()
  for (let tries = 0; ; tries++) {
    const boxes = columns.map(({ screens: ids }) => stacked(ids.map((id) => certain(screens.find((screen) => screen.id === id))), grown))
    const frames = new Map(links.map((link) => [link.id, elementFrame(link, certain(boxes.flat().find(({ id }) => id === link.from)), screens)]))
    const outcome = routed(columns.map(({ title }) => title), boxes, links, frames)
    if (!('crowded' in outcome)) return outcome
    if (tries >= MOST_TRIES) throw new Error(`The arrows to ${outcome.crowded} find no place.`)
    grown.set(outcome.crowded, (grown.get(outcome.crowded) ?? 0) + GROW_PX)
  }
}

function stacked(screens: readonly FlowScreen[], grown: ReadonlyMap<Id, number>): readonly Stacked[] {
  let nextY = 0
  const wished = screens.map(({ id, width, height, y }) => {
    const scale = Math.min(MOST.scale, MOST.width / width, MOST.height / height)
    const box = { id, scale, width: Math.round(width * scale), height: Math.round(height * scale) + (grown.get(id) ?? 0), y: y ?? nextY }
    nextY = Math.max(nextY, box.y + box.height + BETWEEN_PX)
    return box
  }).toSorted((a, b) => a.y - b.y)
  let least = 0
  return wished.map((box) => {
    const y = Math.max(least, box.y)
    least = y + box.height + BETWEEN_PX
    return { ...box, y }
  })
}

/** Where an element is on the picture of its screen, in px from its top left; all of it where it cannot be seen. */
function elementFrame({ element, from }: FlowLink, { width, height, scale }: Stacked, screens: readonly FlowScreen[]): Frame {
  const drawn = screens.find(({ id }) => id === from)?.drawn ?? []
  const found = boundsOf(drawn, element)
  if (!found) return { x: 0, y: 0, width, height }
  const [left, top] = [Math.min(width, Math.max(0, found.x * scale)), Math.min(height, Math.max(0, found.y * scale))]
  return { x: left, y: top, width: Math.min(width - left, found.width * scale), height: Math.min(height - top, found.height * scale) }
}

/** The frame of an element in px of its screen; null where it is all of the screen, or is not shown. */
export function boundsOf(drawn: DrawList, { instance, part }: FlowElement): Frame | null {
  if (instance === '' && part === null) return null
  const own = part ?? drawn.find((item) => item.instance === instance)?.part ?? ''
  const item = itemOf(drawn, instance, own)
  const matrix = item && matrixTo(drawn, instance, own)
  if (!item || !matrix) return null
  const { width, height } = shownSize(item)
  const points = corners(matrix, width, height)
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)]
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y }
}

/** An arrow as the `d` of an SVG path, its corners rounded. */
export function arrowPath(points: readonly Point[], radius = 6): string {
  const first = itemAt(points, 0)
  const pieces = points.slice(1).map((point, index) => {
    const before = itemAt(points, index)
    const after = points[index + 2]
    if (!after) return `L${point.x} ${point.y}`
    const r = Math.min(radius, length(before, point) / 2, length(point, after) / 2)
    const [into, out] = [towards(point, before, r), towards(point, after, r)]
    return `L${into.x} ${into.y}Q${point.x} ${point.y} ${out.x} ${out.y}`
  })
  return `M${first.x} ${first.y}${pieces.join('')}`
}

const length = (a: Point, b: Point): number => Math.abs(a.x - b.x) + Math.abs(a.y - b.y)

const towards = (from: Point, to: Point, by: number): Point => ({ x: from.x + Math.sign(to.x - from.x) * by, y: from.y + Math.sign(to.y - from.y) * by })
