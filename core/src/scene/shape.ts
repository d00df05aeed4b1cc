import type { DrawItem, ShownValues } from './draw-list'
import type { Point } from './matrix'
import { round } from './round'

export interface Corners {
  readonly topLeft: number
  readonly topRight: number
  readonly bottomRight: number
  readonly bottomLeft: number
}

/** Corner radii, reduced together where two would overlap (CSS Backgrounds 3 § 5.5). */
export function cornersOf(values: ShownValues): Corners {
  const [width, height] = [values.width, values.height]
  const topLeft = values.radiusTopLeft
  const topRight = values.radiusTopRight
  const bottomRight = values.radiusBottomRight
  const bottomLeft = values.radiusBottomLeft
  const fits = (side: number, radii: number) => (radii > side ? side / radii : 1)
  const f = Math.min(
    fits(width, topLeft + topRight), fits(width, bottomLeft + bottomRight),
    fits(height, topLeft + bottomLeft), fits(height, topRight + bottomRight),
  )
  return { topLeft: topLeft * f, topRight: topRight * f, bottomRight: bottomRight * f, bottomLeft: bottomLeft * f }
}

/** The outline of a box with rounded corners, in SVG path notation. */
export function boxOutline(values: ShownValues): string {
  const [w, h] = [values.width, values.height]
  const { topLeft: a, topRight: b, bottomRight: c, bottomLeft: d } = cornersOf(values)
  const corner = (r: number, x: number, y: number) => (r > 0 ? `A${r} ${r} 0 0 1 ${x} ${y}` : '')
  return `M${a} 0H${w - b}${corner(b, w, b)}V${h - c}${corner(c, w - c, h)}H${d}${corner(d, 0, h - d)}V${a}${corner(a, a, 0)}Z`
}

/** Whether an ellipse is closed all round without a hole, and can be drawn as one. */
export const isFullEllipse = (values: ShownValues): boolean =>
  Math.abs(values.arcSweep) >= 360 && values.innerRadius === 0

/**
 * The outline of an ellipse's arc: open when it is only stroked, a sector or a ring segment when it is filled.
 * Angles are in degrees clockwise from the top.
 */
export function arcOutline(values: ShownValues): string {
  const [rx, ry] = [values.width / 2, values.height / 2]
  const start = values.arcStart
  const sweep = Math.max(-360, Math.min(360, values.arcSweep))
  const inner = values.innerRadius
  const outerArc = arc(rx, ry, rx, ry, start, sweep)
  if (values.fill === null) return `M${outerArc}`
  if (inner === 0) return Math.abs(sweep) >= 360 ? `M${outerArc}Z` : `M${rx} ${ry}L${outerArc}Z`
  return `M${outerArc}${Math.abs(sweep) >= 360 ? 'ZM' : 'L'}${arc(rx, ry, rx * inner, ry * inner, start + sweep, -sweep)}Z`
}

function arc(cx: number, cy: number, rx: number, ry: number, startDeg: number, sweepDeg: number): string {
  const at = (deg: number) => {
    const angle = ((deg - 90) * Math.PI) / 180
    return `${round(cx + rx * Math.cos(angle))} ${round(cy + ry * Math.sin(angle))}`
  }
  const pieces = Math.max(1, Math.ceil(Math.abs(sweepDeg) / 170))
  let outline = at(startDeg)
  for (let piece = 1; piece <= pieces; piece++) {
    outline += `A${round(rx)} ${round(ry)} 0 0 ${sweepDeg >= 0 ? 1 : 0} ${at(startDeg + (sweepDeg * piece) / pieces)}`
  }
  return outline
}

/** Whether a point, in the part's own coordinates, lies on what the part itself paints. */
export function isOnShape(item: DrawItem, { x, y }: Point): boolean {
  const { values, kind } = item
  const [w, h] = [values.width, values.height]
  const reach = values.stroke != null ? values.strokeWidth / 2 : 0
  if (x < -reach || y < -reach || x > w + reach || y > h + reach) return false
  switch (kind) {
    case 'container':
    case 'box':
      return (values.fill !== null || values.stroke !== null) && isInsideRounded(values, x, y)
    case 'ellipse':
      return isOnEllipse(values, x, y, reach)
    case 'instance':
    case 'list':
    case 'slot':
      return false
    case 'path':
    case 'text':
    case 'picture':
    case 'icon':
      return true
  }
}

function isInsideRounded(values: ShownValues, x: number, y: number): boolean {
  const [w, h] = [values.width, values.height]
  const corners = cornersOf(values)
  const outside = (r: number, fromX: number, fromY: number) =>
    fromX < r && fromY < r && (r - fromX) ** 2 + (r - fromY) ** 2 > r * r
  return !(
    outside(corners.topLeft, x, y) || outside(corners.topRight, w - x, y) ||
    outside(corners.bottomRight, w - x, h - y) || outside(corners.bottomLeft, x, h - y)
  )
}

function isOnEllipse(values: ShownValues, x: number, y: number, reach: number): boolean {
  const [rx, ry] = [values.width / 2, values.height / 2]
  if (rx + reach <= 0 || ry + reach <= 0) return false
  const distance = Math.hypot((x - rx) / (rx + reach), (y - ry) / (ry + reach))
  const hole = values.fill === null ? Math.max(0, (Math.min(rx, ry) - reach) / (Math.min(rx, ry) + reach)) : values.innerRadius
  if (distance > 1 || distance < hole) return false
  const sweep = values.arcSweep
  if (Math.abs(sweep) >= 360) return true
  const start = values.arcStart + Math.min(0, sweep)
  const angle = (Math.atan2((y - ry) / ry, (x - rx) / rx) * 180) / Math.PI + 90
  return (((angle - start) % 360) + 360) % 360 <= Math.abs(sweep)
}
