import { jsonOr, RheoError } from '../../document'
import { array, boolean, choice, number, object, orNull, record, text, type Of } from '../../document/shape'
import { validated } from '../../document/schema'

const Value = text(20_000, { empty: true })

const Frame = object({
  /** The share of the time at which it is passed, 0 to 1. */
  offset: number({ min: 0, max: 1 }),
  easing: Value,
  value: Value,
})

/** One CSS property of one part on its way, as the browser says it. */
const BuiltMotion = object({
  part: text(1000),
  property: text(200),
  delayMs: number(),
  durationMs: number({ min: 0 }),
  easing: Value,
  /** Null goes on for ever. */
  times: orNull(number({ min: 0 })),
  turnsBack: boolean,
  frames: array(Frame, { most: 2000 }),
})
export interface BuiltMotion extends Of<typeof BuiltMotion> {}

/** States by axis, both by their names; null where the page was in none that the probe knows. */
const Standing = record(/./, orNull(text(1000)))

/** What a probe has seen of a component that was built. */
const BuildLog = object({
  form: choice('rheoscope-build-log'),
  version: choice(1),
  /** By its name. */
  component: text(1000),
  isMotionReduced: boolean,
  /** What its parts were like at rest, by CSS property. */
  rests: array(object({ states: Standing, parts: record(/./, record(/./, Value)) }), { most: 10_000 }),
  changes: array(object({ axis: text(1000), from: orNull(text(1000)), to: orNull(text(1000)), motions: array(BuiltMotion, { most: 10_000 }) }), { most: 10_000 }),
})
export interface BuildLog extends Of<typeof BuildLog> {}

const MOST_LONG = 20_000_000

/** What a probe has written. Throws a `RheoError` (`unreadable`, `too-large`) that names the place where it is something else. */
export function readBuildLog(written: string): BuildLog {
  if (written.length > MOST_LONG) throw new RheoError('too-large', 'log', `The log has ${written.length.toLocaleString('en')} characters; ${MOST_LONG.toLocaleString('en')} are read.`)
  const value = jsonOr(written.replace(/^\uFEFF/, ''), null)
  if (value === null) throw new RheoError('unreadable', 'log', 'The log is no JSON.')
  return validated(BuildLog, value, 'The log')
}
