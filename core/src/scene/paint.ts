import { assetAddress, isGradient, type Paint } from '../document'
import { isCrossFade, type Shown } from '../motion'
import { matrixFrom, type DrawItem, type DrawList, type ShownValues } from './draw-list'
import { IDENTITY, type Matrix } from './matrix'
import { pageContent } from './page-content'
import { fadeDefinition, filterDefinition } from './paint-effects'
import { gradientDefinition } from './paint-gradient'
import { round } from './round'
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
  const matrix = matrixFrom(values)
  if (!isIdentity(matrix)) attributes.transform = `matrix(${matrix.map(round).join(' ')})`
  const opacity = values.opacity
  if (opacity < 1) attributes.opacity = round(opacity)
  const filter = filterDefinition(item, `${id}-filter`)
  if (filter) {
    definitions.push(filter)
    attributes.filter = `url(#${id}-filter)`
  }
  const fade = fadeDefinition(values, `${id}-fade`)
  if (fade) definitions.push(fade)
  const clip = values.clip === true ? clipDefinition(values, `${id}-clip`) : null
  if (clip) definitions.push(clip)
  const held = { ...(clip ? { 'clip-path': `url(#${id}-clip)` } : {}), ...(fade ? { mask: `url(#${id}-fade)` } : {}) }
  const inside = clip || fade ? [svg('g', 'inside', held, children)] : children
  const defs = definitions.length > 0 ? [svg('defs', 'defs', {}, definitions)] : []
  return svg('g', item.key, attributes, [...defs, ...own, ...inside])
}

const isIdentity = (matrix: Matrix): boolean => matrix.every((entry, index) => entry === IDENTITY[index])

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
      return crossFaded(values.d, (d, key, opacity) => svg('path', key, { d, ...(values.fillRule === 'evenodd' ? { 'fill-rule': 'evenodd' } : {}), ...look, ...opacity }))
    }
    case 'text': {
      const look = paintAttributes(values, id, definitions)
      return crossFaded(values.text, (text, key, opacity) => paintText(values, text, key, { ...look, ...opacity }))
    }
    case 'picture':
      return crossFaded(values.picture, (asset, key, opacity) => picture(values, asset, key, id, definitions, opacity))
    case 'icon': {
      const look = paintAttributes(values, id, definitions)
      return crossFaded(values.icon, (d, key, opacity) => svg('path', key, { d, transform: iconPlace(values), ...look, ...opacity }))
    }
    case 'slot':
      return pageContent(values)
    case 'instance':
    case 'list':
      return []
  }
}

const PROPORTIONS: Readonly<Record<string, string>> = { contain: 'xMidYMid meet', cover: 'xMidYMid slice', stretch: 'none' }

function picture(values: ShownValues, asset: string, key: string, id: string, definitions: SvgNode[], opacity: Attributes): SvgNode {
  const frame = { width: round(values.width), height: round(values.height) }
  if (asset === '') return svg('g', key, {})
  const isRounded = Object.values(cornersOf(values)).some((radius) => radius > 0)
  if (isRounded && !definitions.some(({ attributes }) => attributes.id === `${id}-frame`)) definitions.push(clipDefinition(values, `${id}-frame`))
  return svg('image', key, {
    href: assetAddress(asset), ...frame, preserveAspectRatio: PROPORTIONS[values.pictureFit] ?? 'none',
    ...(isRounded ? { 'clip-path': `url(#${id}-frame)` } : {}), ...opacity,
  })
}

/** Icons are drawn in a field of 24 by 24, which is fitted into the part. */
const ICON_FIELD = 24

function iconPlace(values: ShownValues): string {
  const [width, height] = [values.width, values.height]
  const by = Math.min(width, height) / ICON_FIELD
  return `translate(${round((width - ICON_FIELD * by) / 2)} ${round((height - ICON_FIELD * by) / 2)}) scale(${round(by)})`
}

/** One element, or several over one another while a value fades into the next. */
function crossFaded(value: Shown, draw: (value: string, key: string, opacity: Attributes) => SvgNode): readonly SvgNode[] {
  if (!isCrossFade(value)) return [draw(String(value), 'shape', {})]
  return value.crossFade.map(({ value: each, share }, index) => draw(String(each), `layer${index}`, { opacity: round(share) }))
}

function box(values: ShownValues, look: Attributes): SvgNode {
  const { topLeft, topRight, bottomRight, bottomLeft } = cornersOf(values)
  if (topLeft !== topRight || topLeft !== bottomRight || topLeft !== bottomLeft) {
    return svg('path', 'shape', { d: boxOutline(values), ...look })
  }
  const frame: Attributes = { width: round(values.width), height: round(values.height) }
  return svg('rect', 'shape', topLeft > 0 ? { ...frame, rx: round(topLeft), ...look } : { ...frame, ...look })
}

function ellipse(values: ShownValues, look: Attributes): SvgNode {
  if (!isFullEllipse(values)) return svg('path', 'shape', { d: arcOutline(values), 'fill-rule': 'evenodd', ...look })
  const [rx, ry] = [values.width / 2, values.height / 2]
  return svg('ellipse', 'shape', { cx: round(rx), cy: round(ry), rx: round(rx), ry: round(ry), ...look })
}

function paintAttributes(values: ShownValues, id: string, definitions: SvgNode[]): Attributes {
  const attributes: Attributes = { fill: paintReference(values.fill, `${id}-fill`, values, definitions) }
  if (values.stroke == null) return attributes
  attributes.stroke = paintReference(values.stroke, `${id}-stroke`, values, definitions)
  attributes['stroke-width'] = round(values.strokeWidth)
  if (values.strokeCap !== 'butt') attributes['stroke-linecap'] = values.strokeCap
  if (values.strokeJoin !== undefined && values.strokeJoin !== 'miter') attributes['stroke-linejoin'] = values.strokeJoin
  const dash = values.strokeDash
  if (dash.length > 0) attributes['stroke-dasharray'] = dash.join(' ')
  return attributes
}

function paintReference(value: Paint, id: string, values: ShownValues, definitions: SvgNode[]): string {
  if (value === null) return 'none'
  if (!isGradient(value)) return value
  const beyond = values.stroke == null ? 0 : (values.strokeWidth) / 2
  definitions.push(gradientDefinition(value, id, { width: values.width, height: values.height, beyond }))
  return `url(#${id})`
}

const clipDefinition = (values: ShownValues, id: string): SvgNode =>
  svg('clipPath', 'clip', { id }, [svg('path', 'frame', { d: boxOutline({ ...NO_CORNERS, ...values }) })])

const NO_CORNERS = { radiusTopLeft: 0, radiusTopRight: 0, radiusBottomRight: 0, radiusBottomLeft: 0 }
