import { LRUCache } from 'lru-cache'
import { messageOf, RheoError } from '../document'
import { cubicBezier } from './bezier'
import { cssTokens, type CssToken } from './css-tokens'
import { linearEasing } from './linear-easing'
import { physicalSpring, spring } from './spring'
import { steps, type StepJump } from './steps'

/** Progress of time in, progress of the change out; 0 ↦ 0 and 1 ↦ 1 but for `steps` and `linear(…)` that say otherwise. */
export type Easing = (t: number) => number

/** As time goes. */
export const EVEN: Easing = (t) => t

export interface ParsedEasing {
  readonly ease: Easing
  /** How long a physical spring takes; undefined where the motion's duration decides. */
  readonly naturalDurationMs?: number
}

const KEYWORDS: Readonly<Record<string, Easing>> = {
  linear: EVEN,
  ease: cubicBezier(0.25, 0.1, 0.25, 1),
  'ease-in': cubicBezier(0.42, 0, 1, 1),
  'ease-out': cubicBezier(0, 0, 0.58, 1),
  'ease-in-out': cubicBezier(0.42, 0, 0.58, 1),
  'step-start': steps(1, 'jump-start'),
  'step-end': steps(1, 'jump-end'),
}

/** The easings that have a name of their own, in CSS. */
export const EASING_KEYWORDS = Object.keys(KEYWORDS)

const cache = new LRUCache<string, ParsedEasing>({ max: 2000 })

/**
 * Reads an easing in the notation of CSS Easing Functions Level 2 without comments and `calc(…)`, or one of our springs:
 * `spring(bounce)` fills the motion's duration, `spring(stiffness, damping, mass)` brings its own.
 * Throws a `RheoError` `easing` that says what is wrong and where in the text.
 */
export function parseEasing(text: string): ParsedEasing {
  const known = cache.get(text)
  if (known) return known
  const parsed = read(text)
  cache.set(text, parsed)
  return parsed
}

/** What is wrong with the text of an easing, as a sentence; null when nothing is. */
export function easingProblem(text: string): string | null {
  try {
    parseEasing(text)
    return null
  } catch (error) {
    return messageOf(error)
  }
}

function read(text: string): ParsedEasing {
  if (text.includes('/*')) throw problem(text, `An easing here has no comments: “${text}”`)
  const source = text.trim().toLowerCase()
  const keyword = Object.hasOwn(KEYWORDS, source) ? KEYWORDS[source] : undefined
  if (keyword) return { ease: keyword }
  const call = /^([a-z-]+)\((.*)\)$/s.exec(source)
  if (!call) {
    throw problem(text, `“${text}” is no easing. Use ${EASING_KEYWORDS.slice(0, 5).join(', ')}, cubic-bezier(…), linear(…), steps(…) or spring(…)`)
  }
  const [, name = '', inside = ''] = call
  switch (name) {
    case 'cubic-bezier':
      return { ease: readBezier(text, argumentsIn(text, name, inside)) }
    case 'steps':
      return { ease: readSteps(text, argumentsIn(text, name, inside)) }
    case 'linear':
      return { ease: readLinear(text, argumentsIn(text, name, inside)) }
    case 'spring':
      return readSpring(text, argumentsIn(text, name, inside))
    default:
      throw problem(text, `“${name}(…)” is no easing. Use cubic-bezier(…), linear(…), steps(…) or spring(…)`)
  }
}

/** What stands between the commas, each of one token at least. */
type Argument = readonly CssToken[]

function argumentsIn(text: string, name: string, inside: string): readonly Argument[] {
  if (/[a-z]\(/.test(inside)) throw problem(text, `In ${name}(…), numbers are written out: “${/[a-z-]+\(/.exec(inside)?.[0] ?? ''}…)” is not worked out here`)
  const tokens = cssTokens(inside)
  if ('unknown' in tokens) throw problem(text, `In ${name}(…), “${tokens.unknown}” is not a number`)
  const args: CssToken[][] = [[]]
  for (const token of tokens) {
    if (token.kind === 'comma') args.push([])
    else args.at(-1)?.push(token)
  }
  if (args.some(({ length }) => length === 0)) throw problem(text, `In ${name}(…), “” is not a number`)
  return args
}

function readBezier(text: string, args: readonly Argument[]): Easing {
  const [x1 = NaN, y1 = NaN, x2 = NaN, y2 = NaN] = numbers(text, args, 'cubic-bezier')
  if (args.length !== 4) throw problem(text, `cubic-bezier(…) takes four numbers, not ${args.length}`)
  if (x1 < 0 || x1 > 1 || x2 < 0 || x2 > 1) {
    throw problem(text, 'In cubic-bezier(…) the first and third number must be between 0 and 1, because time cannot run backwards')
  }
  return cubicBezier(x1, y1, x2, y2)
}

/** The longest a spring may take. */
const LONGEST_MS = 3_600_000

const JUMPS: Readonly<Record<string, StepJump>> = {
  'jump-start': 'jump-start', start: 'jump-start', 'jump-end': 'jump-end', end: 'jump-end',
  'jump-none': 'jump-none', 'jump-both': 'jump-both',
}

function readSteps(text: string, args: readonly Argument[]): Easing {
  const [first, position] = args
  const count = wordsOf(first)
  const jump = position === undefined ? 'jump-end' : JUMPS[wordsOf(position)]
  if (args.length > 2 || !jump) throw problem(text, 'steps(…) takes a number and one of jump-start, jump-end, jump-none, jump-both')
  const least = jump === 'jump-none' ? 2 : 1
  if (!/^[+-]?\d+$/.test(count) || Number(count) < least) throw problem(text, `steps(…) takes a whole number of at least ${least} first`)
  return steps(Number(count), jump)
}

const wordsOf = (argument: Argument | undefined): string => (argument ?? []).map((token) => token.text).join(' ')

/** § 2.1: each stop is a number with up to two percentages before or after it. */
function readLinear(text: string, args: readonly Argument[]): Easing {
  if (args.length < 2) throw problem(text, 'linear(…) takes at least two stops')
  return linearEasing(args.flatMap((argument): readonly { readonly at: number | null; readonly value: number }[] => {
    const kinds = argument.map(({ kind }) => kind).join(' ')
    if (!/^(number( percentage){0,2}|(percentage ){1,2}number)$/.test(kinds)) throw problem(text, `In linear(…), “${wordsOf(argument)}” is not a number with up to two percentages`)
    const [value = NaN] = argument.flatMap((token) => (token.kind === 'number' ? [finite(text, token.value, token.text, 'linear')] : []))
    const places = argument.flatMap((token) => (token.kind === 'percentage' ? [finite(text, token.value, token.text, 'linear') / 100] : []))
    return places.length === 0 ? [{ at: null, value }] : places.map((at) => ({ at, value }))
  }))
}

function readSpring(text: string, args: readonly Argument[]): ParsedEasing {
  const given = numbers(text, args, 'spring')
  const [bounce = NaN] = given
  if (given.length === 1) {
    if (bounce < 0 || bounce >= 1) throw problem(text, 'The bounce of a spring is from 0 up to, not including, 1')
    return { ease: spring(bounce) }
  }
  if (given.length !== 3) throw problem(text, 'spring(…) takes a bounce, or stiffness, damping and mass')
  const [stiffness = NaN, damping = NaN, mass = NaN] = given
  if (stiffness <= 0 || damping <= 0 || mass <= 0) throw problem(text, 'Stiffness, damping and mass of a spring are greater than 0')
  const sprung = physicalSpring(stiffness, damping, mass)
  if (!((sprung.naturalDurationMs ?? 0) <= LONGEST_MS)) throw problem(text, 'This spring takes more than an hour to come to rest; with less damping or mass, or more stiffness, it is quicker')
  return sprung
}

const numbers = (text: string, args: readonly Argument[], name: string): number[] => args.map((argument) => {
  const [only, ...more] = argument
  if (only?.kind !== 'number' || more.length > 0) throw problem(text, `In ${name}(…), “${wordsOf(argument)}” is not a number`)
  return finite(text, only.value, only.text, name)
})

function finite(text: string, value: number, written: string, name: string): number {
  if (!Number.isFinite(value)) throw problem(text, `In ${name}(…), “${written}” is too large a number`)
  return value
}

const problem = (place: string, sentence: string): RheoError => new RheoError('easing', place, `${sentence}.`)
