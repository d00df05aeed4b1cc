import { holdsIn, type Id, type Rule } from '../document'
import { namesOr } from '../expression'
import { axisAt, keptAt, stateKept, timerStatus, type TimerRule, type TimerStatus } from '../machine'
import type { Ground } from './ground'

/** An axis has come into a state from another: its timers there begin, but for those that run on through several states, and those of other states are over. */
export function beginTimers<T>(ground: Ground<T>, thing: T, axis: number, from: Id): void {
  for (const timer of ground.compiledOf(thing).timers) {
    if (timer.axis !== axis || (runsOn(timer.rule) && holds(ground, thing, timer) && holdsIn(timer.rule, from, axisAt(ground.compiledOf(thing), axis)))) continue
    begin(ground, thing, timer, false)
  }
}

const runsOn = ({ trigger }: Rule): boolean => 'since' in trigger && trigger.since === 'entering the first'

/** Whether the rule of a timer holds in the state its axis is in. */
function holds<T>(ground: Ground<T>, thing: T, { axis, rule }: TimerRule): boolean {
  const compiled = ground.compiledOf(thing)
  return holdsIn(rule, stateKept(compiled, axis, ground.kept(thing)), axisAt(compiled, axis))
}

/** A thing has come, settled in its states: their timers begin. */
export function beginAllTimers<T>(ground: Ground<T>, thing: T): void {
  for (const timer of ground.compiledOf(thing).timers) begin(ground, thing, timer, true)
}

/** One that counts from rest waits unless its axis is settled. */
function begin<T>(ground: Ground<T>, thing: T, timer: TimerRule, isSettled: boolean): void {
  const { rule } = timer
  if (!holds(ground, thing, timer)) return end(ground, thing, timer)
  if ('since' in rule.trigger && rule.trigger.since === 'settling' && !isSettled) return ground.time(thing, timer, 'waits')
  const condition = conditionOf(rule)
  ground.time(thing, timer, condition !== null && ground.isTrue(thing, condition) ? 'held' : 'counts')
}

/** An axis has settled: the timers that waited for that begin. */
export function countTimers<T>(ground: Ground<T>, thing: T, axis: number): void {
  for (const timer of ground.compiledOf(thing).timers) if (timer.axis === axis && statusOf(ground, thing, timer) === 'waits') begin(ground, thing, timer, true)
}

/** The time of a timer is up; one that comes again and again counts anew. */
export function elapse<T>(ground: Ground<T>, thing: T, timer: TimerRule): void {
  ground.time(thing, timer, timer.rule.trigger.on === 'every' ? 'counts' : 'ends')
}

/** Names have come to stand for something else: a clock stands still while its condition holds, and goes on where it was. */
export function holdTimers<T>(ground: Ground<T>, thing: T, news: readonly string[]): void {
  for (const timer of ground.compiledOf(thing).timers) {
    const [status, condition] = [statusOf(ground, thing, timer), conditionOf(timer.rule)]
    if (condition === null || status === null || status === 'waits' || !namesOr(condition).some((name) => news.includes(name))) continue
    const isHeld = ground.isTrue(thing, condition)
    if (isHeld !== (status === 'held')) ground.time(thing, timer, isHeld ? 'stops' : 'goes on')
  }
}

/** Nothing of a thing counts any more. */
export function stopTimers<T>(ground: Ground<T>, thing: T): void {
  for (const timer of ground.compiledOf(thing).timers) end(ground, thing, timer)
}

function end<T>(ground: Ground<T>, thing: T, timer: TimerRule): void {
  if (statusOf(ground, thing, timer) !== null) ground.time(thing, timer, 'ends')
}

function statusOf<T>(ground: Ground<T>, thing: T, { slot }: TimerRule): TimerStatus | null {
  const { numbers, offset } = ground.kept(thing)
  return timerStatus(keptAt(numbers, offset + slot))
}

/** While this holds the clock of a rule stands still; null for one that never does. */
const conditionOf = ({ trigger }: Rule): string | null => ('pauseWhile' in trigger ? trigger.pauseWhile : null)
