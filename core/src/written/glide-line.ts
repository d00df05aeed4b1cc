import { propertiesOf, RheoError, type Glide, type Part } from '../document'

/** A glide that has no id yet. */
export type SaidGlide = Pick<Glide, 'property'> & GlideTiming

/** How long a glide takes and along which curve. */
export type GlideTiming = Pick<Glide, 'durationMs' | 'easing'>

/** Why a text is no easing, as a sentence; null when it is one. */
type EasingProblem = (text: string) => string | null

const TIMED = /^(?:(\d+(?:\.\d+)?)\s*(ms|s)?\b)?\s*(.*)$/i

/** Reads a glide from a line: `width 240 ease-out`, `text 0.4s`, `x spring(0.3)`. A property goes by its label. Throws a `RheoError` (`unreadable`) that says what there is to choose from. */
export function readGlide(line: string, part: Part, easingProblem: EasingProblem): SaidGlide {
  const labels = propertiesOf(part.kind).filter(({ group }) => group !== 'answer').map(({ name, label }) => ({ name, label }))
  const spoken = line.trim().toLowerCase()
  const [found] = labels.filter(({ name, label }) => [name.toLowerCase(), label.toLowerCase()].some((word) => spoken === word || spoken.startsWith(`${word} `))).toSorted((a, b) => b.label.length - a.label.length)
  if (!found) throw new RheoError('unreadable', line, `A glide begins with the property that glides: ${labels.map(({ label }) => label).join(', ')}.`)
  const said = spoken.startsWith(found.label.toLowerCase()) ? found.label : found.name
  return { property: found.name, ...readGlideTiming(line.trim().slice(said.length), easingProblem) }
}

/** Reads a time and an easing, either of which may be missing: `240 ease-out`. Throws a `RheoError` (`unreadable`). */
export function readGlideTiming(text: string, easingProblem: EasingProblem): GlideTiming {
  const [, number, unit = 'ms', easing = ''] = TIMED.exec(text.trim()) ?? []
  const problem = easing === '' ? null : easingProblem(easing)
  if (problem !== null) throw new RheoError('unreadable', easing, problem)
  const durationMs = number === undefined ? undefined : Math.round(Number(number) * (unit.toLowerCase() === 's' ? 1000 : 1))
  if (durationMs !== undefined && durationMs > LONGEST_MS) throw new RheoError('unreadable', text, 'A time is from 0 ms to an hour.')
  return { ...(durationMs === undefined ? {} : { durationMs }), ...(easing === '' ? {} : { easing }) }
}

const LONGEST_MS = 3_600_000
