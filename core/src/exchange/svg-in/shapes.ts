import type { PropertyValues } from '../../document'
import { outlineBounds, transformedOutline, type Frame, type Matrix } from '../../scene'
import type { Built } from './built'
import { isEven, isUpright, lengthIn, numbersIn, scaleOf } from './geometry'
import { ratioIn, type Paints } from './paint'
import type { Style } from './style'
import type { SvgElement } from './tree'

interface Shape {
  /** The outline in the shape's own coordinates. */
  readonly d: string
  readonly matrix: Matrix
  readonly style: Style
  readonly name: string
  readonly room: { readonly width: number; readonly height: number }
}

/** A shape as a part: a box or an ellipse where it still is one after its transforms, otherwise a path. */
export function shapePart(element: SvgElement, shape: Shape, paints: Paints, onLeftOut: (what: string) => void): Built {
  const { d, matrix, style, name } = shape
  const outline = transformedOutline(d, matrix)
  const drawn = outlineBounds(outline)
  // A line has no height, but something of it has to be taken hold of, and gradients need a frame that is one.
  const frame: Frame = { ...drawn, width: Math.max(drawn.width, 0.01), height: Math.max(drawn.height, 0.01) }
  const painted = { style, bounds: outlineBounds(d), frame, matrix }
  const opacity = ratioIn(style.opacity)
  const common: PropertyValues = {
    fill: element.name === 'line' ? null : paints.paintOf('fill', painted),
    ...strokeValues(shape, paints.paintOf('stroke', painted), onLeftOut),
    ...(opacity < 1 ? { opacity } : {}),
  }
  const plain = plainShape(element, shape)
  if (plain) return { kind: plain.kind, name, frame, values: { ...plain.values, ...common }, inside: [] }
  return {
    kind: 'path', name, frame, inside: [],
    values: { d: transformedOutline(outline, [1, 0, 0, 1, -frame.x, -frame.y]), ...(style['fill-rule'] === 'evenodd' ? { fillRule: 'evenodd' } : {}), ...common },
  }
}

function plainShape({ name, attributes }: SvgElement, { matrix, room }: Shape): { readonly kind: 'box' | 'ellipse'; readonly values: PropertyValues } | null {
  if (!isUpright(matrix)) return null
  if (name === 'circle' || name === 'ellipse') return { kind: 'ellipse', values: {} }
  if (name !== 'rect') return null
  const rx = lengthIn(attributes.rx, room.width) ?? lengthIn(attributes.ry, room.height) ?? 0
  const ry = lengthIn(attributes.ry, room.height) ?? rx
  if (rx === 0 || ry === 0) return { kind: 'box', values: {} }
  if (Math.abs(rx * matrix[0] - ry * matrix[3]) > 0.01) return null
  const radius = Math.round(rx * matrix[0] * 1000) / 1000
  return { kind: 'box', values: { radiusTopLeft: radius, radiusTopRight: radius, radiusBottomRight: radius, radiusBottomLeft: radius } }
}

function strokeValues({ style, matrix, room }: Shape, stroke: PropertyValues[string], onLeftOut: (what: string) => void): PropertyValues {
  const width = lengthIn(style['stroke-width'], Math.hypot(room.width, room.height) / Math.SQRT2) ?? 1
  if (stroke === null || stroke === undefined || width <= 0) return {}
  if (!isEven(matrix)) onLeftOut('the uneven width of a stroke')
  if (style['vector-effect'] === 'non-scaling-stroke') onLeftOut('the fixed width of a stroke')
  if ((lengthIn(style['stroke-dashoffset']) ?? 0) !== 0) onLeftOut('the offset of a dash')
  const scale = scaleOf(matrix)
  const dash = style['stroke-dasharray'] === 'none' ? [] : numbersIn(style['stroke-dasharray']).map((length) => Math.round(Math.abs(length) * scale * 1000) / 1000)
  return {
    stroke, strokeWidth: Math.round(width * scale * 1000) / 1000,
    ...(style['stroke-linecap'] === 'round' || style['stroke-linecap'] === 'square' ? { strokeCap: style['stroke-linecap'] } : {}),
    ...(style['stroke-linejoin'] === 'round' || style['stroke-linejoin'] === 'bevel' ? { strokeJoin: style['stroke-linejoin'] } : {}),
    ...(dash.some((length) => length > 0) ? { strokeDash: dash } : {}),
  }
}
