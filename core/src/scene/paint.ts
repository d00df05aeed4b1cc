import { isGradient, type Gradient, type Paint, type Shadow } from '../document'
import { isCrossFade, type Shown } from '../motion'
import { matrixOf, type DrawItem, type DrawList, type ShownValues } from './draw-list'
import { IDENTITY, type Matrix } from './matrix'
import { arcOutline, boxOutline, cornersOf, isFullEllipse } from './shape'
import { svg, type SvgNode } from './svg'
import { paintText } from './paint-text'

type Attributes = Record<string, string | number>

const painted = new WeakMap<DrawItem, Map<string, SvgNode>>()

/**
 * A draw list as SVG. `scope` keeps the identifiers of gradients and clips apart when several pictures stand in one
 * page. An item painted before is answered from memory, so unchanged parts are the very same nodes.
 */
export const paint = (list: DrawList, scope: string): readonly SvgNode[] =>
  list.filter((item) => item.values.visible !== false).map((item) => paintItem(item, scope))

function paintItem(item: DrawItem, scope: string): SvgNode {
  const known = painted.get(item)?.get(scope)
  if (known) return known
  const node = build(item, scope)
  painted.set(item, (painted.get(item) ?? new Map<string, SvgNode>()).set(scope, node))
  return node
}

function build(item: DrawItem, scope: string): SvgNode {
  const { values } = item
  const id = `${scope}-${item.key}`.replace(/[^A-Za-z0-9_-]/g, '_')
  const definitions: SvgNode[] = []
  const own = shapes(item, id, definitions)
  const children = paint(item.children, scope)
  const attributes: Attributes = { 'data-part': item.key }
  const matrix = matrixOf(values)
  if (!isIdentity(matrix)) attributes.transform = `matrix(${matrix.map(round).join(' ')})`
  const opacity = values.opacity as number
  if (opacity < 1) attributes.opacity = round(opacity)
  const filter = filterOf(values, id, definitions)
  if (filter) attributes.filter = filter
  const inside = values.clip === true ? [clipped(item, children, id, definitions)] : children
  const defs = definitions.length > 0 ? [svg('defs', 'defs', {}, definitions)] : []
  return svg('g', item.key, attributes, [...defs, ...own, ...inside])
}

const isIdentity = (matrix: Matrix): boolean => matrix.every((entry, index) => entry === IDENTITY[index])

const round = (value: number): number => Math.round(value * 10000) / 10000

function shapes(item: DrawItem, id: string, definitions: SvgNode[]): readonly SvgNode[] {
  const { values, kind } = item
  switch (kind) {
    case 'box':
    case 'container': {
      const look = paintAttributes(values, id, definitions)
      return look.fill === 'none' && look.stroke === undefined ? [] : [box(values, look)]
    }
    case 'ellipse':
      return [ellipse(values, paintAttributes(values, id, definitions))]
    case 'path': {
      const look = paintAttributes(values, id, definitions)
      return crossFaded(values.d!, (d, key, opacity) => svg('path', key, { d, ...look, ...opacity }))
    }
    case 'text': {
      const look = paintAttributes(values, id, definitions)
      return crossFaded(values.text!, (text, key, opacity) => paintText(values, text, key, { ...look, ...opacity }))
    }
    case 'instance':
    case 'picture':
    case 'icon':
    case 'slot':
    case 'list':
      return []
  }
}

/** One element, or two over one another while a value fades into the next. */
function crossFaded(value: Shown, draw: (value: string, key: string, opacity: Attributes) => SvgNode): readonly SvgNode[] {
  if (!isCrossFade(value)) return [draw(String(value), 'shape', {})]
  const [from, to] = value.crossFade
  return [draw(String(from), 'from', { opacity: round(1 - value.at) }), draw(String(to), 'to', { opacity: round(value.at) })]
}

function box(values: ShownValues, look: Attributes): SvgNode {
  const { topLeft, topRight, bottomRight, bottomLeft } = cornersOf(values)
  if (topLeft !== topRight || topLeft !== bottomRight || topLeft !== bottomLeft) {
    return svg('path', 'shape', { d: boxOutline(values), ...look })
  }
  const frame: Attributes = { width: round(values.width as number), height: round(values.height as number) }
  return svg('rect', 'shape', topLeft > 0 ? { ...frame, rx: round(topLeft), ...look } : { ...frame, ...look })
}

function ellipse(values: ShownValues, look: Attributes): SvgNode {
  if (!isFullEllipse(values)) return svg('path', 'shape', { d: arcOutline(values), 'fill-rule': 'evenodd', ...look })
  const [rx, ry] = [(values.width as number) / 2, (values.height as number) / 2]
  return svg('ellipse', 'shape', { cx: round(rx), cy: round(ry), rx: round(rx), ry: round(ry), ...look })
}

function paintAttributes(values: ShownValues, id: string, definitions: SvgNode[]): Attributes {
  const attributes: Attributes = { fill: paintReference(values.fill as Paint, `${id}-fill`, definitions) }
  if (values.stroke == null) return attributes
  attributes.stroke = paintReference(values.stroke as Paint, `${id}-stroke`, definitions)
  attributes['stroke-width'] = round(values.strokeWidth as number)
  if (values.strokeCap !== 'butt') attributes['stroke-linecap'] = values.strokeCap as string
  const dash = values.strokeDash as readonly number[]
  if (dash.length > 0) attributes['stroke-dasharray'] = dash.join(' ')
  return attributes
}

function paintReference(value: Paint, id: string, definitions: SvgNode[]): string {
  if (value === null) return 'none'
  if (!isGradient(value)) return value
  definitions.push(gradient(value, id))
  return `url(#${id})`
}

function gradient(value: Gradient, id: string): SvgNode {
  const stops = value.stops.map(({ colour, at }, index) => svg('stop', String(index), { offset: round(at), 'stop-color': colour }))
  if (value.gradient !== 'linear') return svg('radialGradient', id, { id }, stops)
  const angle = ((value.angleDeg - 90) * Math.PI) / 180
  const [x, y] = [Math.cos(angle) / 2, Math.sin(angle) / 2]
  return svg('linearGradient', id, { id, x1: round(0.5 - x), y1: round(0.5 - y), x2: round(0.5 + x), y2: round(0.5 + y) }, stops)
}

function filterOf(values: ShownValues, id: string, definitions: SvgNode[]): string | null {
  const blur = values.blur as number
  const shadows = (values.shadow ?? []) as readonly Shadow[]
  if (blur === 0 && shadows.length === 0) return null
  const effects = shadows.map((shadow, index) =>
    svg('feDropShadow', `shadow${index}`, { dx: shadow.x, dy: shadow.y, stdDeviation: round(shadow.blur / 2), 'flood-color': shadow.colour }))
  if (blur > 0) effects.push(svg('feGaussianBlur', 'blur', { stdDeviation: round(blur / 2) }))
  definitions.push(svg('filter', 'filter', { id: `${id}-filter`, x: '-50%', y: '-50%', width: '200%', height: '200%' }, effects))
  return `url(#${id}-filter)`
}

function clipped(item: DrawItem, children: readonly SvgNode[], id: string, definitions: SvgNode[]): SvgNode {
  definitions.push(svg('clipPath', 'clip', { id: `${id}-clip` }, [svg('path', 'frame', { d: boxOutline(item.values) })]))
  return svg('g', 'inside', { 'clip-path': `url(#${id}-clip)` }, children)
}
