import type { ShownValues } from './draw-list'
import { round } from './round'
import { svg, type SvgNode } from './svg'

const FROM_PAGE = 'page:'

/** What fills a slot that holds what the page puts there which the drawing is on: nothing that could be a component. */
export const fromPage = (slot: string): string => `${FROM_PAGE}${slot}`

/**
 * A place in the drawing for what a page puts into a slot: the `slot` of HTML inside a `foreignObject` (SVG 2), as large as the content says,
 * or as the design does; nothing where something else fills it.
 */
export function pageContent({ content, width, height, widthFrom, heightFrom }: ShownValues): readonly SvgNode[] {
  if (typeof content !== 'string' || !content.startsWith(FROM_PAGE)) return []
  const slot = svg('slot', 'slot', { name: content.slice(FROM_PAGE.length), 'data-width': String(widthFrom), 'data-height': String(heightFrom) })
  return [svg('foreignObject', 'page', { width: round(width), height: round(height) }, [slot])]
}
