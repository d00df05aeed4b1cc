import { paint, svg, toMarkup, type DrawList } from '../scene'

/** A frame as a stand-alone SVG file, as large as its surface in px. */
export function pictureFile(list: DrawList): string {
  const width = Number(list[0]?.values.width ?? 0)
  const height = Number(list[0]?.values.height ?? 0)
  const attributes = { xmlns: 'http://www.w3.org/2000/svg', width, height, viewBox: `0 0 ${width} ${height}` }
  return `${toMarkup(svg('svg', 'picture', attributes, paint(list, 'picture')))}\n`
}
