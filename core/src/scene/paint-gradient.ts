import { itemAt, lastOf, type Gradient } from '../document'
import { interpolateColour } from '../motion'
import { round } from './round'
import { svg, type SvgNode } from './svg'

interface Frame {
  readonly width: number
  readonly height: number
  /** How far the paint reaches beyond the frame, in px: half a stroke. */
  readonly beyond: number
}

/**
 * The definition of a gradient over a part's frame. Without a place of its own a linear one runs from edge to edge as in
 * CSS Images 3 § 3.4.1, a radial one ends at the nearest sides, a conic one turns about the middle.
 */
export function gradientDefinition(value: Gradient, id: string, frame: Frame): SvgNode {
  switch (value.gradient) {
    case 'linear':
      return svg('linearGradient', id, { id, gradientUnits: 'userSpaceOnUse', ...linearPlace(value, frame) }, stopsOf(value))
    case 'radial':
      return svg('radialGradient', id, { id, gradientUnits: 'userSpaceOnUse', cx: 0, cy: 0, r: 1, gradientTransform: radialPlace(value, frame) }, stopsOf(value))
    case 'conic':
      return conic(value, id, frame)
  }
}

const stopsOf = ({ stops }: Gradient): readonly SvgNode[] =>
  stops.map(({ colour, at }, index) => svg('stop', String(index), {
    offset: round(at), 'stop-color': colour.slice(0, 7), ...(colour.length > 7 ? { 'stop-opacity': round(parseInt(colour.slice(7), 16) / 255) } : {}),
  }))

function linearPlace({ angleDeg, place }: Gradient, { width, height }: Frame): Record<string, string | number> {
  if (place) return { x1: 0, y1: 0, x2: 1, y2: 0, gradientTransform: placed(place, width, height) }
  const angle = (angleDeg * Math.PI) / 180
  const half = (Math.abs(width * Math.sin(angle)) + Math.abs(height * Math.cos(angle))) / 2
  const [x, y] = [Math.sin(angle) * half, -Math.cos(angle) * half]
  return { x1: round(width / 2 - x), y1: round(height / 2 - y), x2: round(width / 2 + x), y2: round(height / 2 + y) }
}

const radialPlace = ({ place }: Gradient, { width, height }: Frame): string =>
  placed(place ?? [0.5, 0, 0, 0.5, 0.5, 0.5], width, height)

const placed = ([a = 1, b = 0, c = 0, d = 1, e = 0, f = 0]: NonNullable<Gradient['place']>, width: number, height: number): string =>
  `matrix(${[a * width, b * height, c * width, d * height, e * width, f * height].map(round).join(' ')})`

/** SVG has no conic gradient; so many wedges come close enough to one. */
const WEDGES = 120

function conic(value: Gradient, id: string, { width, height, beyond }: Frame): SvgNode {
  const reach = Math.hypot(width, height) / 2 + beyond
  const [cx, cy] = [width / 2, height / 2]
  const at = (share: number): string => {
    const angle = ((value.angleDeg + share * 360) * Math.PI) / 180
    return `${round(cx + Math.sin(angle) * reach * 1.1)} ${round(cy - Math.cos(angle) * reach * 1.1)}`
  }
  const wedges = Array.from({ length: WEDGES }, (_, index) => {
    // Crisp edges let neither a seam nor an overlap show between them.
    return svg('path', String(index), { d: `M${cx} ${cy}L${at(index / WEDGES)}L${at((index + 1) / WEDGES)}Z`, fill: colourAt(value, (index + 0.5) / WEDGES), 'shape-rendering': 'crispEdges' })
  })
  const frame = { x: -beyond, y: -beyond, width: width + 2 * beyond, height: height + 2 * beyond }
  return svg('pattern', id, { id, patternUnits: 'userSpaceOnUse', ...frame }, [svg('g', 'wedges', { transform: `translate(${beyond} ${beyond})` }, wedges)])
}

/** The colour of a gradient at a share of its way, mixed in sRGB as SVG and CSS do. */
function colourAt({ stops }: Gradient, share: number): string {
  const next = stops.findIndex(({ at }) => at >= share)
  if (next < 0) return lastOf(stops).colour
  const [before, after] = [stops[next - 1], itemAt(stops, next)]
  if (!before) return after.colour
  return interpolateColour(before.colour, after.colour, 'srgb')((share - before.at) / Math.max(1e-9, after.at - before.at))
}
