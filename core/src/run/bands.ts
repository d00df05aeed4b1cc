import type { Id } from '../document'
import type { Trace } from './trace'

/** One state of one axis of one instance, from when it was entered until it was left. */
export interface Stay {
  readonly state: Id
  /** The rule that led here; null when none did. */
  readonly rule: Id | null
  readonly fromMs: number
  /** Infinity while it lasts. */
  readonly toMs: number
  /** When the motion into it ended or was cut off; `fromMs` when there was none. */
  readonly movedUntilMs: number
}

/** The states of one axis of one instance over time. */
export interface Band {
  readonly instance: string
  readonly axis: Id
  readonly stays: readonly Stay[]
}

/** Where an axis of an instance began. */
export interface Beginning {
  readonly instance: string
  readonly axis: Id
  readonly state: Id
  readonly atMs: number
}

/** A run as bands: for every axis of every instance which state it was in when, in the order they began. */
export function bandsOf(trace: Trace, beginnings: readonly Beginning[]): readonly Band[] {
  const changes = trace.flatMap((event) => (event.what === 'state' ? [event] : []))
  return beginnings.map(({ instance, axis, state, atMs }) => {
    const own = changes.filter((event) => event.instance === instance && event.axis === axis)
    const entered = [{ to: state, rule: null, atMs, settlesMs: atMs }, ...own]
    return {
      instance, axis,
      stays: entered.map((event, index): Stay => {
        const toMs = entered[index + 1]?.atMs ?? Infinity
        return { state: event.to, rule: event.rule, fromMs: event.atMs, toMs, movedUntilMs: Math.min(event.settlesMs, toMs) }
      }),
    }
  })
}
