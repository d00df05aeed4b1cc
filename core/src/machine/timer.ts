import { latestMs, type Rule } from '../document'
import type { TimerRule } from './compiled'
import type { Instance } from './instance'
import { keptAt } from './slots'

/** How a timer is kept: not counting, counting, waiting for its axis to settle, held from its beginning, stopped on its way, or counting on from there. */
export const TIMER = { off: 0, counts: 1, waits: 2, held: 3, stopped: 4, resumed: 5 } as const

/** How a timer that belongs to the state its axis is in stands. */
export type TimerStatus = 'waits' | 'counts' | 'held'

/** What becomes of a timer: it begins, in one of three ways; it stops where it is; it goes on from there; or it is over. */
export type TimerChange = TimerStatus | 'stops' | 'goes on' | 'ends'

/** Between which times a timer comes, in ms; the two are the same where nothing is left to chance. */
export function timesOf({ trigger }: Rule): readonly [least: number, most: number] {
  if (trigger.on !== 'after' && trigger.on !== 'every') return [0, 0]
  return [trigger.ms, latestMs(trigger)]
}

/** How a timer stands that is kept so; null for one that is over, or has not begun. */
export function timerStatus(kept: number): TimerStatus | null {
  switch (kept) {
    case TIMER.off:
      return null
    case TIMER.waits:
      return 'waits'
    case TIMER.held:
    case TIMER.stopped:
      return 'held'
    default:
      return 'counts'
  }
}

/** How a timer is kept after a change. */
export function timerAfter(kept: number, change: TimerChange): number {
  switch (change) {
    case 'stops':
      return TIMER.stopped
    case 'goes on':
      return kept === TIMER.held ? TIMER.counts : TIMER.resumed
    case 'ends':
      return TIMER.off
    default:
      return TIMER[change]
  }
}

/** The clock of a timer after a change, in ms: when it is due, or what is left of it where it stands still; Infinity where neither is so. `ms` is how long it counts when it begins. */
function clockAfter(before: number, ms: number, change: TimerChange, atMs: number): number {
  switch (change) {
    case 'counts':
      return atMs + ms
    case 'held':
      return ms
    case 'stops':
      return before - atMs
    case 'goes on':
      return atMs + before
    case 'waits':
    case 'ends':
      return Infinity
  }
}

/** The timer of a rule in the state its axis is in, as an instance has it. */
export interface Timer {
  readonly rule: Rule
  /** When it is due; null while it waits for the axis to settle or stands still. */
  readonly dueMs: number | null
  /** What is left of it while it stands still. */
  readonly leftMs: number | null
}

/** The timers of an instance that have begun and are not over. */
export const timersOf = (instance: Instance): readonly Timer[] =>
  instance.compiled.timers.flatMap((timer): readonly Timer[] => {
    const { rule } = timer
    const clock = timerClock(instance, timer)
    switch (timerStatus(keptAt(instance.numbers, timer.slot))) {
      case null:
        return []
      case 'waits':
        return [{ rule, dueMs: null, leftMs: null }]
      case 'held':
        return [{ rule, dueMs: null, leftMs: clock }]
      case 'counts':
        return [{ rule, dueMs: clock, leftMs: null }]
    }
  })

/** When a timer is due; Infinity while it does not count. */
export const timerDueMs = (instance: Instance, timer: TimerRule): number =>
  timerStatus(keptAt(instance.numbers, timer.slot)) === 'counts' ? timerClock(instance, timer) : Infinity

/** Whether a timer begins with a change. */
export const isBeginning = (change: TimerChange): boolean => change === 'counts' || change === 'held'

/** The instance with a timer of it changed; `ms` is how long it counts when it begins. */
export function changeTimer(instance: Instance, timer: TimerRule, change: TimerChange, ms: number, atMs: number): Instance {
  const { numbers, clocks } = instance
  return {
    ...instance,
    numbers: numbers.with(timer.slot, timerAfter(keptAt(numbers, timer.slot), change)),
    clocks: clocks.with(timer.clock, clockAfter(timerClock(instance, timer), ms, change, atMs)),
  }
}

const timerClock = ({ clocks }: Instance, { clock }: TimerRule): number => clocks[clock] ?? Infinity
