import Yoga, { Align, Direction, Edge, FlexDirection, Gutter, Justify, MeasureMode, Overflow, PositionType, Wrap, type Node } from 'yoga-layout'
import type { DefinedValues } from '../document'
import { isPinned, pinnedPlace } from './pins'
import { linesHeight, textLines, textWidth } from './text'
import { casedText, textStyleOf } from './text-style'

/** Sizes and places are left as they come: rounded each for itself they would not add up. */
const UNROUNDED = Yoga.Config.create()
UNROUNDED.setPointScaleFactor(0)

/** A part with its property values, as far as layout reads them. */
export interface LayoutNode {
  readonly id: string
  readonly kind: string
  readonly values: DefinedValues
  readonly children: readonly LayoutNode[]
  /** The size of what stands inside, where that is no tree of parts: unconstrained at `Infinity`, or at a width in px. */
  readonly measure?: (widthPx: number) => Size
  /** The size in the base look, which pins refer to; its own size when it is left out. */
  readonly reference?: Size
}

/** In px, relative to the holding part. */
export interface Rectangle {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

export interface Size {
  readonly width: number
  readonly height: number
}

const isFlex = (node: LayoutNode): boolean => node.values.layout === 'row' || node.values.layout === 'column'

/** Whether anything below a part has to be laid out at all; a tree of fixed places does not. */
export const needsLayout = (node: LayoutNode): boolean =>
  isFlex(node) || node.measure !== undefined || node.values.widthFrom === 'content' || node.values.heightFrom === 'content' ||
  node.children.some((child) => isPinned(child) || needsLayout(child))

/**
 * Where every part of a tree lies: rows and columns by the flex engine, everything else where it was put. What is not to
 * be seen takes no room in a row or column; it lies where it would if it were.
 */
export function layOut(root: LayoutNode): ReadonlyMap<string, Rectangle> {
  const seen = withoutUnseen(root)
  const places = placesIn(seen)
  return seen === root ? places : new Map([...placesIn(root), ...places])
}

/** The tree without what is not to be seen in rows and columns; the very same one where all of it is. */
function withoutUnseen(node: LayoutNode): LayoutNode {
  const kept = isFlex(node) ? node.children.filter(({ values }) => values.visible !== false) : node.children
  const children = kept.map(withoutUnseen)
  return children.length === node.children.length && children.every((child, index) => child === node.children[index]) ? node : { ...node, children }
}

function placesIn(root: LayoutNode): ReadonlyMap<string, Rectangle> {
  const places = new Map<string, Rectangle>()
  place(root, { x: root.values.x, y: root.values.y }, null)
  return places

  function place(node: LayoutNode, { x, y }: { x: number; y: number }, given: Size | null): void {
    const at = { x, y }
    if (isFlex(node)) {
      placeFlex(node, at, given)
      return
    }
    const size = given ? { width: given.width, height: given.height } : naturalSize(node)
    places.set(node.id, { ...at, ...size })
    for (const child of node.children) {
      const pinned = isPinned(child) ? pinnedPlace(child, naturalSize(child), node.reference ?? size, size) : null
      place(child, pinned ?? { x: child.values.x, y: child.values.y }, pinned)
    }
  }

  function placeFlex(node: LayoutNode, at: { x: number; y: number }, given: Size | null): void {
    const flex = flexNode(node, null)
    if (given) setSize(flex, given)
    flex.calculateLayout(undefined, undefined, Direction.LTR)
    read(node, flex, at)
    flex.freeRecursive()
  }

  function read(node: LayoutNode, flex: Node, at: { x: number; y: number }): void {
    places.set(node.id, { ...at, width: flex.getComputedWidth(), height: flex.getComputedHeight() })
    node.children.forEach((child, index) => {
      const inner = flex.getChild(index)
      const there = { x: inner.getComputedLeft(), y: inner.getComputedTop() }
      if (isFlex(child)) read(child, inner, there)
      else place(child, there, { width: inner.getComputedWidth(), height: inner.getComputedHeight() })
    })
  }
}

/** The size of a part nobody else sizes: as set, or what its content takes. */
export function naturalSize(node: LayoutNode): Size {
  const fixed = { width: node.values.width, height: node.values.height }
  const { widthFrom, heightFrom } = node.values
  if (widthFrom !== 'content' && heightFrom !== 'content') return fixed
  const content = contentSize(node, widthFrom === 'content' ? Infinity : fixed.width)
  return {
    width: widthFrom === 'content' ? content.width : fixed.width,
    height: heightFrom === 'content' ? content.height : fixed.height,
  }
}

/** What the content of a part takes in that width, whatever size the part itself is given. */
function contentSize(node: LayoutNode, widthPx: number): Size {
  if (node.measure) return node.measure(widthPx)
  if (node.kind === 'text') return textSize(node, widthPx)
  if (isFlex(node)) {
    const flex = flexNode(node, null)
    flex.calculateLayout(undefined, undefined, Direction.LTR)
    const size = { width: flex.getComputedWidth(), height: flex.getComputedHeight() }
    flex.freeRecursive()
    return size
  }
  if (node.children.length === 0) return { width: node.values.width, height: node.values.height }
  const ends = node.children.map((child) => {
    const size = naturalSize(child)
    return { right: child.values.x + size.width, bottom: child.values.y + size.height }
  })
  return { width: Math.max(0, ...ends.map(({ right }) => right)), height: Math.max(0, ...ends.map(({ bottom }) => bottom)) }
}

function textSize(node: LayoutNode, widthPx: number): Size {
  const style = textStyleOf(node.values)
  const text = casedText(node.values.text, node.values.fontCase)
  const lines = textLines(text, style, widthPx, node.values.textWrap === true, false)
  return { width: Math.max(...lines.map((line) => textWidth(line, style))), height: linesHeight(lines.length, style) }
}

const ALIGN: Readonly<Record<string, Align>> = { start: Align.FlexStart, center: Align.Center, end: Align.FlexEnd, stretch: Align.Stretch }

const JUSTIFY: Readonly<Record<string, Justify>> = {
  start: Justify.FlexStart, center: Justify.Center, end: Justify.FlexEnd,
  'space-between': Justify.SpaceBetween, 'space-around': Justify.SpaceAround, 'space-evenly': Justify.SpaceEvenly,
}

function flexNode(node: LayoutNode, holder: LayoutNode | null): Node {
  const flex = Yoga.Node.create(UNROUNDED)
  applySizing(flex, node, holder)
  if (!isFlex(node)) {
    if (isMeasured(node)) flex.setMeasureFunc((width, mode) => measured(node, width, mode))
    return flex
  }
  flex.setFlexDirection(node.values.layout === 'row' ? FlexDirection.Row : FlexDirection.Column)
  // What is in a column keeps its height when the column is lower than that: text is not squashed.
  if (node.values.layout === 'column') flex.setOverflow(Overflow.Scroll)
  flex.setFlexWrap(node.values.wrap === true ? Wrap.Wrap : Wrap.NoWrap)
  flex.setAlignItems(ALIGN[node.values.align] ?? Align.FlexStart)
  flex.setJustifyContent(JUSTIFY[node.values.justify] ?? Justify.FlexStart)
  flex.setGap(Gutter.All, node.values.gap)
  flex.setPadding(Edge.Top, node.values.paddingTop)
  flex.setPadding(Edge.Right, node.values.paddingRight)
  flex.setPadding(Edge.Bottom, node.values.paddingBottom)
  flex.setPadding(Edge.Left, node.values.paddingLeft)
  node.children.forEach((child, index) => flex.insertChild(flexNode(child, node), index))
  return flex
}

function applySizing(flex: Node, node: LayoutNode, holder: LayoutNode | null): void {
  const { widthFrom, heightFrom } = node.values
  const natural = isFlex(node) ? { width: node.values.width, height: node.values.height } : naturalSize(node)
  const sizesItself = isFlex(node) || isMeasured(node)
  if (widthFrom === 'fixed' || (widthFrom === 'content' && !sizesItself)) flex.setWidth(natural.width)
  if (heightFrom === 'fixed' || (heightFrom === 'content' && !sizesItself)) flex.setHeight(natural.height)
  if (holder === null) return
  const along = holder.values.layout === 'row' ? widthFrom : heightFrom
  const across = holder.values.layout === 'row' ? heightFrom : widthFrom
  const grow = node.values.grow
  if (typeof grow === 'number' && grow > 0) flex.setFlexGrow(grow)
  if (along === 'fill') {
    if (!(typeof grow === 'number' && grow > 0)) flex.setFlexGrow(1)
    flex.setFlexShrink(1)
    flex.setFlexBasis(0)
  }
  if (across === 'fill') flex.setAlignSelf(Align.Stretch)
  if (node.values.inLayout === false) {
    flex.setPositionType(PositionType.Absolute)
    flex.setPosition(Edge.Left, node.values.x)
    flex.setPosition(Edge.Top, node.values.y)
  }
}

/** Whether the flex engine has to ask for a size at each width. */
const isMeasured = (node: LayoutNode): boolean => node.kind === 'text' || node.measure !== undefined

/** What is measured is as wide as its content, unless its holder says how wide it is or has less room. */
function measured(node: LayoutNode, width: number, mode: MeasureMode): Size {
  if (mode === MeasureMode.Exactly) return contentSize(node, width)
  const natural = contentSize(node, Infinity)
  return mode === MeasureMode.Undefined || natural.width <= width ? natural : contentSize(node, width)
}

/**
 * What a part's content would take if nothing held it: its width with room without end, its height at the width the
 * part has. One that takes its width from its content has that, unless its holder leaves it less. What is not to be seen takes no room in a row or column.
 */
export function unconstrainedSize(whole: LayoutNode, widthPx: number): Size {
  const node = withoutUnseen(whole)
  const freed = { ...node, values: { ...node.values, widthFrom: 'content', heightFrom: 'content' } }
  const { width } = naturalSize(freed)
  const isNarrowed = widthPx > 0 && widthPx < width - 0.01
  const held = node.values.widthFrom === 'content' && !isNarrowed ? freed : { ...node, values: { ...node.values, width: widthPx, widthFrom: 'fixed', heightFrom: 'content' } }
  return { width, height: naturalSize(held).height }
}

function setSize(flex: Node, size: Size): void {
  flex.setWidth(size.width)
  flex.setHeight(size.height)
}
