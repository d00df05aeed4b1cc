import { firstOf, lastOf } from '../../../document'
import { keptAt } from '../../../machine'
import { type StateSpace } from '../../ground/state-space'
import type { ComponentCheck } from '../../ground/context'
import { after } from '../../explore'
import type { Finding } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/** Two rules that give one variable another value and the old one again on one and the same input. */
export const twoHandsOnOne: ComponentCheck = {
  name: 'two-hands-on-one', scope: 'component', levels: ['fault'],
  means: 'one input gives a variable another value and the old one again',
  finds: ({ stateSpace }) => undoingIn(stateSpace),
}

/** What `twoHandsOnOne` finds among things that are looked at together. */
export function undoingIn(stateSpace: StateSpace): readonly Finding[] {
  const { closed } = stateSpace
  const found = new Map<string, Finding>()
  for (const step of closed.steps) {
    if (step.deadline !== null) continue
    const sets = step.outcome.marks.flatMap((mark) => (mark.what === 'set' ? [mark] : []))
    for (const name of new Set(sets.map((mark) => mark.name))) {
      const own = sets.filter((mark) => mark.name === name)
      const kept = own[0] && closed.network.nameFor(own[0].thing, name)
      if (own.length < 2 || !kept) continue
      const before = keptAt(step.from.place.configuration, kept.at)
      if (firstOf(own).value === before || lastOf(own).value !== before) continue
      const { component } = firstOf(own).thing.compiled
      const id = `two-hands-on-one ${component.id} ${name}`
      if (found.has(id)) continue
      const witness = witnessTo(stateSpace, closed, after(step), { caption: `${name} goes there and back at once` }, (trace) => {
        const changes = trace.filter((event) => event.what === 'variable' && event.name === name)
        const last = changes.at(-1)
        return last !== undefined && changes.filter(({ atMs }) => atMs === last.atMs).length > 1
      })
      if (!witness) continue
      const rules = [...new Set(step.outcome.marks.flatMap((mark) => (mark.what === 'fired' && mark.rule.actions.some((action) => action.do === 'set' && action.variable === name) ? [mark.rule] : [])))]
      found.set(id, {
        id, kind: 'two-hands-on-one', level: 'fault',
        sentence: `One input lets ${rules.length === 1 ? 'one rule' : `${rules.length} rules`} give ${name} another value and then the old one again, so that nothing comes of it.`,
        about: { component: component.id, ...(rules[0] ? { axis: rules[0].axis, rule: rules[0].id } : {}) },
        remedy: null, witness, numbers: { times: own.length },
      })
    }
  }
  return [...found.values()]
}
