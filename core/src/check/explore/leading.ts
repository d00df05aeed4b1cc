import { certain, ledTo, type LeadingTrigger, type Rule } from '../../document'
import { rulesAt, type EventTarget } from '../../semantics'
import type { Instant } from './instant'
import type { Thing } from './things'

/** Whatever a hand can lead along a way has come to its end, or has not: nobody knows how far it has gone. */
export function lead(instant: Instant, on: LeadingTrigger['on'], way: readonly EventTarget<Thing>[]): void {
  const { interpreter } = instant
  for (const { thing, part } of way) {
    if (!instant.isThere(thing)) continue
    for (const [axis, own] of thing.compiled.component.axes.entries()) {
      const rules = rulesAt(thing.compiled, part, on).filter((rule) => rule.axis === own.id)
      const rule = rules.find((each) => ledTo(own, each, certain(instant.statesOf(thing)[axis])) !== null && interpreter.canFire(thing, { axis, rule: each }) && instant.guess() && isKept(instant, thing, each))
      if (rule) interpreter.fire(thing, { axis, rule })
    }
  }
}

const isKept = (instant: Instant, thing: Thing, { trigger }: Rule): boolean =>
  trigger.on !== 'while dragged' || trigger.keptIf === null || instant.isTrue(thing, trigger.keptIf)
