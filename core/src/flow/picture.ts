import type { Id } from '../document'
import { paint, svg, toMarkup, type DrawList, type SvgNode } from '../scene'
import { arrowPath } from './lay-out'
import type { FlowSheet } from './sheet'

const INK = '#1d2b33'
const MUTED = '#5b666b'
const FONT = { 'font-family': "'Atkinson Hyperlegible Next', sans-serif", 'font-size': 12 }

/** A flow as a stand-alone SVG file, one px to the px. */
export function flowFile({ width, height, columns, boxes, arrows }: FlowSheet, nameOf: (screen: Id) => string, drawnOf: (screen: Id) => DrawList): string {
  const attributes = { xmlns: 'http://www.w3.org/2000/svg', width, height, viewBox: `0 0 ${width} ${height}` }
  const ruler = columns.map(({ title, x }, index) => svg('text', `column ${index}`, { ...FONT, x, y: 20, fill: MUTED }, [], title))
  const screens = boxes.flatMap((box): readonly SvgNode[] => [
    svg('text', `name ${box.id}`, { ...FONT, 'font-weight': 700, x: box.x, y: box.y - 8, fill: INK }, [], nameOf(box.id)),
    svg('rect', `edge ${box.id}`, { x: box.x, y: box.y, width: box.width, height: box.height, fill: 'none', stroke: MUTED }),
    svg('svg', `picture ${box.id}`, { x: box.x, y: box.y, width: box.width, height: box.height, overflow: 'hidden' }, [svg('g', 'scaled', { transform: `scale(${box.scale})` }, paint(drawnOf(box.id), `flow-${box.id}`))]),
  ])
  const lines = arrows.flatMap(({ link, points, label }): readonly SvgNode[] => [
    svg('path', `line ${link.id}`, { d: arrowPath(points), fill: 'none', stroke: INK, 'marker-end': 'url(#tip)' }),
    svg('text', `label ${link.id}`, { ...FONT, x: label.x, y: label.y + 4, 'text-anchor': 'middle', fill: INK }, [], link.label),
  ])
  const tip = svg('defs', 'tip', {}, [svg('marker', 'tip', { id: 'tip', viewBox: '0 0 8 8', refX: 7, refY: 4, markerUnits: 'userSpaceOnUse', markerWidth: 10, markerHeight: 10, orient: 'auto' }, [svg('path', 'tip', { d: 'M0 0.5L8 4L0 7.5Z', fill: INK })])])
  return `${toMarkup(svg('svg', 'flow', attributes, [tip, ...ruler, ...screens, ...lines]))}\n`
}
