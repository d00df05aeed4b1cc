import type { LayoutNode, Rectangle, Size } from './node'

/** Whether a part is held to anything but the top left of what holds it. */
export const isPinned = ({ values }: LayoutNode): boolean =>
  (values.pinX !== undefined && values.pinX !== 'start') || (values.pinY !== undefined && values.pinY !== 'start')

/**
 * Where a part of a free container, of that size by itself, lies when the container has another size than the one the part was drawn in:
 * at the same distance from the edge it is pinned to, from both, from the middle, or in proportion.
 */
export function pinnedPlace(node: LayoutNode, size: Size, drawnIn: Size, now: Size): Rectangle {
  const [x, width] = pinned(node.values.pinX, node.values.x, size.width, drawnIn.width, now.width)
  const [y, height] = pinned(node.values.pinY, node.values.y, size.height, drawnIn.height, now.height)
  return { x, y, width, height }
}

function pinned(pin: unknown, at: number, length: number, drawnIn: number, now: number): readonly [at: number, length: number] {
  const more = now - drawnIn
  switch (pin) {
    case 'end':
      return [at + more, length]
    case 'both':
      return [at, Math.max(0, length + more)]
    case 'centre':
      return [at + more / 2, length]
    case 'scale': {
      const by = drawnIn === 0 ? 1 : now / drawnIn
      return [at * by, length * by]
    }
    default:
      return [at, length]
  }
}
