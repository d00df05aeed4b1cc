import { certain, itemAt } from '../../../document'
import type { Arena } from '../../ground/arena'
import { listed, type ComponentCheck } from '../../ground/context'
import type { Place, Travelled } from '../../explore'
import type { Finding } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/** Two things that always fall due at the same instant, where it matters which goes first. */
export const timersRace: ComponentCheck = {
  name: 'timers-race', scope: 'component', levels: ['risk'],
  means: 'two timers always fall due at the same instant, and the first one decides',
  finds: ({ arena }) => racesIn(arena),
}

export function racesIn(arena: Arena): readonly Finding[] {
  const { closed } = arena
  const found = new Map<string, Finding>()
  const byPlace = new Map<Place, Travelled[]>()
  for (const step of closed.steps) if (step.deadline?.occasion.what === 'timer') byPlace.set(step.from.place, [...(byPlace.get(step.from.place) ?? []), step])
  for (const [place, steps] of byPlace) {
    for (const first of steps) {
      for (const deadline of place.deadlines) {
        const { occasion } = deadline
        const own = certain(first.deadline)
        if (deadline === own || occasion.what !== 'timer' || deadline.rank < own.rank || !areTogether(first, deadline.clock)) continue
        const second = occasion.timer
        const one = own.occasion.what === 'timer' ? own.occasion.timer : null
        if (!one || one.rule === second.rule || isSameEitherWay(first, second.rule.id)) continue
        const { component } = one.thing.compiled
        const id = `timers-race ${component.id} ${one.rule.id} ${second.rule.id}`
        const witness = found.has(id) ? null : witnessTo(arena, closed, first.from, { afterMs: one.most, caption: 'both are due here' }, (trace) => trace.some((event) => event.what === 'fired' && event.rule === one.rule.id))
        if (!witness) continue
        found.set(id, {
          id, kind: 'timers-race', level: 'risk',
          sentence: `Two timers are always due at the same instant, ${listed([...new Set([one, second].map(({ rule, most }) => `${rule.trigger.on} ${most} ms`))])}${one.thing === second.thing ? '' : ` in ${listed([one, second].map(({ thing }) => thing.compiled.component.name))}`}; the first one decides what comes, and only their order says which that is.`,
          about: { component: component.id, axis: one.rule.axis, rule: one.rule.id, ...(one.thing.path === '' ? {} : { instance: one.thing.path }) },
          remedy: null, witness, numbers: { ms: one.most },
        })
      }
    }
  }
  return [...found.values()]
}

/** Whether another deadline is due whenever a step happens. */
function areTogether({ from, when, deadline }: Travelled, clock: number): boolean {
  const { deadlines } = from.place
  const n = deadlines.length + 1
  const [a, b] = [deadlines.indexOf(certain(deadline)), deadlines.findIndex((each) => each.clock === clock)]
  const other = itemAt(deadlines, b)
  return a >= 0 && other.least === other.most && -certain(when[b + 1]) === other.most && certain(when[(b + 1) * n]) === other.most
}

/** Whether the second would come to the same had it gone first: after the first it is still due, and fires as well. */
function isSameEitherWay({ to, outcome }: Travelled, second: string): boolean {
  const isStillDue = to.deadlines.some(({ occasion }) => occasion.what === 'timer' && occasion.timer.rule.id === second)
  const changed = outcome.marks.some(({ what }) => what === 'entered' || what === 'set')
  return isStillDue || !changed
}
