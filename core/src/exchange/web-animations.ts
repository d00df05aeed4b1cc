import { itemAt, propertyDefinition, type Literal, type Part } from '../document'
import { isCrossFade, parseColour, toOklab, type Lane } from '../motion'

/** One lane for `Element.animate` (Web Animations Level 1). */
export interface ExportedLane {
  readonly part: string
  readonly property: string
  readonly keyframes: readonly Readonly<Record<string, string | number>>[]
  readonly options: { readonly delay: number; readonly duration: number; readonly easing: string; readonly fill: 'both'; readonly composite?: 'add' }
}

export interface ExportedMotion {
  readonly lanes: readonly ExportedLane[]
  /** What no CSS property can show, so that it is not forgotten. */
  readonly left: readonly { readonly part: string; readonly property: string }[]
}

interface CssProperty {
  readonly css: string
  readonly value: (value: Literal) => string
}

const px = (css: string): CssProperty => ({ css, value: (value) => `${String(value)}px` })
const plain = (css: string): CssProperty => ({ css, value: String })
const colour = (css: string): CssProperty => ({ css, value: cssColour })

/** The CSS property that shows a property of a part, and how its values are written. */
const CSS: Readonly<Record<string, CssProperty>> = {
  x: px('left'), y: px('top'), translateX: px('marginLeft'), translateY: px('marginTop'), width: px('width'), height: px('height'),
  rotation: { css: 'rotate', value: (value) => `${String(value)}deg` },
  scaleX: { css: 'scale', value: (value) => `${String(value)} 1` }, scaleY: { css: 'scale', value: (value) => `1 ${String(value)}` },
  opacity: plain('opacity'), visible: { css: 'visibility', value: (value) => (value === true ? 'visible' : 'hidden') },
  fill: colour('backgroundColor'), stroke: colour('borderColor'), strokeWidth: px('strokeWidth'),
  radiusTopLeft: px('borderTopLeftRadius'), radiusTopRight: px('borderTopRightRadius'),
  radiusBottomRight: px('borderBottomRightRadius'), radiusBottomLeft: px('borderBottomLeftRadius'),
  fontSize: px('fontSize'), letterSpacing: px('letterSpacing'), lineHeight: plain('lineHeight'), gap: px('gap'),
  paddingTop: px('paddingTop'), paddingRight: px('paddingRight'), paddingBottom: px('paddingBottom'), paddingLeft: px('paddingLeft'),
  blur: { css: 'filter', value: (value) => `blur(${String(value)}px)` },
}

/** The lanes of an instance as Web Animations keyframes, by the names of its parts. */
export function webAnimations(parts: readonly Part[], lanes: readonly Lane[]): ExportedMotion {
  const exported = lanes.map((lane) => ({ lane, named: { part: itemAt(parts, lane.part).name, property: lane.property }, as: exportedLane(lane) }))
  return {
    lanes: exported.flatMap(({ named, as }) => (as ? [{ ...named, ...as }] : [])),
    left: exported.flatMap(({ named, as }) => (as ? [] : [named])),
  }
}

function exportedLane(lane: Lane): Omit<ExportedLane, 'part' | 'property'> | null {
  const css = CSS[lane.property]
  const isColour = propertyDefinition(lane.property)?.type === 'paint'
  if (!css || (isColour && ![lane.from, lane.to].every((value) => typeof value === 'string' || value === null))) return null
  const { delayMs: delay, durationMs: duration } = lane
  const options = { delay, duration, fill: 'both' as const, ...(lane.property === 'scaleY' ? { composite: 'add' as const } : {}) }
  if (isOneLeg(lane)) {
    return { keyframes: [lane.from, lane.to].map((value) => ({ [css.css]: css.value(ofBoth(value, lane)) })), options: { ...options, easing: lane.timing.easing } }
  }
  return { keyframes: sampled(lane).map(({ offset, value }) => ({ offset, [css.css]: css.value(value) })), options: { ...options, easing: 'linear' } }
}

/** Whether the browser can go the whole way by itself: from one value to another along an easing it knows, mixing as we do. */
function isOneLeg(lane: Lane): boolean {
  const isOurs = lane.timing.easing.startsWith('spring(') || lane.timing.switchAt !== null || lane.ease !== lane.timing.ease
  const turns = propertyDefinition(lane.property)?.type === 'angle' && lane.timing.rotationDirection !== 'as written'
  const mixesOtherwise = propertyDefinition(lane.property)?.type === 'paint' && lane.timing.colourSpace === 'srgb'
  return !isOurs && !turns && !mixesOtherwise
}

/** Missing paint is the other end's colour made transparent. */
function ofBoth(value: Literal, { from, to }: Lane): Literal {
  if (value !== null) return value
  const other = from ?? to
  return typeof other === 'string' ? `${other.slice(0, 7)}00` : '#00000000'
}

const SAMPLES = 200

/** What a lane comes to, eased, at a share of its time. Cross-fades are not exported, and have none. */
function valueAt(lane: Lane, offset: number): Literal {
  const shown = offset >= 1 ? lane.to : lane.valueAt(lane.ease(offset))
  return isCrossFade(shown) ? lane.to : shown
}

/** Values close enough together to be joined by straight lines, at every seam too; the value just before a jump as well as after it. */
function sampled(lane: Lane): readonly { readonly offset: number; readonly value: Literal }[] {
  const even = Array.from({ length: SAMPLES + 1 }, (_, index) => index / SAMPLES)
  const offsets = [...new Set([...even, ...lane.seams])].toSorted((a, b) => a - b)
  return offsets.map((offset) => ({ offset, value: ofBoth(valueAt(lane, offset), lane) }))
}

/** A colour in OKLab, because that is what makes a browser mix it there (CSS Color 4 § 12). */
function cssColour(value: Literal): string {
  const [l, a, b, alpha] = toOklab(parseColour(String(value)))
  return `oklab(${l} ${a} ${b} / ${alpha})`
}
