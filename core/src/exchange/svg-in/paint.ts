import { formatHex8, parse } from 'culori'
import { certain, firstOf, lastOf, type Colour, type Gradient, type Paint } from '../../document'
import { multiply, type Frame, type Matrix } from '../../scene'
import { lengthIn, transformIn } from './geometry'
import type { Style, StyleSheets } from './style'
import type { SvgElement } from './tree'

/** A colour of CSS as `#rrggbb` or `#rrggbbaa`, made more transparent by `opacity`; null for what is none. */
export function colourIn(text: string, current: string, opacity = 1): Colour | null {
  const colour = parse(text.trim().toLowerCase() === 'currentcolor' ? current : text.trim())
  if (!colour) return null
  const hex = formatHex8({ ...colour, alpha: (colour.alpha ?? 1) * opacity })
  return hex.endsWith('ff') ? hex.slice(0, 7) : hex
}

/** A number between 0 and 1, or a percentage; 1 for what is neither. */
export function ratioIn(text: string | undefined): number {
  const number = lengthIn(text, 1)
  return number === null ? 1 : Math.min(1, Math.max(0, number))
}

/** What a paint needs to know about the shape it is for. */
export interface Painted {
  readonly style: Style
  /** The shape's own bounds in its own coordinates, and the frame of the part it becomes. */
  readonly bounds: Frame
  readonly frame: Frame
  /** From the shape's coordinates to those of the picture. */
  readonly matrix: Matrix
}

/** Finds the paints that styles refer to. */
export class Paints {
  constructor(
    private readonly byId: ReadonlyMap<string, SvgElement>,
    private readonly sheets: StyleSheets,
    private readonly onLeftOut: (what: string) => void,
  ) {}

  /** The fill or stroke of a shape. What cannot come in is left out, or its fallback colour used. */
  paintOf(property: 'fill' | 'stroke', { style, ...shape }: Painted): Paint {
    const said = style[property] ?? 'none'
    const opacity = ratioIn(style[`${property}-opacity`])
    if (said === 'none' || said === 'transparent') return null
    const reference = /^url\(\s*["']?#([^"')]+)["']?\s*\)\s*(.*)$/.exec(said)
    if (!reference) {
      const colour = colourIn(said, style.color ?? '#000000', opacity)
      if (colour === null) this.onLeftOut(`the colour “${said}”`)
      return colour
    }
    const element = this.byId.get(certain(reference[1]))
    if (element?.name === 'linearGradient' || element?.name === 'radialGradient') return this.gradient(element, shape, opacity, style)
    if (element) this.onLeftOut(`the paint “${element.name}”`)
    return reference[2] ? colourIn(reference[2], style.color ?? '#000000', opacity) : null
  }

  private gradient(element: SvgElement, { bounds, frame, matrix }: Omit<Painted, 'style'>, opacity: number, style: Style): Paint {
    const chain = this.templates(element)
    const said = (name: string) => chain.find(({ attributes }) => attributes[name] !== undefined)?.attributes[name]
    const stops = this.stopsOf(chain.find(({ children }) => children.some(({ name }) => name === 'stop')), opacity, style)
    if (stops.length === 0) return null
    if (stops.length === 1) return firstOf(stops).colour
    if (said('spreadMethod') !== undefined && said('spreadMethod') !== 'pad') this.onLeftOut('the repetition of a gradient')
    const isBox = said('gradientUnits') !== 'userSpaceOnUse'
    const length = (name: string, otherwise: string, whole: number) => lengthIn(said(name) ?? otherwise, isBox ? 1 : whole) ?? 0
    const units: Matrix = isBox ? [bounds.width, 0, 0, bounds.height, bounds.x, bounds.y] : [1, 0, 0, 1, 0, 0]
    const own = element.name === 'linearGradient' ? this.line(length, bounds) : this.circle(length, said, bounds)
    const toPicture = multiply(matrix, multiply(units, multiply(transformIn(said('gradientTransform')) ?? [1, 0, 0, 1, 0, 0], own)))
    const toShares: Matrix = [1 / frame.width, 0, 0, 1 / frame.height, -frame.x / frame.width, -frame.y / frame.height]
    const place = multiply(toShares, toPicture)
    if (!place.every(Number.isFinite)) return lastOf(stops).colour
    return { gradient: element.name === 'linearGradient' ? 'linear' : 'radial', angleDeg: 90, stops, place: place.map((entry) => Math.round(entry * 1e6) / 1e6) }
  }

  private line(length: (name: string, otherwise: string, whole: number) => number, { width, height }: Frame): Matrix {
    const [x1, y1, x2, y2] = [length('x1', '0%', width), length('y1', '0%', height), length('x2', '100%', width), length('y2', '0%', height)]
    return [x2 - x1, y2 - y1, y1 - y2, x2 - x1, x1, y1]
  }

  private circle(length: (name: string, otherwise: string, whole: number) => number, said: (name: string) => string | undefined, { width, height }: Frame): Matrix {
    const [cx, cy, r] = [length('cx', '50%', width), length('cy', '50%', height), length('r', '50%', Math.hypot(width, height) / Math.SQRT2)]
    if (said('fx') !== undefined || said('fy') !== undefined) {
      const isOff = Math.abs(length('fx', `${cx}`, width) - cx) > 1e-6 || Math.abs(length('fy', `${cy}`, height) - cy) > 1e-6
      if (isOff) this.onLeftOut('the focus of a gradient')
    }
    return [r, 0, 0, r, cx, cy]
  }

  private stopsOf(element: SvgElement | undefined, opacity: number, around: Style): Gradient['stops'] {
    let last = 0
    return (element?.children ?? []).filter(({ name }) => name === 'stop').slice(0, 32).map((stop) => {
      const style = this.sheets.styleOf(stop, around)
      last = Math.max(last, ratioIn(stop.attributes.offset ?? '0'))
      const colour = colourIn(style['stop-color'] ?? '#000000', style.color ?? '#000000', ratioIn(style['stop-opacity']) * opacity)
      return { colour: colour ?? '#000000', at: last }
    })
  }

  /** A gradient with those it takes what it does not say from, nearest first. */
  private templates(element: SvgElement): readonly SvgElement[] {
    const chain: SvgElement[] = []
    for (let at: SvgElement | undefined = element; at && !chain.includes(at); at = this.byId.get(at.attributes.href?.replace(/^#/, '') ?? '')) chain.push(at)
    return chain
  }
}
