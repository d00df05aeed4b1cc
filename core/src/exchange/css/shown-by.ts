import { asPaint, asShadows, isGradient, type Gradient, type Literal, type PartKind } from '../../document'
import { parseColour, toOklab } from '../../motion'
import type { Values } from '../../machine'
import { arcOutline, FONT_FAMILIES, isFullEllipse } from '../../scene'

/** A CSS property that shows a property of a part, and how its values are written. */
export interface ShownBy {
  readonly css: string
  readonly text: (value: Literal) => string
}

/** What draws a part in a page: a box, an outline in a picture of its own, letters, a field or a picture. */
export type Drawn = 'box' | 'outline' | 'letters' | 'picture'

/** The properties of our own that carry what CSS has only together with something else; each is registered, so that it travels. */
export const CARRIERS: Readonly<Record<string, { readonly syntax: string; readonly initial: string }>> = {
  '--shift-x': { syntax: '<length>', initial: '0px' }, '--shift-y': { syntax: '<length>', initial: '0px' },
  '--scale-x': { syntax: '<number>', initial: '1' }, '--scale-y': { syntax: '<number>', initial: '1' },
  '--stroke': { syntax: '<color>', initial: 'transparent' }, '--stroke-width': { syntax: '<length>', initial: '1px' },
  '--origin-x': { syntax: '<percentage>', initial: '50%' }, '--origin-y': { syntax: '<percentage>', initial: '50%' },
}

const by = (css: string, unit = ''): ShownBy => ({ css, text: (value) => `${tidy(value)}${unit}` })

const said = (css: string, words: Readonly<Record<string, string>> = {}): ShownBy => ({ css, text: (value) => words[String(value)] ?? String(value) })

const share = (css: string): ShownBy => ({ css, text: (value) => `${tidy(Number(value) * 100)}%` })

const coloured = (css: string): ShownBy => ({ css, text: colourText })

/** What shows a property whatever the part is. */
const EVERYWHERE: Readonly<Record<string, readonly ShownBy[]>> = {
  x: [by('left', 'px')], y: [by('top', 'px')], width: [by('width', 'px')], height: [by('height', 'px')],
  translateX: [by('--shift-x', 'px')], translateY: [by('--shift-y', 'px')], rotation: [by('rotate', 'deg')],
  scaleX: [by('--scale-x')], scaleY: [by('--scale-y')], transformOriginX: [share('--origin-x')], transformOriginY: [share('--origin-y')],
  opacity: [by('opacity')], visible: [said('visibility', { true: 'inherit', false: 'hidden' })], blur: [{ css: 'filter', text: (value) => `blur(${tidy(value)}px)` }],
  clip: [said('overflow', { true: 'hidden', false: 'visible' })], cursor: [said('cursor')], receivesInput: [said('pointer-events', { true: 'inherit', false: 'none' })],
}

const CORNERS: Readonly<Record<string, readonly ShownBy[]>> = {
  radiusTopLeft: [by('border-top-left-radius', 'px')], radiusTopRight: [by('border-top-right-radius', 'px')],
  radiusBottomRight: [by('border-bottom-right-radius', 'px')], radiusBottomLeft: [by('border-bottom-left-radius', 'px')],
}

const OWN: Readonly<Record<Drawn, Readonly<Record<string, readonly ShownBy[]>>>> = {
  box: {
    ...CORNERS, fill: [coloured('background-color')], shadow: [{ css: 'box-shadow', text: shadowText }],
    stroke: [coloured('--stroke')], strokeWidth: [by('--stroke-width', 'px')],
    strokeDash: [{ css: 'outline-style', text: (value) => (Array.isArray(value) && value.length > 0 ? 'dashed' : 'solid') }],
  },
  outline: { fill: [coloured('fill')], stroke: [coloured('stroke')], strokeWidth: [by('stroke-width', 'px')], strokeCap: [said('stroke-linecap')], strokeJoin: [said('stroke-linejoin')], fillRule: [said('fill-rule')] },
  letters: {
    fill: [coloured('color')], fontFamily: [said('font-family', FONT_FAMILIES)], fontSize: [by('font-size', 'px')], fontWeight: [said('font-weight')],
    fontCase: [said('text-transform', { 'as written': 'none', upper: 'uppercase', lower: 'lowercase' })], letterSpacing: [by('letter-spacing', 'px')], lineHeight: [by('line-height')],
    textAlign: [said('text-align')], textWrap: [said('white-space', { true: 'pre-wrap', false: 'pre' })], ellipsis: [said('text-overflow', { true: 'ellipsis', false: 'clip' })],
  },
  picture: { ...CORNERS, pictureFit: [said('object-fit', { stretch: 'fill' })] },
}

/** What a part is like without a word of it, by the ground all parts have. */
export const UNSAID: Readonly<Record<string, string>> = {
  ...Object.fromEntries(Object.entries(CARRIERS).map(([name, { initial }]) => [name, initial])),
  rotate: '0deg', opacity: '1', visibility: 'inherit', filter: 'blur(0px)', 'pointer-events': 'inherit', cursor: 'default', overflow: 'visible', 'box-shadow': 'none',
  'background-color': 'transparent', 'background-image': 'none', 'outline-style': 'solid', ...Object.fromEntries(Object.values(CORNERS).flat().map(({ css }) => [css, '0px'])),
  stroke: 'transparent', 'stroke-linecap': 'butt', 'stroke-linejoin': 'miter', 'fill-rule': 'nonzero', 'text-transform': 'none', 'letter-spacing': '0px', 'text-overflow': 'clip', 'text-align': 'start',
}

/** What draws a part that shows these values. */
export function drawnBy(kind: PartKind, values: Values): Drawn {
  if (kind === 'path' || kind === 'icon' || (kind === 'ellipse' && !isFullEllipse(values))) return 'outline'
  return kind === 'text' || kind === 'field' ? 'letters' : kind === 'picture' ? 'picture' : 'box'
}

/** What shows a value of a property of a part drawn so; nothing where no CSS does. */
export function shownBy(drawn: Drawn, property: string, value: Literal): readonly ShownBy[] {
  if (property === 'fill' && isGradient(value)) return []
  return OWN[drawn][property] ?? EVERYWHERE[property] ?? []
}

/** All CSS properties that show something of a part drawn so. */
export const propertiesShowing = (drawn: Drawn): readonly string[] => [...new Set(Object.values({ ...EVERYWHERE, ...OWN[drawn] }).flat().map(({ css }) => css))]

/** Declarations of an element that shows these values, by property. */
export function declarations(kind: PartKind, values: Values, drawn: Drawn): Readonly<Record<string, string>> {
  const plain = Object.entries(values).flatMap(([property, value]) => shownBy(drawn, property, value).map(({ css, text }) => [css, text(value)] as const))
  const fill = values.fill ?? null
  return {
    ...Object.fromEntries(plain), ...(kind === 'ellipse' && drawn === 'box' ? { 'border-radius': '50%' } : {}),
    ...(drawn === 'box' ? { 'background-image': isGradient(fill) ? gradientText(fill) : 'none', ...(isGradient(fill) ? { 'background-color': 'transparent' } : {}) } : {}),
  }
}

/** The outline inside a part that is drawn by one, in px of the part; null where it is no outline CSS could hold. */
export function outlineText(kind: PartKind, values: Values): string | null {
  const d = kind === 'ellipse' ? arcOutline(values) : String((kind === 'icon' ? values.icon : values.d) ?? '')
  return /^[\w\s.,+-]*$/.test(d) ? d : null
}

/** A number as CSS has it, to a millionth. */
function tidy(value: Literal): string {
  return String(Math.round(Number(value) * 1e6) / 1e6)
}

/** A colour in OKLab, because that is what makes a browser mix it there (CSS Color 4 § 12). */
export function colourText(value: Literal): string {
  const paint = asPaint(value)
  if (typeof paint !== 'string') return 'transparent'
  const [l, a, b, alpha] = toOklab(parseColour(paint)).map((each) => Math.round(each * 1e6) / 1e6)
  return `oklab(${l} ${a} ${b} / ${alpha})`
}

function shadowText(value: Literal): string {
  const shadows = asShadows(value)
  return shadows.length === 0 ? 'none' : shadows.map(({ x, y, blur, spread, colour, inset }) => `${inset ? 'inset ' : ''}${x}px ${y}px ${blur}px ${spread}px ${colourText(colour)}`).join(', ')
}

/** A gradient as CSS Images 4 has it; mixed in OKLab. */
function gradientText({ gradient, angleDeg, stops }: Gradient): string {
  const list = stops.map(({ at, colour }) => `${colour} ${tidy(at * 100)}%`).join(', ')
  if (gradient === 'linear') return `linear-gradient(${tidy(angleDeg)}deg in oklab, ${list})`
  return gradient === 'radial' ? `radial-gradient(closest-side in oklab, ${list})` : `conic-gradient(from ${tidy(angleDeg)}deg in oklab, ${list})`
}
