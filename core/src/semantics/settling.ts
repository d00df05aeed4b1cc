import type { Trigger } from '../document'
import type { Ground } from './ground'
import type { Interpreter } from './interpreter'

/** Whether a trigger waits for the rest of all that stands inside as well. */
export const isOfInside = (trigger: Trigger): boolean => trigger.on === 'settled' && trigger.inside === true

/** Whether a thing waits for the rest of what stands inside it. */
export const waitsForInside = <T>(ground: Ground<T>, thing: T): boolean =>
  ground.isThere(thing) && (ground.compiledOf(thing).rulesOn.get('settled')?.some(({ trigger }) => isOfInside(trigger)) ?? false)

/** Something of a thing or inside it has settled: once all of that has, the rules that wait for it fire. */
export function settleWithInside<T>(interpreter: Interpreter<T>, ground: Ground<T>, thing: T): void {
  const isAtRest = (inner: T) => ground.compiledOf(inner).component.axes.every((_axis, axis) => ground.isSettled(inner, axis))
  if (!ground.isThere(thing) || !ground.allInside(thing).every(isAtRest)) return
  interpreter.asStep(() => {
    for (const each of interpreter.firing(thing, 'settled', null, isOfInside)) if (ground.isSettled(thing, each.axis)) interpreter.fire(thing, each)
  })
}
