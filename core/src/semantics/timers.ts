import { holdsIn, type Rule } from '../document'
import { namesOr } from '../expression'
import type { TimerRule } from '../machine'
import type { Ground } from './ground'

/** An axis has come into a state: its timers there begin, and those of other states are over. */
export function beginTimers<T>(ground: Ground<T>, thing: T, axis: number): void {
  for (const timer of ground.compiledOf(thing).timers) if (timer.axis === axis) begin(ground, thing, timer, false)
}

/** A thing has come, settled in its states: their timers begin. */
export function beginAllTimers<T>(ground: Ground<T>, thing: T): void {
  for (const timer of ground.compiledOf(thing).timers) begin(ground, thing, timer, true)
}

/** One that counts from rest waits unless its axis is settled. */
function begin<T>(ground: Ground<T>, thing: T, { axis, rule }: TimerRule, isSettled: boolean): void {
  if (!holdsIn(rule, ground.stateOf(thing, axis))) return ground.time(thing, rule, 'ends')
  if ('since' in rule.trigger && rule.trigger.since === 'settling' && !isSettled) return ground.time(thing, rule, 'waits')
  const condition = conditionOf(rule)
  ground.time(thing, rule, condition !== null && ground.isTrue(thing, condition) ? 'held' : 'counts')
}

/** An axis has settled: the timers that waited for that begin. */
export function countTimers<T>(ground: Ground<T>, thing: T, axis: number): void {
  for (const timer of ground.compiledOf(thing).timers) if (timer.axis === axis && ground.timer(thing, timer.rule) === 'waits') begin(ground, thing, timer, true)
}

/** The time of a timer is up; one that comes again and again counts anew. */
export function elapse<T>(ground: Ground<T>, thing: T, rule: Rule): void {
  ground.time(thing, rule, rule.trigger.on === 'every' ? 'counts' : 'ends')
}

/** Names have come to stand for something else: a clock stands still while its condition holds, and goes on where it was. */
export function holdTimers<T>(ground: Ground<T>, thing: T, news: readonly string[]): void {
  for (const { rule } of ground.compiledOf(thing).timers) {
    const [status, condition] = [ground.timer(thing, rule), conditionOf(rule)]
    if (condition === null || status === null || status === 'waits' || !namesOr(condition).some((name) => news.includes(name))) continue
    const isHeld = ground.isTrue(thing, condition)
    if (isHeld !== (status === 'held')) ground.time(thing, rule, isHeld ? 'stops' : 'goes on')
  }
}

/** Nothing of a thing counts any more. */
export function stopTimers<T>(ground: Ground<T>, thing: T): void {
  for (const { rule } of ground.compiledOf(thing).timers) ground.time(thing, rule, 'ends')
}

/** While this holds the clock of a rule stands still; null for one that never does. */
const conditionOf = ({ trigger }: Rule): string | null => ('pauseWhile' in trigger ? trigger.pauseWhile : null)
