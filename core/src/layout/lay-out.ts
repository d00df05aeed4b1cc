import { boxOf, naturalSize, type Box } from './flex'
import { isFlex, type LayoutNode, type Rectangle, type Size } from './node'
import { isPinned, pinnedPlace } from './pins'

/** Whether anything below a part has to be laid out at all; a tree of fixed places does not. */
export const needsLayout = (node: LayoutNode): boolean =>
  isFlex(node) || node.measure !== undefined || node.values.widthFrom === 'content' || node.values.heightFrom === 'content' ||
  node.children.some((child) => isPinned(child) || needsLayout(child))

/**
 * Where every part of a tree lies: in rows and columns as these are laid out, everything else where it was put. What is not to
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
  place(root, root.values, naturalSize(root))
  return places

  function place(node: LayoutNode, { x, y }: Point, { width, height }: Size): void {
    places.set(node.id, { x, y, width, height })
    if (isFlex(node)) placeItems(node, boxOf(node, width, height))
    else for (const child of node.children) placeFree(child, node, { width, height })
  }

  function placeItems(node: LayoutNode, { items }: Box): void {
    for (const { node: child, x, y, box } of items) place(child, { x, y }, box)
    for (const child of node.children) if (child.values.inLayout === false) place(child, child.values, naturalSize(child))
  }

  function placeFree(node: LayoutNode, holder: LayoutNode, size: Size): void {
    const own = naturalSize(node)
    const pinned = isPinned(node) ? pinnedPlace(node, own, holder.reference ?? size, size) : null
    place(node, pinned ?? node.values, pinned ?? own)
  }
}

interface Point {
  readonly x: number
  readonly y: number
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
