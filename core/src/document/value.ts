import { hasKeys } from './fields'
import { array, boolean, choice, withDescription, either, integer, nothing, number, object, optional, record, text, type Of } from './shape'

/** An identifier: there once in the whole project, never shown to people. */
export type Id = string
const ID_PATTERN = /^[A-Za-z][A-Za-z0-9_-]{0,63}$/
export const Id = withDescription(text(64, { pattern: ID_PATTERN }), 'An identifier, there once in the whole project')

/** What something is called. */
export const Name = text(200)

/** What somebody says of a thing, for whoever works on it next; nothing follows from it. */
export const Note = text(20_000)

/** What a name that expressions can use is like. */
export const IDENTIFIER = /^[A-Za-z_][A-Za-z0-9_]*$/

/** A name expressions can use. */
export const Identifier = withDescription(text(100, { pattern: IDENTIFIER }), 'A name expressions can use')

/** States by axes. */
export const StatesByAxis = record(ID_PATTERN, Id)

/** A length of time. */
export const Ms = withDescription(integer(0, 3_600_000), 'Whole milliseconds')

/** A colour as `#rrggbb` or `#rrggbbaa`, in sRGB. */
export type Colour = string
export const Colour = withDescription(text(9, { pattern: /^#([0-9a-fA-F]{6}|[0-9a-fA-F]{8})$/ }), '#rrggbb or #rrggbbaa, sRGB')

export const GradientStop = object({
  colour: Colour,
  /** Position along the gradient, 0 to 1. */
  at: number({ min: 0, max: 1 }),
})
export interface GradientStop extends Of<typeof GradientStop> {}

export const Gradient = object({
  gradient: choice('linear', 'radial', 'conic'),
  /** Direction in degrees, clockwise from up, as in CSS. Ignored by radial gradients. */
  angleDeg: number(),
  stops: array(GradientStop, { least: 2, most: 32 }),
  /**
   * Where it lies instead, as a matrix in shares of the part's width and height: a linear one from (0, 0) to (1, 0), a
   * radial one as the unit circle.
   */
  place: optional(array(number(), { least: 6, most: 6 })),
})
export interface Gradient extends Of<typeof Gradient> {}

/** What a shape is filled or stroked with; `null` paints nothing. */
export type Paint = Colour | Gradient | null

export const Shadow = object({ x: number(), y: number(), blur: number({ min: 0 }), spread: number(), colour: Colour, inset: boolean })
export interface Shadow extends Of<typeof Shadow> {}

/** The text of an expression; `docs/semantics.md` says what it means. */
export const ExpressionText = text(4000)

/** A value computed from parameters, variables and measures, in the expression language. */
export const ExpressionValue = object({ expr: ExpressionText })
export interface ExpressionValue extends Of<typeof ExpressionValue> {}

/** A value that is in the project's tokens. */
export const TokenValue = object({ token: Id })
export interface TokenValue extends Of<typeof TokenValue> {}

const literals = [number(), text(100_000, { empty: true }), boolean, nothing, Gradient, array(Shadow), array(number())] as const

/** A value without any reference to something else. */
export const Literal = either(...literals)
export type Literal = Of<typeof Literal>

export const Value = either(...literals, ExpressionValue, TokenValue)
export type Value = Of<typeof Value>

/** Whether a value is worked out from an expression. */
export const isExpression = (value: Value | undefined): value is ExpressionValue =>
  typeof value === 'object' && value !== null && 'expr' in value

/** Whether a value is that of a token. */
export const isToken = (value: Value | undefined): value is TokenValue =>
  typeof value === 'object' && value !== null && 'token' in value

/** Whether a fill is a gradient. */
export const isGradient = (value: unknown): value is Gradient =>
  hasKeys(value) && 'gradient' in value

/** A value that is a number, as properties of numbers have; throws a `TypeError` for another, which is a fault of the program. */
export function asNumber(value: unknown): number {
  if (typeof value !== 'number') throw new TypeError(`${String(value)} is not a number.`)
  return value
}

/** A value that is text, such as a colour or an outline; throws a `TypeError` for another, which is a fault of the program. */
export function asText(value: unknown): string {
  if (typeof value !== 'string') throw new TypeError(`${String(value)} is not text.`)
  return value
}

/** What a value paints; nothing where it is no paint. */
export const asPaint = (value: unknown): Paint => (typeof value === 'string' || isGradient(value) ? value : null)

/** The shadows of a value that is a list of them. */
export const asShadows = (value: Value): readonly Shadow[] => (Array.isArray(value) ? value.filter((each) => typeof each === 'object') : [])

/** The numbers of a value that is a list of them. */
export const asNumbers = (value: Value): readonly number[] => (Array.isArray(value) ? value.filter((each) => typeof each === 'number') : [])

/** Structural equality of JSON values; key order does not count. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (!hasKeys(a) || !hasKeys(b) || Array.isArray(a) !== Array.isArray(b)) return false
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => Object.hasOwn(b, key) && sameValue(a[key], b[key]))
}
