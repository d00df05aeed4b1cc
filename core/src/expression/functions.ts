import type { ExpressionType } from './types'

export interface ExpressionFunction {
  readonly least: number
  readonly most: number
  /** What it takes, for a person. */
  readonly takes: string
  readonly argument: ExpressionType
  readonly result: ExpressionType
  readonly call: (...args: number[]) => number
}

const numeric = (least: number, most: number, takes: string, call: (...args: number[]) => number): ExpressionFunction => ({
  least, most, takes, argument: 'number', result: 'number', call,
})

/** The functions an expression can call. `if` is written `test ? yes : no`. */
export const FUNCTIONS: Readonly<Record<string, ExpressionFunction>> = {
  min: numeric(1, 20, 'one number or more', Math.min),
  max: numeric(1, 20, 'one number or more', Math.max),
  clamp: numeric(3, 3, 'a number and its two bounds', (value = NaN, low = NaN, high = NaN) => Math.min(high, Math.max(low, value))),
  round: numeric(1, 1, 'one number', (value = NaN) => Math.round(value)),
  mod: numeric(2, 2, 'two numbers', (value = NaN, by = NaN) => value - by * Math.floor(value / by)),
  lerp: numeric(3, 3, 'two numbers and a share', (a = NaN, b = NaN, share = NaN) => a + (b - a) * share),
  abs: numeric(1, 1, 'one number', (value = NaN) => Math.abs(value)),
}
