import { decidedState, firstOf, holdsIn, leadsFrom, type Axis, type Component, type Id, type Project } from '../../../document'
import { stateName, stateNames, type ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { valuesGiven } from '../../ground/values-given'
import { tour, witnessTo } from '../../ground/witness'

/**
 * States nothing can bring about, whatever anyone does and whatever comes from outside: those the exploration of the
 * component has not come to, and, where it had to give up, those no chain of rules leads to.
 */
export const stateUnreachable: ComponentCheck = {
  name: 'state-unreachable', scope: 'component', levels: ['fault', 'note'],
  means: 'nothing brings the state about, whatever anyone does or sends, not even to leave it at that instant; of an axis a variable decides, no value the variable is ever given goes with it',
  finds: ({ project, component, stateSpace, root, drivenTo }) =>
    component.axes.flatMap((axis): readonly Finding[] => {
      if (axis.boundTo !== null) return tiedStates(project, component, axis, drivenTo(axis.id))
      if (axis.states.length < 2) return []
      const chained = reachableStates(component, axis, drivenTo(axis.id))
      const open = chained.size < axis.states.length ? null : stateSpace.open
      const net = open?.network.axisOf(root, axis.id)
      const isReached = (state: Id) => chained.has(state) && (!open?.isFinished || !net || open.isReached(net, state))
      return axis.states.filter(({ id }) => !isReached(id)).map((state): Finding => {
        const { closed } = stateSpace
        const witness = witnessTo(stateSpace, closed, tour(closed, closed.axis(root, axis.id).at), { caption: 'every state that comes, and this one never does' }, (trace) =>
          !trace.some((event) => event.what === 'state' && event.instance === '' && event.to === state.id))
        const named = component.rules.filter((rule) => rule.axis === axis.id && axis.states.some(({ id }) => holdsIn(rule, id, axis) && leadsFrom(axis, rule, id).includes(state.id)))
        return {
          id: `state-unreachable ${component.id} ${axis.id} ${state.id}`,
          kind: 'state-unreachable', level: 'fault',
          sentence: named.length === 0
            ? `Nothing leads to ${stateName(axis, state.id)}: no rule that can ever fire has it as its target.`
            : `Nobody can reach ${stateName(axis, state.id)}: the ${named.length === 1 ? 'rule that leads there never fires' : `${named.length} rules that lead there never fire`}.`,
          about: { component: component.id, axis: axis.id, state: state.id },
          remedy: null, witness, numbers: { reachable: axis.states.filter(({ id }) => isReached(id)).length, states: axis.states.length },
        }
      })
    }),
}

/** The states of an axis that a variable decides which no value the variable is ever given goes with. */
function tiedStates(project: Project, component: Component, axis: Axis, driven: ReadonlySet<Id>): readonly Finding[] {
  if (axis.boundTo === null || !('variable' in axis.boundTo) || driven.size > 0) return []
  const { variable } = axis.boundTo
  const values = valuesGiven(project, component, variable)
  if (values === null) return []
  const decided = new Set(values.flatMap((value) => decidedState(axis, { [variable]: value })?.id ?? []))
  const missing = axis.states.filter(({ id }) => !decided.has(id))
  if (missing.length === 0 || missing.length === axis.states.length) return []
  return [{
    id: `state-unreachable ${component.id} ${axis.id}`, kind: 'state-unreachable', level: 'fault',
    sentence: `${stateNames(axis, missing.map(({ id }) => id))} never ${missing.length === 1 ? 'comes' : 'come'}: the variable ${variable} decides it, and ${values.length === 1 ? 'nothing ever sets it' : 'is never set to anything that goes with it'}.`,
    about: { component: component.id, axis: axis.id, state: firstOf(missing).id, states: missing.map(({ id }) => id) },
    remedy: null, witness: null, numbers: { reachable: decided.size, states: axis.states.length },
  }]
}

/** The states reached from the start and from `driven` by following rules, guards left aside. */
export function reachableStates(component: Component, axis: Axis, driven: ReadonlySet<Id>): ReadonlySet<Id> {
  const rules = component.rules.filter((rule) => rule.axis === axis.id)
  const reached = new Set([axis.start, ...driven])
  for (const state of reached) {
    for (const rule of rules) {
      if (holdsIn(rule, state, axis)) for (const to of leadsFrom(axis, rule, state)) reached.add(to)
    }
  }
  return reached
}
