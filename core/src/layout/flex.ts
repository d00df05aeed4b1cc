/**
 * Rows and columns, as CSS Flexible Box Layout Module Level 1, section 9, lays out what parts can say: items keep their
 * size (`flex-shrink: 0`, no automatic minimum), *fill* is `flex: grow 1 0` along the row or column and `align-self:
 * stretch` across it, a size *from content* is `fit-content`. Lines are packed at the start.
 */
import { certain } from '../document'
import { isFlex, isMeasured, measuredSize, type LayoutNode, type Size } from './node'

/** A box with what lies in it, if it is a row or column; places in px from its own corner. */
export interface Box extends Size {
  readonly items: readonly { readonly node: LayoutNode; readonly x: number; readonly y: number; readonly box: Box }[]
}

type Direction = 'across' | 'down'

const SIZE = { across: 'width', down: 'height' } as const

const FROM = { across: 'widthFrom', down: 'heightFrom' } as const

/** An item and its length along the row or column. */
interface Item {
  readonly node: LayoutNode
  readonly length: number
}

/** An item and its size across the row or column, before it is stretched. */
interface DeepItem extends Item {
  readonly isStretched: boolean
  readonly depth: number
}

type Line = readonly Item[]

/** Whether text and rows that wrap do so wherever they can, or nowhere. */
type Breaks = 'all' | 'none'

/** The room inside a row or column; none is known down where it is as high as its content. */
interface Room {
  readonly across: number
  readonly down: number | null
}

/** Rounding must not break a line that fits exactly, in px. */
const TOLERANCE = 0.01

const sum = (numbers: readonly number[]): number => numbers.reduce((all, each) => all + each, 0)

const gaps = (gap: number, count: number): number => gap * Math.max(0, count - 1)

/** The padding at both ends, which no box is smaller than. */
const padding = (node: LayoutNode, direction: Direction): number =>
  !isFlex(node) ? 0 : direction === 'across' ? node.values.paddingLeft + node.values.paddingRight : node.values.paddingTop + node.values.paddingBottom

const setSize = (node: LayoutNode, direction: Direction): number => Math.max(node.values[SIZE[direction]], padding(node, direction))

/** What is laid out in a row or column; the rest lies where it was put. */
const inFlow = ({ children }: LayoutNode): readonly LayoutNode[] => children.filter(({ values }) => values.inLayout !== false)

/** The size of a node nobody else sizes: as set, or what its content takes. */
export function naturalSize(node: LayoutNode): Size {
  const { width, height, widthFrom, heightFrom } = node.values
  if (!isFlex(node) && widthFrom !== 'content' && heightFrom !== 'content') return { width, height }
  const taken = widthFrom === 'content' ? contentWidth(node, 'none', null) : setSize(node, 'across')
  return { width: taken, height: heightFrom === 'content' ? contentHeight(node, taken) : setSize(node, 'down') }
}

/** What the content of a node takes in width, with as many line breaks as there can be or with none; `height` where its holder gives it one. */
function contentWidth(node: LayoutNode, breaks: Breaks, height: number | null): number {
  if (isMeasured(node)) return breaks === 'none' ? measuredSize(node, Infinity).width : node.measure ? 0 : measuredSize(node, 0).width
  if (!isFlex(node)) return drawnSize(node).width
  const { layout, wrap, gap, heightFrom } = node.values
  const known = heightFrom === 'fixed' ? setSize(node, 'down') : height
  const inner = known === null ? null : Math.max(0, known - padding(node, 'down'))
  const widthOf = (child: LayoutNode): number => {
    if (child.values.widthFrom === 'fixed') return setSize(child, 'across')
    return isEmpty(child, 'across') ? 0 : contentWidth(child, breaks, givenHeight(child, node, inner))
  }
  const sideBySide = (children: readonly LayoutNode[]) => sum(children.map(widthOf)) + gaps(gap, children.length)
  const widest = (children: readonly LayoutNode[]) => Math.max(0, ...children.map(widthOf))
  const isBroken = wrap === true && breaks === 'all'
  if (layout === 'row') return padding(node, 'across') + (isBroken ? widest : sideBySide)(inFlow(node))
  if (wrap !== true || inner === null || isBroken) return padding(node, 'across') + widest(inFlow(node))
  const lines = linesOf(inFlow(node).map((child) => itemIn(node, child, { across: Infinity, down: inner })), inner, gap)
  return padding(node, 'across') + sum(lines.map((line) => widest(line.map((item) => item.node)))) + gaps(gap, lines.length)
}

/** The height that an item of a row is stretched to, where that is known before anything is laid out. */
function givenHeight(node: LayoutNode, holder: LayoutNode, inner: number | null): number | null {
  const isKnown = inner !== null && holder.values.layout === 'row' && holder.values.wrap !== true && isStretched(node, holder)
  return isKnown ? Math.max(inner, padding(node, 'down')) : null
}

/** What the content of a node is high at a width. */
function contentHeight(node: LayoutNode, width: number): number {
  if (isMeasured(node)) return measuredSize(node, width).height
  return isFlex(node) ? boxOf(node, width, null).height : drawnSize(node).height
}

/** What is in a node that does not lay it out: as far as it reaches, or as the node was drawn when it holds nothing. */
function drawnSize({ values, children }: LayoutNode): Size {
  if (children.length === 0) return { width: values.width, height: values.height }
  const sizes = children.map(naturalSize)
  return {
    width: Math.max(0, ...children.map((child, index) => child.values.x + certain(sizes[index]).width)),
    height: Math.max(0, ...children.map((child, index) => child.values.y + certain(sizes[index]).height)),
  }
}

/** Whether an item that fills takes nothing where there is nothing to fill. */
const isEmpty = (node: LayoutNode, direction: Direction): boolean => node.values[FROM[direction]] === 'fill' && !isFlex(node) && !isMeasured(node)

/** The width of an item that is not stretched: no wider than the room, unless its content cannot be narrower. */
function ownWidth(node: LayoutNode, room: number, height: number | null): number {
  if (node.values.widthFrom === 'fixed') return setSize(node, 'across')
  if (isEmpty(node, 'across')) return 0
  const most = contentWidth(node, 'none', height)
  return most <= room || !(isFlex(node) || isMeasured(node)) ? most : Math.max(room, contentWidth(node, 'all', height))
}

function ownHeight(node: LayoutNode, width: number): number {
  if (node.values.heightFrom === 'fixed') return setSize(node, 'down')
  return isEmpty(node, 'down') ? 0 : contentHeight(node, width)
}

const laidBefore = new WeakMap<LayoutNode, Map<string, Box>>()

/** A node of that width with what lies in it; where the height is null, as high as that takes. */
export function boxOf(node: LayoutNode, width: number, height: number | null): Box {
  if (!isFlex(node)) return { width, height: height ?? ownHeight(node, width), items: [] }
  const key = `${width} ${height}`
  const boxes = laidBefore.get(node) ?? new Map<string, Box>()
  const box = boxes.get(key) ?? laidIn(node, width, height)
  laidBefore.set(node, boxes.set(key, box))
  return box
}

function laidIn(node: LayoutNode, width: number, height: number | null): Box {
  const { layout, wrap, gap, justify, align, paddingLeft, paddingTop } = node.values
  const isRow = layout === 'row'
  const room: Room = { across: Math.max(0, width - padding(node, 'across')), down: height === null ? null : Math.max(0, height - padding(node, 'down')) }
  const [length, depth] = isRow ? [room.across, room.down] : [room.down, room.across]
  const givenDepth = wrap === true ? null : depth
  const lines = linesOf(inFlow(node).map((child) => itemIn(node, child, room)), wrap === true ? length : null, gap)
    .map((line) => (length === null ? line : grown(line, length - lengthOf(line, gap), isRow)))
    .map((line) => line.map((item) => deepened(item, node, room, givenDepth)))
  const depths = lines.map((line) => givenDepth ?? Math.max(0, ...line.map((item) => item.depth)))
  const lineStarts = startsOf(depths, gap)
  const longest = Math.max(0, ...lines.map((line) => lengthOf(line, gap)))

  const items = lines.flatMap((line, index) => {
    const [before, between] = spaceAround(justify, (length ?? longest) - lengthOf(line, gap), line.length)
    const starts = startsOf(line.map((item) => item.length), gap + between)
    return line.map((item, place) => {
      const lineDepth = certain(depths[index])
      const own = item.isStretched ? Math.max(lineDepth, padding(item.node, isRow ? 'down' : 'across')) : item.depth
      const along = before + certain(starts[place])
      const across = certain(lineStarts[index]) + (item.isStretched ? 0 : (lineDepth - own) * (SHARE_BEFORE[align] ?? 0))
      return {
        node: item.node, x: paddingLeft + (isRow ? along : across), y: paddingTop + (isRow ? across : along),
        box: isRow ? boxOf(item.node, item.length, own) : boxOf(item.node, own, item.length),
      }
    })
  })
  return { width, height: height ?? (isRow ? sum(depths) + gaps(gap, lines.length) : longest) + padding(node, 'down'), items }
}

/** Where each of some lengths begins, one after the other. */
function startsOf(lengths: readonly number[], between: number): readonly number[] {
  let next = 0
  return lengths.map((length) => {
    const start = next
    next += length + between
    return start
  })
}

/** An item before any of the room that is left over is given to it (section 9.2). */
function itemIn(holder: LayoutNode, node: LayoutNode, room: Room): Item {
  if (holder.values.layout === 'row') return { node, length: node.values.widthFrom === 'fill' ? padding(node, 'across') : ownWidth(node, room.across, givenHeight(node, holder, room.down)) }
  if (node.values.heightFrom === 'fill') return { node, length: padding(node, 'down') }
  const isAsWideAsItsLine = isStretched(node, holder) && holder.values.wrap !== true
  return { node, length: ownHeight(node, isAsWideAsItsLine ? Math.max(room.across, padding(node, 'across')) : ownWidth(node, room.across, null)) }
}

/** Items in lines that are no longer than `length`, unless a single item is (section 9.3). */
function linesOf(items: readonly Item[], length: number | null, gap: number): readonly Line[] {
  if (length === null) return [items]
  const lines: Item[][] = []
  let taken = 0
  for (const item of items) {
    const last = lines.at(-1)
    const longer = taken + gap + item.length
    const fits = last !== undefined && longer <= length + TOLERANCE
    if (fits) last.push(item)
    else lines.push([item])
    taken = fits ? longer : item.length
  }
  return lines
}

const lengthOf = (line: Line, gap: number): number => sum(line.map(({ length }) => length)) + gaps(gap, line.length)

/** A line whose items have shared what room it has left, by what they grow (section 9.7); nothing shrinks. */
function grown(line: Line, free: number, isRow: boolean): Line {
  const shares = line.map(({ node }) => shareOf(node, isRow))
  const all = sum(shares)
  if (free <= 0 || all === 0) return line
  return line.map((item, index) => ({ ...item, length: item.length + (free * certain(shares[index])) / Math.max(1, all) }))
}

function shareOf({ values }: LayoutNode, isRow: boolean): number {
  const grow = typeof values.grow === 'number' ? Math.max(0, values.grow) : 0
  return grow > 0 || (isRow ? values.widthFrom : values.heightFrom) !== 'fill' ? grow : 1
}

/** An item with how deep it is (section 9.4); what is stretched to a depth that is known has none of its own. */
function deepened({ node, length }: Item, holder: LayoutNode, room: Room, givenDepth: number | null): DeepItem {
  const stretches = isStretched(node, holder)
  if (stretches && givenDepth !== null) return { node, length, isStretched: stretches, depth: 0 }
  const depth = holder.values.layout === 'row' ? ownHeight(node, length) : ownWidth(node, room.across, room.down === null ? null : length)
  return { node, length, isStretched: stretches, depth }
}

function isStretched(node: LayoutNode, holder: LayoutNode): boolean {
  const from = holder.values.layout === 'row' ? node.values.heightFrom : node.values.widthFrom
  return from === 'fill' || (from === 'content' && holder.values.align === 'stretch' && (isFlex(node) || isMeasured(node)))
}

const SHARE_BEFORE: Readonly<Record<string, number>> = { start: 0, stretch: 0, center: 0.5, end: 1 }

/** Where a line begins and what is between its items beside the gap, in px (CSS Box Alignment Level 3: what is spaced does not leave its start). */
function spaceAround(justify: unknown, free: number, count: number): readonly [before: number, between: number] {
  const spaced = Math.max(0, free)
  switch (justify) {
    case 'center':
      return [free / 2, 0]
    case 'end':
      return [free, 0]
    case 'space-between':
      return [0, count > 1 ? spaced / (count - 1) : 0]
    case 'space-around':
      return [spaced / count / 2, spaced / count]
    case 'space-evenly':
      return [spaced / (count + 1), spaced / (count + 1)]
    default:
      return [0, 0]
  }
}
