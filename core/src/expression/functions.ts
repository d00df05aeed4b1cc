import { asNumber, asText, cellOf, type Literal } from '../document'
import { charactersOf } from './text-order'
import type { ExpressionType } from './types'

export interface ExpressionFunction {
  readonly least: number
  readonly most: number
  /** What it takes, for a person. */
  readonly takes: string
  /** The type of each argument; the last is that of all further ones. */
  readonly parameters: readonly [ExpressionType, ...ExpressionType[]]
  readonly result: ExpressionType
  readonly call: (...args: Literal[]) => Literal
}

const numeric = (least: number, most: number, takes: string, call: (...args: number[]) => number): ExpressionFunction => ({
  least, most, takes, parameters: ['number'], result: 'number', call: (...args) => call(...args.map(asNumber)),
})

const ofTexts = (count: number, takes: string, result: ExpressionType, call: (...texts: string[]) => Literal): ExpressionFunction => ({
  least: count, most: count, takes, parameters: ['text'], result, call: (...args) => call(...args.map(asText)),
})

/** A place in a list of so many: from its end where it is negative, and never beyond it. */
const placeIn = (place: number, count: number): number => Math.max(0, Math.min(count, place < 0 ? count + Math.round(place) : Math.round(place)))

/** Decimals a number is written with. */
const MOST_DECIMALS = 20

/** The functions an expression can call. `if` is written `test ? yes : no`. Texts are counted by characters (Unicode code points), from 0. */
export const FUNCTIONS: Readonly<Record<string, ExpressionFunction>> = {
  min: numeric(1, 20, 'one number or more', Math.min),
  max: numeric(1, 20, 'one number or more', Math.max),
  clamp: numeric(3, 3, 'a number and its two bounds', (value = NaN, low = NaN, high = NaN) => Math.min(high, Math.max(low, value))),
  round: numeric(1, 1, 'one number', (value = NaN) => Math.round(value)),
  mod: numeric(2, 2, 'two numbers', (value = NaN, by = NaN) => value - by * Math.floor(value / by)),
  lerp: numeric(3, 3, 'two numbers and a share', (a = NaN, b = NaN, share = NaN) => a + (b - a) * share),
  abs: numeric(1, 1, 'one number', (value = NaN) => Math.abs(value)),
  contains: ofTexts(2, 'a text, and what may be in it', 'yes/no', (text = '', part = '') => text.includes(part)),
  startsWith: ofTexts(2, 'a text, and what it may start with', 'yes/no', (text = '', start = '') => text.startsWith(start)),
  endsWith: ofTexts(2, 'a text, and what it may end with', 'yes/no', (text = '', end = '') => text.endsWith(end)),
  length: ofTexts(1, 'one text', 'number', (text = '') => charactersOf(text).length),
  lower: ofTexts(1, 'one text', 'text', (text = '') => text.toLowerCase()),
  upper: ofTexts(1, 'one text', 'text', (text = '') => text.toUpperCase()),
  trim: ofTexts(1, 'one text', 'text', (text = '') => text.trim()),
  replace: ofTexts(3, 'a text, what is replaced in it, and by what', 'text', (text = '', what = '', by = '') => (what === '' ? text : text.replaceAll(what, () => by))),
  slice: {
    least: 2, most: 3, takes: 'a text, and where the piece of it begins and ends', parameters: ['text', 'number'], result: 'text',
    call: (text = '', from = 0, to = null) => {
      const all = charactersOf(asText(text))
      return all.slice(placeIn(asNumber(from), all.length), to === null ? all.length : placeIn(asNumber(to), all.length)).join('')
    },
  },
  join: {
    least: 2, most: 20, takes: 'what goes between, and the texts', parameters: ['text'], result: 'text',
    call: (between = '', ...texts) => texts.map(asText).filter((text) => text !== '').join(asText(between)),
  },
  number: ofTexts(1, 'one text', 'number', (text = '') => cellOf('number', text)),
  text: {
    least: 1, most: 2, takes: 'a number, and how many decimals', parameters: ['number'], result: 'text',
    call: (value = 0, decimals = null) => (decimals === null ? String(asNumber(value)) : asNumber(value).toFixed(Math.max(0, Math.min(MOST_DECIMALS, Math.round(asNumber(decimals)))))),
  },
}
