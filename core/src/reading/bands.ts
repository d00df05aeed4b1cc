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

/** The states over time of one axis of one instance, by its place among the axes of its component. */
export interface Band {
  readonly instance: string
  readonly component: Id
  readonly axis: number
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
}

const readings = new WeakMap<Trace, Reading>()

/**
 * A run as bands: for every axis of every instance which state it was in when, in the order they appeared. A trace
 * that has grown since it was last asked about is read on from there. `axisOf` says which axis of a component an id is.
 */
export function bandsOf(trace: Trace, axisOf: (component: Id, axis: Id) => number): readonly Band[] {
  const reading = readings.get(trace) ?? { read: 0, bands: [], of: new Map() }
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
    default:
      return
  }
}

function begun(reading: Reading, { instance, states, component }: Extract<TraceEvent, { what: 'appeared' }>): readonly OpenBand[] {
  const bands = states.map((_state, axis): OpenBand => ({ instance, component, axis, stays: [] }))
  reading.bands.push(...bands)
  reading.of.set(instance, bands)
  return bands
}

function end(stays: Stay[], atMs: number): void {
  const last = stays.at(-1)
  if (last && last.toMs === Infinity) stays[stays.length - 1] = { ...last, toMs: atMs, movedUntilMs: Math.min(last.movedUntilMs, atMs) }
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
