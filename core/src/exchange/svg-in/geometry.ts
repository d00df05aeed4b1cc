import { IDENTITY, multiply, type Matrix } from '../../scene'
import { certain } from '../../document'

/** CSS px in one of each unit (CSS Values 4 § 6). */
const UNITS: Readonly<Record<string, number>> = { px: 1, pt: 4 / 3, pc: 16, in: 96, cm: 96 / 2.54, mm: 96 / 25.4, q: 96 / 101.6 }

/** A length in px; a percentage is of `whole`, an em of `emPx`. Null for what is no finite length. */
export function lengthIn(text: string | undefined, whole = 0, emPx = 16): number | null {
  const found = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(%|[a-z]*)\s*$/i.exec(text ?? '')
  if (!found) return null
  const number = Number(found[1])
  const unit = certain(found[2]).toLowerCase()
  const length = unit === '%' ? (number / 100) * whole : unit === 'em' || unit === 'rem' ? number * emPx : unit === 'ex' ? (number * emPx) / 2 : number * (unit === '' ? 1 : (UNITS[unit] ?? NaN))
  return Number.isFinite(length) && Math.abs(length) < 1e6 ? length : null
}

/** The numbers of a list separated by spaces or commas. */
export const numbersIn = (text: string | undefined): readonly number[] =>
  (text?.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).map(Number).filter((number) => Number.isFinite(number) && Math.abs(number) < 1e6)

const turn = (degrees: number): number => (degrees * Math.PI) / 180

/** The matrix of a `transform` attribute (CSS Transforms 1 § 8); null when one of its functions cannot be read. */
export function transformIn(text: string | undefined): Matrix | null {
  let matrix = IDENTITY
  for (const [, name, inside] of (text ?? '').matchAll(/([a-zA-Z]+)\s*\(([^)]*)\)/g)) {
    const step = stepOf(certain(name), numbersIn(inside))
    if (!step) return null
    matrix = multiply(matrix, step)
  }
  return matrix.every(Number.isFinite) ? matrix : null
}

function stepOf(name: string, given: readonly number[]): Matrix | null {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = given
  if (given.length === 0) return null
  switch (name) {
    case 'matrix':
      return given.length === 6 ? [a, b, c, d, e, f] : null
    case 'translate':
    case 'translateX':
      return [1, 0, 0, 1, a, b]
    case 'translateY':
      return [1, 0, 0, 1, 0, a]
    case 'scale':
      return [a, 0, 0, given.length > 1 ? b : a, 0, 0]
    case 'rotate': {
      const [cos, sin] = [Math.cos(turn(a)), Math.sin(turn(a))]
      return multiply(multiply([1, 0, 0, 1, b, c], [cos, sin, -sin, cos, 0, 0]), [1, 0, 0, 1, -b, -c])
    }
    case 'skewX':
      return [1, 0, Math.tan(turn(a)), 1, 0, 0]
    case 'skewY':
      return [1, Math.tan(turn(a)), 0, 1, 0, 0]
    default:
      return null
  }
}

/** From the coordinates of a `viewBox` to a place of that size (SVG 2 § 8.2). */
export function viewBoxMatrix(viewBox: readonly number[], proportions: string | undefined, width: number, height: number): Matrix {
  const [x = 0, y = 0, w = 0, h = 0] = viewBox
  if (viewBox.length !== 4 || w <= 0 || h <= 0) return IDENTITY
  const [align = 'xMidYMid', fit = 'meet'] = (proportions ?? 'xMidYMid meet').trim().split(/\s+/)
  if (align === 'none') return [width / w, 0, 0, height / h, -x * (width / w), -y * (height / h)]
  const by = fit === 'slice' ? Math.max(width / w, height / h) : Math.min(width / w, height / h)
  const share = (name: string) => (name === 'Min' ? 0 : name === 'Max' ? 1 : 0.5)
  const [, across = 'Mid', down = 'Mid'] = /^x(Min|Mid|Max)Y(Min|Mid|Max)$/.exec(align) ?? []
  return [by, 0, 0, by, (width - w * by) * share(across) - x * by, (height - h * by) * share(down) - y * by]
}

/** How much a matrix makes things larger: the root of what it makes of areas. */
export const scaleOf = ([a, b, c, d]: Matrix): number => Math.sqrt(Math.abs(a * d - b * c))

/** Whether a matrix leaves upright what is upright, and turns nothing over. */
export const isUpright = ([a, b, c, d]: Matrix): boolean => Math.abs(b) < 1e-9 && Math.abs(c) < 1e-9 && a > 0 && d > 0

/** Whether a matrix scales alike in all directions, so that strokes keep their shape. */
export const isEven = ([a, b, c, d]: Matrix): boolean =>
  Math.abs(Math.hypot(a, b) - Math.hypot(c, d)) < 1e-3 * Math.hypot(a, b, c, d) && Math.abs(a * c + b * d) < 1e-3 * Math.hypot(a, b, c, d) ** 2
