import {
  asNumber, asNumbers, asPaint, asShadows, asText, certain, hasKeys, isGradient, sameValue, type Colour, type ColourSpace, type Gradient,
  type Literal, type Paint, type PropertyDefinition, type RotationDirection, type Shadow,
} from '../document'
import { formatColour, fromOklab, mixPremultiplied, parseColour, toOklab } from './colour'
import { interpolateOutline } from './outline'

/** Several values shown over one another, each with its share of the whole; the one that comes is the last. */
export interface CrossFade {
  readonly crossFade: readonly { readonly value: Literal; readonly share: number }[]
}

/** What a property shows at one instant. */
export type Shown = Literal | CrossFade

export type Interpolator = (p: number) => Shown

export interface Mixing {
  readonly rotationDirection: RotationDirection
  readonly colourSpace: ColourSpace
}

/** Whether two values that cannot be mixed show one over the other. */
export const isCrossFade = (value: unknown): value is CrossFade =>
  hasKeys(value) && 'crossFade' in value

/**
 * What lies between two values of a property: `p` is 0 at `from` and 1 at `to` and may overshoot.
 * Null when the property does not travel but changes at once. What changes only when the time is over shows what it was at 1 as well.
 */
export function interpolate(definition: PropertyDefinition, from: Literal, to: Literal, mixing: Mixing): Interpolator | null {
  if (definition.group === 'answer') return null
  switch (definition.type) {
    case 'number':
    case 'length':
    case 'ratio':
      return interpolateNumber(asNumber(from), asNumber(to), definition.min, definition.max)
    case 'angle':
      return interpolateAngle(asNumber(from), asNumber(to), mixing.rotationDirection)
    case 'colour':
      return interpolateColour(asText(from), asText(to), mixing.colourSpace)
    case 'paint':
      return interpolatePaint(asPaint(from), asPaint(to), mixing.colourSpace)
    case 'text':
      return crossFade(from, to)
    case 'yesNo':
      return definition.name === 'visible' ? interpolateVisibility(from === true, to === true) : null
    case 'picture':
    case 'icon':
      return crossFade(from, to)
    case 'path':
      return interpolateOutline(asText(from), asText(to)) ?? crossFade(from, to)
    case 'shadows':
      return interpolateShadows(asShadows(from), asShadows(to), mixing.colourSpace)
    case 'dash':
      return interpolateNumbers(asNumbers(from), asNumbers(to))
    case 'choice':
    case 'part':
      return null
  }
}

/** Straight from a to b, kept within the bounds where there are some. */
export function interpolateNumber(a: number, b: number, min = -Infinity, max = Infinity): (p: number) => number {
  const way = b - a
  if (min === -Infinity && max === Infinity) return (p) => (p === 1 ? b : a + way * p)
  return (p) => (p === 1 ? b : Math.min(max, Math.max(min, a + way * p)))
}

/** A text with one number in it, in three: what stands before the number, the number, what stands after it. */
const NUMBERED = /^([^\d]*?)(-?\d+(?:\.(\d+))?)([^\d]*)$/

/** From one text to another that differ in one number alone: that counts, with the decimals it has at the end; null for others. */
export function counting(from: Literal, to: Literal): Interpolator | null {
  const [, before, first, , after] = NUMBERED.exec(typeof from === 'string' ? from : '') ?? []
  const [, begins, last, decimals = '', ends] = NUMBERED.exec(typeof to === 'string' ? to : '') ?? []
  if (first === undefined || last === undefined || before !== begins || after !== ends) return null
  const between = interpolateNumber(Number(first), Number(last))
  return (p) => (p === 1 ? to : `${before}${between(p).toFixed(decimals.length)}${after}`)
}

/** From one angle in degrees to another, turning as told; ends at exactly b. */
export function interpolateAngle(a: number, b: number, turn: RotationDirection): (p: number) => number {
  const way = turnBetween(a, b, turn)
  return (p) => (p === 1 ? b : a + way * p)
}

/** By how many degrees one turns from a to b: `shortest` within ±180 (half a turn goes the way the numbers do, and so back the way it came), `clockwise` 0..360, `counterclockwise` −360..0. */
export function turnBetween(a: number, b: number, turn: RotationDirection): number {
  if (turn === 'as written') return b - a
  const clockwise = (((b - a) % 360) + 360) % 360
  if (turn === 'clockwise') return clockwise
  if (turn === 'counterclockwise') return clockwise === 0 ? 0 : clockwise - 360
  return clockwise > 180 || (clockwise === 180 && b < a) ? clockwise - 360 : clockwise
}

/** A colour on the way from one to another at a share from 0 to 1, mixed in OKLab (CSS Color Module Level 4). */
export function interpolateColour(a: Colour, b: Colour, space: ColourSpace): (p: number) => Colour {
  const from = parseColour(a)
  const to = parseColour(b)
  if (space === 'srgb') {
    const mix = mixPremultiplied(from, to)
    return (p) => (p === 1 ? b : formatColour(...mix(p)))
  }
  const mix = mixPremultiplied(toOklab(from), toOklab(to))
  return (p) => (p === 1 ? b : formatColour(...fromOklab(mix(p))))
}

/** Colours and gradients mix, a missing paint counting as the other one made transparent. */
export function interpolatePaint(a: Paint, b: Paint, space: ColourSpace): (p: number) => Paint {
  if (a === null) return b === null ? () => null : interpolatePaint(transparent(b), b, space)
  if (b === null) {
    const mix = interpolatePaint(a, transparent(a), space)
    return (p) => (p === 1 ? null : mix(p))
  }
  if (typeof a === 'string' && typeof b === 'string') return interpolateColour(a, b, space)
  if (isGradient(a) && isGradient(b) && a.gradient !== b.gradient) return (p) => (p < 0.5 ? a : b)
  const shape = isGradient(b) ? b : a
  return isGradient(shape) ? interpolateGradient(asGradient(a, shape), asGradient(b, shape), b, space) : () => b
}

function interpolateGradient(a: Gradient, b: Gradient, end: Paint, space: ColourSpace): (p: number) => Paint {
  const count = Math.max(a.stops.length, b.stops.length)
  const stops = Array.from({ length: count }, (_, index) => {
    const from = certain(a.stops[Math.min(index, a.stops.length - 1)])
    const to = certain(b.stops[Math.min(index, b.stops.length - 1)])
    return { colour: interpolateColour(from.colour, to.colour, space), at: interpolateNumber(from.at, to.at, 0, 1) }
  })
  const angle = interpolateAngle(a.angleDeg, b.angleDeg, 'shortest')
  const place = b.place && interpolateEach(a.place ?? b.place, b.place)
  return (p) => {
    if (p === 1) return end
    return { gradient: b.gradient, angleDeg: angle(p), stops: stops.map(({ colour, at }) => ({ colour: colour(p), at: at(p) })), ...(place ? { place: place(p) } : {}) }
  }
}

const asGradient = (paint: string | Gradient, like: Gradient): Gradient =>
  isGradient(paint) ? paint : { ...like, stops: like.stops.map(({ at }) => ({ colour: paint, at })) }

const transparent = (paint: string | Gradient): string | Gradient =>
  isGradient(paint) ? { ...paint, stops: paint.stops.map((stop) => ({ ...stop, colour: clear(stop.colour) })) } : clear(paint)

const clear = (colour: Colour): Colour => `${colour.slice(0, 7)}00`

/** Shows at once when entering, and all the way when leaving: it hides at the end of the time, however far the easing has gone by then. */
export const interpolateVisibility = (a: boolean, b: boolean): (() => boolean) => () => a || b

/** One value over another; a change to the same value is no change. */
export function crossFade(a: Literal, b: Literal): Interpolator {
  return sameValue(a, b) ? () => b : crossFadeFrom({ crossFade: [{ value: a, share: 1 }] }, b)
}

/** From a cross-fade in the middle of its way to another value, so that nothing that shows jumps. */
export function crossFadeFrom({ crossFade: before }: CrossFade, to: Literal): Interpolator {
  const others = before.filter(({ value }) => !sameValue(value, to))
  const had = before.find(({ value }) => sameValue(value, to))?.share ?? 0
  return (p) => {
    if (p >= 1) return to
    const left = 1 - Math.max(0, p)
    const shares = [...others.map(({ value, share }) => ({ value, share: share * left })), { value: to, share: had * left + Math.max(0, p) }]
    const shown = shares.filter(({ share }) => share > 0)
    return shown.length === 1 ? certain(shown[0]).value : { crossFade: shown }
  }
}

function interpolateEach(a: readonly number[], b: readonly number[]): (p: number) => readonly number[] {
  const each = b.map((to, index) => interpolateNumber(certain(a[index]), to))
  return (p) => each.map((mix) => mix(p))
}

/** Number by number; the shorter list is continued with zeros. */
export function interpolateNumbers(a: readonly number[], b: readonly number[]): (p: number) => readonly number[] {
  const count = Math.max(a.length, b.length)
  const each = Array.from({ length: count }, (_, index) => interpolateNumber(a[index] ?? 0, b[index] ?? 0, 0))
  return (p) => (p === 1 ? b : each.map((mix) => mix(p)))
}

function interpolateShadows(a: readonly Shadow[], b: readonly Shadow[], space: ColourSpace): (p: number) => readonly Shadow[] {
  const count = Math.max(a.length, b.length)
  const each = Array.from({ length: count }, (_, index) => {
    const from = a[index] ?? unseen(certain(b[index]))
    const to = b[index] ?? unseen(certain(a[index]))
    const colour = interpolateColour(from.colour, to.colour, space)
    const x = interpolateNumber(from.x, to.x)
    const y = interpolateNumber(from.y, to.y)
    const blur = interpolateNumber(from.blur, to.blur, 0)
    const spread = interpolateNumber(from.spread, to.spread)
    return (p: number): Shadow => ({ x: x(p), y: y(p), blur: blur(p), spread: spread(p), colour: colour(p), inset: to.inset })
  })
  return (p) => (p === 1 ? b : each.map((mix) => mix(p)))
}

const unseen = (shadow: Shadow): Shadow => ({ ...shadow, x: 0, y: 0, blur: 0, spread: 0, colour: clear(shadow.colour) })
