import type { Rule } from '../document'

/** The timer of a rule in the state its axis is in: counting, standing still while something holds it, or waiting for the axis to settle before it starts to. */
export interface Timer {
  readonly rule: Rule
  /** When it is due; null while it waits for the axis to settle or stands still. */
  readonly dueMs: number | null
  /** What is left of it while it stands still. */
  readonly leftMs: number | null
}

/** How a timer that belongs to the state its axis is in stands. */
export type TimerStatus = 'waits' | 'counts' | 'held'

/** What becomes of a timer: it begins, in one of three ways; it stops where it is; it goes on from there; or it is over. */
export type TimerChange = TimerStatus | 'stops' | 'goes on' | 'ends'

/** How long a timer counts, in ms. */
export const msOf = ({ trigger }: Rule): number => (trigger.on === 'after' || trigger.on === 'every' ? trigger.ms : 0)

export function timerStatus({ dueMs, leftMs }: Timer): TimerStatus {
  if (dueMs !== null) return 'counts'
  return leftMs === null ? 'waits' : 'held'
}

/** The timer of a rule after a change; null when it is over. */
export function timerAfter(before: Timer | undefined, rule: Rule, change: TimerChange, atMs: number): Timer | null {
  switch (change) {
    case 'waits':
      return { rule, dueMs: null, leftMs: null }
    case 'counts':
      return { rule, dueMs: atMs + msOf(rule), leftMs: null }
    case 'held':
      return { rule, dueMs: null, leftMs: msOf(rule) }
    case 'stops':
      return { rule, dueMs: null, leftMs: (before?.dueMs ?? atMs) - atMs }
    case 'goes on':
      return { rule, dueMs: atMs + (before?.leftMs ?? 0), leftMs: null }
    case 'ends':
      return null
  }
}
