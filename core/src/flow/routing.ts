import { certain, itemAt, type Id } from '../document'
import type { Frame, Point } from '../scene'
import type { FlowLink } from './flow'
import { LABEL_PX, type FlowArrow, type FlowBox, type FlowSheet, type Stacked } from './sheet'

/** Room in px: above everything for the ruler, between two arrows that run beside one another, and at the edges. */
const RULER_PX = 56
const LANE_PX = 10
const LEAST_PX = 5
const EDGE_PX = 24
/** Above the first screens, for their names. */
const NAME_PX = 30
/** From the tip of an arrow to its label. */
const TIP_PX = 14

type Side = 'left' | 'right'

/** How an arrow runs: the sides it goes out and comes in at, and the channels between columns it turns in; channel n lies right of column n. */
interface Route {
  readonly link: FlowLink
  readonly out: Side
  readonly in: Side
  readonly outChannel: number
  readonly inChannel: number
}

interface Crowded {
  /** The screen whose edge has no room for another arrow. */
  readonly crowded: Id
}

/**
 * Arrows through the channels between columns. Each has a vertical lane of its own in every channel it turns in, each
 * horizontal stretch in a channel a height of its own, and those that skip a column go over all screens, each at a height
 * of its own: so no two share a stretch. A label stands over the end of its arrow, where nothing else has that height.
 *
 * @param titles of the columns
 * @param stacks the screens of each column, from the top
 * @param frames the elements that arrows go out from, by the ids of their links, from the top left of their screens
 */
export function routed(titles: readonly string[], stacks: readonly (readonly Stacked[])[], links: readonly FlowLink[], frames: ReadonlyMap<string, Frame>): FlowSheet | Crowded {
  const columnOf = new Map(stacks.flatMap((stack, column) => stack.map(({ id }) => [id, column] as const)))
  const routes = links.map((link) => routeOf(link, certain(columnOf.get(link.from)), certain(columnOf.get(link.to))))
  const far = routes.filter(({ outChannel, inChannel }) => outChannel !== inChannel)
  const top = RULER_PX + far.length * LANE_PX + NAME_PX
  const channels = channelsOf(routes, stacks.length)
  const { columns, boxes, width } = placed(titles, stacks, channels, top)
  const boxOf = (id: Id): FlowBox => certain(boxes.find((box) => box.id === id))

  const heights = new Heights(boxes)
  const outs = new Map<string, number>()
  for (const { link, outChannel } of routes) {
    const { y } = boxOf(link.from)
    const frame = certain(frames.get(link.id))
    const at = heights.take(link.from, outChannel, y + frame.y + frame.height / 2, LEAST_PX, LEAST_PX, link.from)
    if (at === null) return { crowded: link.from }
    outs.set(link.id, at)
  }
  const ins = new Map<string, number>()
  for (const { link, inChannel } of routes) {
    const box = boxOf(link.to)
    const wished = Math.min(box.y + box.height, Math.max(box.y, certain(outs.get(link.id))))
    const at = heights.take(link.to, inChannel, wished, LABEL_PX.height + 2, LEAST_PX)
    if (at === null) return { crowded: link.to }
    ins.set(link.id, at)
  }

  const arrows = routes.map((route): FlowArrow => {
    const { link } = route
    const [from, to, frame] = [boxOf(link.from), boxOf(link.to), certain(frames.get(link.id))]
    const start = { x: from.x + frame.x + (route.out === 'right' ? frame.width : 0), y: certain(outs.get(link.id)) }
    const end = { x: route.in === 'left' ? to.x : to.x + to.width, y: certain(ins.get(link.id)) }
    const lane = (channel: number): number => certain(channels[channel + 1]).laneX(columns, route)
    const outX = lane(route.outChannel)
    const isFar = route.outChannel !== route.inChannel
    const inX = lane(route.inChannel)
    const overY = RULER_PX + (far.indexOf(route) + 0.5) * LANE_PX
    const points = isFar
      ? [start, { x: outX, y: start.y }, { x: outX, y: overY }, { x: inX, y: overY }, { x: inX, y: end.y }, end]
      : [start, { x: outX, y: start.y }, { x: outX, y: end.y }, end]
    const half = labelWidth(link) / 2
    const channel = certain(channels[route.inChannel + 1])
    const label = route.in === 'left' ? end.x - TIP_PX - half : Math.max(end.x, channel.left(columns)) + TIP_PX + half
    return { link, points: withoutRepeats(points), label: { x: label, y: end.y - LABEL_PX.height / 2 - 1 } }
  })
  return { width, height: Math.max(...boxes.map((box) => box.y + box.height), top) + EDGE_PX * 2, columns, boxes, arrows, top }
}

const labelWidth = ({ label }: FlowLink): number => label.length * LABEL_PX.letter

/** Points that lie on one another are one. */
const withoutRepeats = (points: readonly Point[]): readonly Point[] =>
  points.filter((point, index) => index === 0 || point.x !== points[index - 1]?.x || point.y !== points[index - 1]?.y)

function routeOf(link: FlowLink, from: number, to: number): Route {
  if (to > from) return { link, out: 'right', in: 'left', outChannel: from, inChannel: to - 1 }
  return { link, out: to === from ? 'right' : 'left', in: 'right', outChannel: to === from ? from : from - 1, inChannel: to }
}

type Columns = FlowSheet['columns']

/** The room between two columns: labels of arrows to the left one, a lane for each arrow that turns here, labels of arrows to the right one. */
interface Channel {
  readonly width: number
  readonly left: (columns: Columns) => number
  readonly laneX: (columns: Columns, route: Route) => number
}

/** All channels from the one left of the first column on. */
function channelsOf(routes: readonly Route[], columns: number): readonly Channel[] {
  return Array.from({ length: columns + 1 }, (_, index): Channel => {
    const channel = index - 1
    const turning = routes.filter(({ outChannel, inChannel }) => outChannel === channel || inChannel === channel)
    const roomOf = (side: Side) => {
      const widths = routes.filter((route) => route.inChannel === channel && route.in === side).map(({ link }) => labelWidth(link))
      return widths.length > 0 ? Math.max(...widths) + TIP_PX + LANE_PX : LANE_PX
    }
    const [leftRoom, rightRoom] = [roomOf('right'), roomOf('left')]
    const left = (all: Columns) => (channel < 0 ? 0 : itemAt(all, channel).x + itemAt(all, channel).width)
    return {
      width: leftRoom + turning.length * LANE_PX + rightRoom + EDGE_PX, left,
      laneX: (all, route) => left(all) + leftRoom + (turning.indexOf(route) + 0.5) * LANE_PX,
    }
  })
}

/** Columns with their channels between them, and the screens in them. */
function placed(titles: readonly string[], stacks: readonly (readonly Stacked[])[], channels: readonly Channel[], top: number): { readonly columns: Columns; readonly boxes: readonly FlowBox[]; readonly width: number } {
  let x = EDGE_PX
  const columns = stacks.map((stack, column) => {
    const width = Math.max(...stack.map((box) => box.width), 80)
    const at = { title: titles[column] ?? '', x, width }
    x += width + certain(channels[column + 1]).width
    return at
  })
  return { columns, width: x, boxes: stacks.flatMap((stack, column) => stack.map((box): FlowBox => ({ ...box, column, x: itemAt(columns, column).x, y: top + box.y }))) }
}

/** The heights that horizontal stretches have in each channel, and on each screen. */
class Heights {
  private readonly taken = new Map<string, { readonly y: number; readonly above: number; readonly below: number }[]>()

  constructor(private readonly boxes: readonly FlowBox[]) {}

  /** The height nearest to a wished one at a screen, with so much room above and below it that is nobody else's; null when there is none. */
  take(screen: Id, channel: number, wished: number, above: number, below: number, within?: Id): number | null {
    const { y: top, height } = certain(this.boxes.find(({ id }) => id === screen))
    const places = [`channel ${channel}`, ...(within === undefined ? [] : [`screen ${within}`])]
    const others = places.flatMap((place) => this.taken.get(place) ?? [])
    const isFree = (y: number) => others.every((other) => (y <= other.y ? other.y - y >= Math.max(other.above, below) : y - other.y >= Math.max(above, other.below)))
    for (let by = 0; by <= height; by += 1) {
      for (const y of [wished - by, wished + by]) {
        const at = Math.round(y)
        if (at < top + Math.min(LABEL_PX.height, height / 4) || at > top + height - 4 || !isFree(at)) continue
        for (const place of places) this.taken.set(place, [...(this.taken.get(place) ?? []), { y: at, above, below }])
        return at
      }
    }
    return null
  }
}
