/** An identifier: unique among its siblings in the document, never shown to people. */
export type Id = string

/** A colour as `#rrggbb` or `#rrggbbaa`, in sRGB. */
export type Colour = string

export interface GradientStop {
  readonly colour: Colour
  /** Position along the gradient, 0 to 1. */
  readonly at: number
}

export interface Gradient {
  readonly gradient: 'linear' | 'radial' | 'conic'
  /** Direction in degrees, clockwise from up, as in CSS. Ignored by radial gradients. */
  readonly angleDeg: number
  readonly stops: readonly GradientStop[]
  /**
   * Where it lies instead, as a matrix in shares of the part's width and height: a linear one from (0, 0) to (1, 0), a
   * radial one as the unit circle.
   */
  readonly place?: readonly number[]
}

/** What a shape is filled or stroked with; `null` paints nothing. */
export type Paint = Colour | Gradient | null

export interface Shadow {
  readonly x: number
  readonly y: number
  readonly blur: number
  readonly spread: number
  readonly colour: Colour
  readonly inset: boolean
}

/** A value without any reference to something else. */
export type Literal = number | string | boolean | null | Gradient | readonly Shadow[] | readonly number[]

/** A value computed from parameters, variables and measures, in the expression language. */
export interface ExpressionValue {
  readonly expr: string
}

/** A value that stands in the project's tokens. */
export interface TokenValue {
  readonly token: Id
}

export type Value = Literal | ExpressionValue | TokenValue

export const isExpression = (value: Value | undefined): value is ExpressionValue =>
  typeof value === 'object' && value !== null && 'expr' in value

export const isToken = (value: Value | undefined): value is TokenValue =>
  typeof value === 'object' && value !== null && 'token' in value

export const isGradient = (value: unknown): value is Gradient =>
  typeof value === 'object' && value !== null && 'gradient' in value

/** Structural equality of JSON values; key order does not count. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) !== Array.isArray(b)) return false
  const keys = Object.keys(a)
  if (keys.length !== Object.keys(b).length) return false
  return keys.every(
    (key) =>
      Object.hasOwn(b, key) &&
      sameValue((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]),
  )
}
