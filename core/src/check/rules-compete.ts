import { holdsIn, inProject, latestMs, leads, removeFrom, statesNamed, theOne, triggerRow, type Id, type Rule } from '../document'
import { stateName, type Check, type CheckContext } from './context'
import { after } from './explore'
import type { Finding } from './finding'
import { guardsOverlap } from './guards'
import { witnessTo } from './witness'

/**
 * Two rules of one axis that answer the same trigger in the same state while both their guards can hold. A last
 * rule without a guard after guarded ones is their “otherwise” and competes with nothing.
 */
export const rulesCompete: Check = (context) => {
  const { component } = context
  return component.rules.flatMap((first, index) =>
    component.rules.slice(index + 1).flatMap((second): Finding[] => {
      if (!compete(context, first, second)) return []
      const axis = component.axes.find(({ id }) => id === first.axis)
      const shared = axis?.states.filter(({ id }) => holdsIn(first, id, axis) && holdsIn(second, id, axis)) ?? []
      return shared.length > 0 ? [finding(context, first, second, shared.map(({ id }) => id))] : []
    }),
  )
}

function compete({ project, component }: CheckContext, first: Rule, second: Rule): boolean {
  if (first.axis !== second.axis || !(leads(first) || first.actions.length > 0) || !(leads(second) || second.actions.length > 0)) return false
  if (triggerRow(first.trigger, first.part) !== triggerRow(second.trigger, second.part)) return false
  if ('ms' in first.trigger && 'ms' in second.trigger && (latestMs(first.trigger) < second.trigger.ms || latestMs(second.trigger) < first.trigger.ms)) return false
  if (first.guard !== null && second.guard === null) return false
  return guardsOverlap(project, component, first.guard, second.guard)
}

function finding({ component, arena, root }: CheckContext, first: Rule, second: Rule, states: readonly Id[]): Finding {
  const axis = theOne(component.axes, ({ id }) => id === first.axis)
  const fired = arena.closed.firing(root, first)
  const witness = fired && witnessTo(arena, arena.closed, after(fired.step), { caption: 'the first of the two answers; the other never gets to' }, (trace) =>
    trace.some((event) => event.what === 'fired' && event.rule === first.id && states.includes(event.state)))
  return {
    id: `rules-compete ${component.id} ${first.id} ${second.id}`,
    kind: 'rules-compete', level: witness && first.guard === null ? 'fault' : 'risk',
    sentence: `${witness ? '' : 'Possible: '}two rules answer ${first.trigger.on} in ${states.map((id) => stateName(axis, id)).join(', ')}: one leads to ${targetName(axis, first)}, the other to ${targetName(axis, second)}. Only the first ever fires.`,
    about: { component: component.id, axis: axis.id, states, rule: second.id, row: triggerRow(first.trigger, first.part) },
    remedy: { label: 'Remove the second rule', edit: removeFrom(inProject('components', component.id, 'rules'), second.id) },
    witness: witness ?? null, numbers: { states: states.length },
  }
}

const targetName = (axis: Parameters<typeof stateName>[0], { target }: Rule): string =>
  statesNamed(target).length > 0 ? statesNamed(target).map((state) => stateName(axis, state)).join(' or ') : target.go
