import type { Shadow } from '../document'
import { matrixOf, type DrawItem, type ShownValues } from './draw-list'
import { corners } from './handles'
import { IDENTITY, multiply, type Matrix } from './matrix'
import { svg, type SvgNode } from './svg'

const round = (value: number): number => Math.round(value * 100) / 100

interface Extent {
  left: number
  top: number
  right: number
  bottom: number
}

/** The filter of a part that is blurred or throws shadows; null when it does neither. Blur radii are twice the deviation, as in CSS. */
export function filterDefinition(item: DrawItem, id: string): SvgNode | null {
  const blur = item.values.blur
  const shadows = item.values.shadow ?? []
  if (blur === 0 && shadows.length === 0) return null
  const outer = shadows.filter(({ inset }) => !inset)
  const inner = shadows.filter(({ inset }) => inset)
  const steps = [
    ...outer.flatMap((shadow, index) => outerShadow(shadow, `outer${index}`)),
    ...inner.flatMap((shadow, index) => innerShadow(shadow, `inner${index}`)),
    // The first shadow is the topmost, and inner ones lie over the part itself.
    merged([...outer.map((_, index) => `outer${index}`).toReversed(), 'SourceGraphic', ...inner.map((_, index) => `inner${index}`).toReversed()], 'shaded'),
    ...(blur > 0 ? [svg('feGaussianBlur', 'blur', { in: 'shaded', stdDeviation: round(blur / 2) })] : []),
  ]
  return svg('filter', 'filter', { id, filterUnits: 'userSpaceOnUse', 'color-interpolation-filters': 'sRGB', ...region(item, blur, shadows) }, steps)
}

const merged = (inputs: readonly string[], result: string): SvgNode =>
  svg('feMerge', result, { result }, inputs.map((input) => svg('feMergeNode', input, { in: input })))

const coloured = ({ colour }: Shadow, key: string): SvgNode =>
  svg('feFlood', `${key}colour`, { 'flood-color': colour.slice(0, 7), 'flood-opacity': round(colour.length > 7 ? parseInt(colour.slice(7), 16) / 255 : 1), result: `${key}colour` })

const grown = (spread: number, key: string): SvgNode =>
  svg('feMorphology', `${key}grown`, { in: 'SourceAlpha', operator: spread >= 0 ? 'dilate' : 'erode', radius: round(Math.abs(spread)), result: `${key}grown` })

function outerShadow(shadow: Shadow, key: string): readonly SvgNode[] {
  return [
    ...(shadow.spread === 0 ? [] : [grown(shadow.spread, key)]),
    svg('feOffset', `${key}moved`, { in: shadow.spread === 0 ? 'SourceAlpha' : `${key}grown`, dx: round(shadow.x), dy: round(shadow.y), result: `${key}moved` }),
    svg('feGaussianBlur', `${key}soft`, { in: `${key}moved`, stdDeviation: round(shadow.blur / 2), result: `${key}soft` }),
    coloured(shadow, key),
    svg('feComposite', key, { in: `${key}colour`, in2: `${key}soft`, operator: 'in', result: key }),
  ]
}

function innerShadow(shadow: Shadow, key: string): readonly SvgNode[] {
  return [
    ...(shadow.spread === 0 ? [] : [grown(-shadow.spread, key)]),
    svg('feOffset', `${key}moved`, { in: shadow.spread === 0 ? 'SourceAlpha' : `${key}grown`, dx: round(shadow.x), dy: round(shadow.y), result: `${key}moved` }),
    svg('feGaussianBlur', `${key}soft`, { in: `${key}moved`, stdDeviation: round(shadow.blur / 2), result: `${key}soft` }),
    coloured(shadow, key),
    svg('feComposite', `${key}around`, { in: `${key}colour`, in2: `${key}soft`, operator: 'out', result: `${key}around` }),
    svg('feComposite', key, { in: `${key}around`, in2: 'SourceAlpha', operator: 'in', result: key }),
  ]
}

/** All that the filter has to look at: the part with everything inside it, and as far again as blurs and shadows reach. */
function region(item: DrawItem, blur: number, shadows: readonly Shadow[]): Record<string, number> {
  const reach = Math.max(0, ...shadows.map(({ x, y, blur: soft, spread }) => Math.max(Math.abs(x), Math.abs(y)) + 1.5 * soft + Math.max(0, spread))) + 1.5 * blur + 2
  const extent: Extent = { left: 0, top: 0, right: 0, bottom: 0 }
  extend(extent, item, IDENTITY)
  return {
    x: round(extent.left - reach), y: round(extent.top - reach),
    width: round(extent.right - extent.left + 2 * reach), height: round(extent.bottom - extent.top + 2 * reach),
  }
}

function extend(extent: Extent, item: DrawItem, matrix: Matrix): void {
  const beyond = item.values.stroke == null ? 0 : item.values.strokeWidth
  for (const { x, y } of corners(matrix, item.values.width, item.values.height)) {
    extent.left = Math.min(extent.left, x - beyond)
    extent.right = Math.max(extent.right, x + beyond)
    extent.top = Math.min(extent.top, y - beyond)
    extent.bottom = Math.max(extent.bottom, y + beyond)
  }
  if (item.values.clip === true) return
  for (const child of item.children) extend(extent, child, multiply(matrix, matrixOf(child.values)))
}

/** The mask that lets what is inside a part fade at its upper and lower edge; null when neither fades. */
export function fadeDefinition(values: ShownValues, id: string): SvgNode | null {
  const [top, bottom] = [values.fadeTop ?? 0, values.fadeBottom ?? 0]
  const [width, height] = [values.width, values.height]
  if ((top <= 0 && bottom <= 0) || height <= 0) return null
  const stop = (key: string, at: number, shade: string) => svg('stop', key, { offset: round(Math.min(1, Math.max(0, at))), 'stop-color': shade })
  const stops = [
    ...(top > 0 ? [stop('start', 0, '#000000'), stop('in', top / height, '#ffffff')] : []),
    ...(bottom > 0 ? [stop('out', 1 - bottom / height, '#ffffff'), stop('end', 1, '#000000')] : []),
  ]
  return svg('mask', 'fade', { id, maskUnits: 'userSpaceOnUse', x: 0, y: 0, width: round(width), height: round(height) }, [
    svg('linearGradient', 'ramp', { id: `${id}-ramp`, x1: 0, y1: 0, x2: 0, y2: 1 }, stops),
    svg('rect', 'room', { width: round(width), height: round(height), fill: `url(#${id}-ramp)` }),
  ])
}
