import { certain, type Id } from '../document'
import type { Trace, TraceEvent } from '../run'

/** One state of one axis of one instance, from when it was entered until it was left. */
export interface Stay {
  readonly state: Id
  /** The rule that led here; null when none did. */
  readonly rule: Id | null
  readonly fromMs: number
  /** Infinity while it lasts. */
  readonly toMs: number
  /** When the motion into it ends or was cut off; `fromMs` when there was none. */
  readonly movedUntilMs: number
}

/** The states over time of one axis of one instance, by its place among the axes of its component; or when one of its parts pulsed. */
export interface Band {
  readonly instance: string
  readonly component: Id
  /** -1 where it is a part that pulses. */
  readonly axis: number
  /** The part that pulses; null where it is an axis that has states. */
  readonly part: Id | null
  readonly stays: readonly Stay[]
}

/** A band while it is being written. */
interface OpenBand extends Band {
  readonly stays: Stay[]
}

/** What has been read of a trace so far. */
interface Reading {
  /** How many events have been read. */
  read: number
  readonly bands: OpenBand[]
  readonly of: Map<string, readonly OpenBand[]>
  /** By the path of the instance and the part. */
  readonly pulses: Map<string, OpenBand>
}

const readings = new WeakMap<Trace, Reading>()

/**
 * A run as bands: for every axis of every instance which state it was in when, in the order they appeared. A trace
 * that has grown since it was last asked about is read on from there. `axisOf` says which axis of a component an id is.
 */
export function bandsOf(trace: Trace, axisOf: (component: Id, axis: Id) => number): readonly Band[] {
  const reading = readings.get(trace) ?? { read: 0, bands: [], of: new Map(), pulses: new Map() }
  readings.set(trace, reading)
  for (; reading.read < trace.length; reading.read++) read(reading, certain(trace[reading.read]), axisOf)
  return reading.bands
}

function read(reading: Reading, event: TraceEvent, axisOf: (component: Id, axis: Id) => number): void {
  switch (event.what) {
    case 'appeared': {
      const bands = reading.of.get(event.instance) ?? begun(reading, event)
      bands.forEach(({ stays }, index) => stays.push({ state: certain(event.states[index]), rule: null, fromMs: event.atMs, toMs: Infinity, movedUntilMs: event.atMs }))
      return
    }
    case 'gone':
      return reading.of.get(event.instance)?.forEach(({ stays }) => end(stays, event.atMs))
    case 'state': {
      const bands = reading.of.get(event.instance)
      const stays = bands?.[axisOf(certain(bands[0]).component, event.axis)]?.stays
      if (!stays) return
      end(stays, event.atMs)
      stays.push({ state: event.to, rule: event.rule, fromMs: event.atMs, toMs: Infinity, movedUntilMs: event.settlesMs })
      return
    }
    case 'pulse': {
      const band = reading.pulses.get(`${event.instance}#${event.part}`) ?? begunToPulse(reading, event)
      if (!band) return
      end(band.stays, event.atMs)
      band.stays.push({ state: PULSING, rule: null, fromMs: event.atMs, toMs: event.untilMs, movedUntilMs: event.untilMs })
      return
    }
    default:
      return
  }
}

/** What a part that pulses is in as long as it does. */
export const PULSING = 'pulse'

function begunToPulse(reading: Reading, { instance, part }: Extract<TraceEvent, { what: 'pulse' }>): OpenBand | null {
  const component = reading.of.get(instance)?.[0]?.component ?? null
  if (component === null) return null
  const band: OpenBand = { instance, component, axis: -1, part, stays: [] }
  // Beside what else is of its instance.
  reading.bands.splice(reading.bands.findLastIndex((each) => each.instance === instance) + 1, 0, band)
  reading.pulses.set(`${instance}#${part}`, band)
  return band
}

function begun(reading: Reading, { instance, states, component }: Extract<TraceEvent, { what: 'appeared' }>): readonly OpenBand[] {
  const bands = states.map((_state, axis): OpenBand => ({ instance, component, axis, part: null, stays: [] }))
  reading.bands.push(...bands)
  reading.of.set(instance, bands)
  return bands
}

function end(stays: Stay[], atMs: number): void {
  const last = stays.at(-1)
  if (last && last.toMs > atMs) stays[stays.length - 1] = { ...last, toMs: atMs, movedUntilMs: Math.min(last.movedUntilMs, atMs) }
}

/** A length of time, in ms. */
export interface TimeSpan {
  readonly fromMs: number
  readonly toMs: number
}

/** When one band is in another state than another one, up to an instant. */
export function differingSpans(before: readonly Stay[], now: readonly Stay[], untilMs: number): readonly TimeSpan[] {
  const edges = [...new Set([...before, ...now].flatMap(({ fromMs, toMs }) => [fromMs, toMs]).filter((ms) => ms < untilMs))].toSorted((a, b) => a - b)
  const [old, fresh] = [statesInTurn(before), statesInTurn(now)]
  const spans: TimeSpan[] = []
  edges.forEach((fromMs, index) => {
    if (old(fromMs) === fresh(fromMs)) return
    const toMs = edges[index + 1] ?? untilMs
    const last = spans.at(-1)
    if (last?.toMs === fromMs) spans[spans.length - 1] = { ...last, toMs }
    else spans.push({ fromMs, toMs })
  })
  return spans
}

/** The state at an instant, asked about one instant after another; none between stays. */
function statesInTurn(stays: readonly Stay[]): (ms: number) => Id | undefined {
  let next = 0
  return (ms) => {
    while (next < stays.length && certain(stays[next]).toMs <= ms) next++
    const stay = stays[next]
    return stay && stay.fromMs <= ms ? stay.state : undefined
  }
}
