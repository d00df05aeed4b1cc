import { holdsIn, type Axis, type Component, type Id } from '../document'
import { targetsOf, stateName, type Check } from './context'
import type { Finding } from './finding'
import { confirmed, tour } from './witness'

/**
 * States no chain of rules leads to from where the axis starts or is put from outside. Every guard counts as
 * possible and every trigger as sendable, so a state called unreachable here is, whatever anyone does.
 */
export const stateUnreachable: Check = (context) =>
  context.component.axes.flatMap((axis, index): Finding[] => {
    if (axis.drivenBy !== null) return []
    const reachable = reachableStates(context.component, axis, context.drivenTo(axis.id))
    return axis.states.filter(({ id }) => !reachable.has(id)).map((state): Finding => {
      const { component, project } = context
      const witness = confirmed(project, tour(component.id, index, context.walk), (trace) =>
        !trace.some((event) => event.what === 'state' && event.instance === '' && event.to === state.id))
      return {
        id: `state-unreachable ${component.id} ${axis.id} ${state.id}`,
        kind: 'state-unreachable', level: 'fault',
        sentence: `Nothing leads to ${stateName(axis, state.id)}: no rule that can ever fire has it as its target.`,
        about: { component: component.id, axis: axis.id, state: state.id },
        remedy: null, witness, numbers: { reachable: reachable.size, states: axis.states.length },
      }
    })
  })

/** The states reached from the start and from `driven` by following rules, guards left aside. */
export function reachableStates(component: Component, axis: Axis, driven: ReadonlySet<Id>): ReadonlySet<Id> {
  const rules = component.rules.filter((rule) => rule.axis === axis.id)
  const reached = new Set([axis.start, ...driven])
  for (const state of reached) {
    for (const rule of rules) {
      if (holdsIn(rule, state)) targetsOf(axis, rule, state).forEach((to) => reached.add(to))
    }
  }
  return reached
}
