import { paint, svg, toMarkup, type DrawList, type SvgNode } from '../scene'

/** A frame as a stand-alone SVG file, as large as its surface in px, with what is drawn over it. */
export const pictureFile = (list: DrawList, over: readonly SvgNode[] = []): string => `${pictureMarkup(list, 'picture', { xmlns: 'http://www.w3.org/2000/svg' }, over)}\n`

/**
 * A frame as an SVG element, as large as its surface in px.
 *
 * @param scope what the identifiers inside it begin with, so that they are there once in a document
 * @param over what is drawn over it
 */
export function pictureMarkup(list: DrawList, scope: string, more: Readonly<Record<string, string>>, over: readonly SvgNode[] = []): string {
  const width = Number(list[0]?.values.width ?? 0)
  const height = Number(list[0]?.values.height ?? 0)
  return toMarkup(svg('svg', 'picture', { ...more, width, height, viewBox: `0 0 ${width} ${height}` }, [...paint(list, scope), ...over]))
}
