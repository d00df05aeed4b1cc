import { messageOf, RheoError } from '../document'
import { cubicBezier } from './bezier'
import { linearEasing } from './linear-easing'
import { physicalSpring, spring } from './spring'
import { steps, type StepJump } from './steps'

/** Progress of time in, progress of the change out; 0 ↦ 0 and 1 ↦ 1 but for `steps` and `linear(…)` that say otherwise. */
export type Easing = (t: number) => number

export interface ParsedEasing {
  readonly ease: Easing
  /** How long a physical spring takes; undefined where the motion's duration decides. */
  readonly naturalDurationMs?: number
}

const KEYWORDS: Readonly<Record<string, Easing>> = {
  linear: (t) => t,
  ease: cubicBezier(0.25, 0.1, 0.25, 1),
  'ease-in': cubicBezier(0.42, 0, 1, 1),
  'ease-out': cubicBezier(0, 0, 0.58, 1),
  'ease-in-out': cubicBezier(0.42, 0, 0.58, 1),
  'step-start': steps(1, 'jump-start'),
  'step-end': steps(1, 'jump-end'),
}

/** The easings that have a name of their own, in CSS. */
export const EASING_KEYWORDS = Object.keys(KEYWORDS)

const cache = new Map<string, ParsedEasing>()

/**
 * Reads an easing in the notation of CSS Easing Functions Level 2, or one of our springs:
 * `spring(bounce)` fills the motion's duration, `spring(stiffness, damping, mass)` brings its own.
 * Throws a `RheoError` `easing` that says what is wrong and where in the text.
 */
export function parseEasing(text: string): ParsedEasing {
  const known = cache.get(text)
  if (known) return known
  const parsed = read(text)
  if (cache.size > 2000) cache.clear()
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
  const source = text.trim().toLowerCase()
  const keyword = Object.hasOwn(KEYWORDS, source) ? KEYWORDS[source] : undefined
  if (keyword) return { ease: keyword }
  const call = /^([a-z-]+)\((.*)\)$/s.exec(source)
  if (!call) {
    throw problem(text, `“${text}” is no easing. Use ${EASING_KEYWORDS.slice(0, 5).join(', ')}, cubic-bezier(…), linear(…), steps(…) or spring(…)`)
  }
  const [, name = '', inside = ''] = call
  const args = inside.split(',').map((argument) => argument.trim())
  switch (name) {
    case 'cubic-bezier':
      return { ease: readBezier(text, args) }
    case 'steps':
      return { ease: readSteps(text, args) }
    case 'linear':
      return { ease: readLinear(text, args) }
    case 'spring':
      return readSpring(text, args)
    default:
      throw problem(text, `“${name}(…)” is no easing. Use cubic-bezier(…), linear(…), steps(…) or spring(…)`)
  }
}

function readBezier(text: string, args: readonly string[]): Easing {
  const [x1 = NaN, y1 = NaN, x2 = NaN, y2 = NaN] = numbers(text, args, 'cubic-bezier')
  if (args.length !== 4) throw problem(text, `cubic-bezier(…) takes four numbers, not ${args.length}`)
  if (x1 < 0 || x1 > 1 || x2 < 0 || x2 > 1) {
    throw problem(text, `In cubic-bezier(…) the first and third number must be between 0 and 1, because time cannot run backwards`)
  }
  return cubicBezier(x1, y1, x2, y2)
}

const JUMPS: Readonly<Record<string, StepJump>> = {
  'jump-start': 'jump-start', start: 'jump-start', 'jump-end': 'jump-end', end: 'jump-end',
  'jump-none': 'jump-none', 'jump-both': 'jump-both',
}

function readSteps(text: string, args: readonly string[]): Easing {
  const count = Number(args[0])
  const jump = JUMPS[args[1] ?? 'end']
  if (args.length > 2 || !jump) throw problem(text, 'steps(…) takes a number and one of jump-start, jump-end, jump-none, jump-both')
  const least = jump === 'jump-none' ? 2 : 1
  if (args[0] === '' || !Number.isInteger(count) || count < least) throw problem(text, `steps(…) takes a whole number of at least ${least} first`)
  return steps(count, jump)
}

function readLinear(text: string, args: readonly string[]): Easing {
  const stops: { at: number | null; value: number }[] = []
  for (const argument of args) {
    const words = argument.split(/\s+/)
    const values = words.filter((word) => !word.endsWith('%'))
    const places = words.filter((word) => word.endsWith('%')).map((word) => word.slice(0, -1))
    if (values.length !== 1 || places.length > 2) throw problem(text, `In linear(…), “${argument}” is not a number with up to two percentages`)
    const [value = NaN] = numbers(text, values, 'linear')
    const [at, until] = numbers(text, places, 'linear')
    stops.push({ at: at === undefined ? null : at / 100, value })
    if (until !== undefined) stops.push({ at: until / 100, value })
  }
  if (stops.length < 2) throw problem(text, 'linear(…) takes at least two stops')
  return linearEasing(stops)
}

function readSpring(text: string, args: readonly string[]): ParsedEasing {
  const given = numbers(text, args, 'spring')
  const [bounce = NaN] = given
  if (given.length === 1) {
    if (bounce < 0 || bounce >= 1) throw problem(text, 'The bounce of a spring is from 0 up to, not including, 1')
    return { ease: spring(bounce) }
  }
  if (given.length !== 3) throw problem(text, 'spring(…) takes a bounce, or stiffness, damping and mass')
  const [stiffness = NaN, damping = NaN, mass = NaN] = given
  if (stiffness <= 0 || damping <= 0 || mass <= 0) throw problem(text, 'Stiffness, damping and mass of a spring are greater than 0')
  return physicalSpring(stiffness, damping, mass)
}

function numbers(text: string, args: readonly string[], name: string): number[] {
  return args.map((argument) => {
    const value = Number(argument)
    if (argument === '' || !Number.isFinite(value)) throw problem(text, `In ${name}(…), “${argument}” is not a number`)
    return value
  })
}

const problem = (place: string, sentence: string): RheoError => new RheoError('easing', place, `${sentence}.`)
