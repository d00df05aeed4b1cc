import { sameValue, type Worth } from '../document'
import type { Ground } from './ground'
import type { Interpreter, IsMeant } from './interpreter'

/** What tells a thing, if it waits for that, which of some names stand for something else than before a step; nothing where none do. */
export function changesIn<T>(interpreter: Interpreter<T>, ground: Ground<T>, thing: T, before: ReadonlyMap<string, Worth | undefined>): readonly (() => void)[] {
  if (!ground.isThere(thing) || !ground.compiledOf(thing).rulesOn.has('changes')) return []
  const values = new Map([...before].map(([name, was]) => [name, { was, is: ground.named(thing, name) }] as const)
    .filter(([, { was, is }]) => was === undefined || is === undefined || !sameValue(was, is)).map(([name, { is }]) => [name, is]))
  return values.size > 0 ? [() => tellChanges(interpreter, ground, thing, values)] : []
}

/** Tells a thing which names have come to stand for something else, and for what; undefined where nobody knows. */
function tellChanges<T>(interpreter: Interpreter<T>, ground: Ground<T>, thing: T, values: ReadonlyMap<string, Worth | undefined>): void {
  if (!ground.isThere(thing)) return
  const isMeant: IsMeant = (trigger) => {
    if (trigger.on !== 'changes' || !values.has(trigger.name)) return false
    const value = values.get(trigger.name)
    return trigger.to === null || value === undefined || trigger.to === value
  }
  interpreter.asStep(() => {
    for (const each of interpreter.firing(thing, 'changes', null, isMeant)) {
      const { trigger } = each.rule
      const isKnown = trigger.on === 'changes' && values.get(trigger.name) !== undefined
      if (isKnown || ground.guess()) interpreter.fire(thing, each)
    }
  })
}
