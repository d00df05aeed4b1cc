import { itemAt } from '../../document'
import { lengthIn, numbersIn } from './geometry'
import { strokesOf, type Frame } from '../../scene'
import type { SvgElement } from './tree'

/** A basic shape as an outline in its own coordinates; null when its geometry cannot be read or shows nothing. */
export function outlineIn({ name, attributes }: SvgElement, room: { readonly width: number; readonly height: number }): string | null {
  const across = (of: string, otherwise: number | null = 0) => lengthIn(attributes[of], room.width) ?? (attributes[of] === undefined ? otherwise : null)
  const down = (of: string, otherwise: number | null = 0) => lengthIn(attributes[of], room.height) ?? (attributes[of] === undefined ? otherwise : null)
  switch (name) {
    case 'path':
      return pathIn(attributes.d)
    case 'rect':
      return rectOutline(across('x'), down('y'), across('width'), down('height'), ...radiiOf(across('rx', null), down('ry', null)))
    case 'circle': {
      const r = lengthIn(attributes.r, Math.hypot(room.width, room.height) / Math.SQRT2)
      return ellipseOutline(across('cx'), down('cy'), r, r)
    }
    case 'ellipse':
      return ellipseOutline(across('cx'), down('cy'), across('rx'), down('ry'))
    case 'line': {
      const ends = [across('x1'), down('y1'), across('x2'), down('y2')]
      return ends.every((end) => end !== null) ? `M${ends[0]} ${ends[1]}L${ends[2]} ${ends[3]}` : null
    }
    case 'polyline':
    case 'polygon': {
      const numbers = numbersIn(attributes.points)
      const points = Array.from({ length: Math.floor(numbers.length / 2) }, (_, index) => `${numbers[2 * index]} ${numbers[2 * index + 1]}`)
      return points.length < 2 ? null : `M${points.join('L')}${name === 'polygon' ? 'Z' : ''}`
    }
    default:
      return null
  }
}

const SHAPES = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'])

/** Whether an SVG element is one of the basic shapes or a path (SVG 2). */
export const isShape = ({ name }: SvgElement): boolean => SHAPES.has(name)

function pathIn(d: string | undefined): string | null {
  if (d === undefined || d.trim() === '' || /nan|infinity/i.test(d)) return null
  const points = strokesOf(d).flatMap((stroke) => stroke.points)
  const isSound = points.length > 0 && points.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y) && Math.abs(x) < 1e6 && Math.abs(y) < 1e6)
  return isSound ? d : null
}

/** A radius that is not given is the other one (SVG 2 § 10.2). */
const radiiOf = (rx: number | null, ry: number | null): readonly [number, number] => [rx ?? ry ?? 0, ry ?? rx ?? 0]

function rectOutline(x: number | null, y: number | null, width: number | null, height: number | null, rx: number, ry: number): string | null {
  if (x === null || y === null || width === null || height === null || width <= 0 || height <= 0) return null
  const [a, b] = [Math.min(Math.max(0, rx), width / 2), Math.min(Math.max(0, ry), height / 2)]
  if (a === 0 || b === 0) return `M${x} ${y}H${x + width}V${y + height}H${x}Z`
  const corner = (toX: number, toY: number) => `A${a} ${b} 0 0 1 ${toX} ${toY}`
  return `M${x + a} ${y}H${x + width - a}${corner(x + width, y + b)}V${y + height - b}${corner(x + width - a, y + height)}H${x + a}${corner(x, y + height - b)}V${y + b}${corner(x + a, y)}Z`
}

function ellipseOutline(cx: number | null, cy: number | null, rx: number | null, ry: number | null): string | null {
  if (cx === null || cy === null || rx === null || ry === null || rx <= 0 || ry <= 0) return null
  return `M${cx + rx} ${cy}A${rx} ${ry} 0 0 1 ${cx - rx} ${cy}A${rx} ${ry} 0 0 1 ${cx + rx} ${cy}Z`
}

/** The frame an outline fills when it is an upright rectangle; null when it is anything else. */
export function rectangleOutline(d: string): Frame | null {
  const [stroke, ...others] = strokesOf(d)
  if (!stroke || others.length > 0 || stroke.points.some((point) => point.in ?? point.out)) return null
  const points = stroke.points.filter((point, index) => index === 0 || point.x !== itemAt(stroke.points, index - 1).x || point.y !== itemAt(stroke.points, index - 1).y)
  const [xs, ys] = [[...new Set(points.map(({ x }) => Math.round(x * 100)))], [...new Set(points.map(({ y }) => Math.round(y * 100)))]]
  if (points.length < 4 || points.length > 5 || xs.length !== 2 || ys.length !== 2) return null
  const isAlong = points.slice(1).every(({ x, y }, index) => Math.abs(x - itemAt(points, index).x) < 0.005 || Math.abs(y - itemAt(points, index).y) < 0.005)
  const [left, top] = [Math.min(...points.map(({ x }) => x)), Math.min(...points.map(({ y }) => y))]
  return isAlong ? { x: left, y: top, width: Math.max(...points.map(({ x }) => x)) - left, height: Math.max(...points.map(({ y }) => y)) - top } : null
}
