import { holdsIn, inProject, leads, leadsFrom, setAt } from '../../../document'
import { stateName, type ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { reachableStates } from './state-unreachable'
import { witnessTo } from '../../ground/witness'

/** Reachable states without any rule that leads elsewhere, not marked final, on an axis nothing drives from outside. */
export const noWayOut: ComponentCheck = {
  name: 'no-way-out', scope: 'component', levels: ['fault'],
  means: 'reached, not final, and no rule leads elsewhere',
  finds: ({ component, stateSpace, root, drivenTo }) =>
    component.axes.flatMap((axis): Finding[] => {
      if (axis.states.length < 2 || axis.boundTo !== null || drivenTo(axis.id).size > 0) return []
      const reachable = reachableStates(component, axis, new Set())
      const rules = component.rules.filter((rule) => rule.axis === axis.id && leads(rule))
      const hasWayOut = (state: string) => rules.some((rule) =>
        holdsIn(rule, state, axis) && (rule.target.go === 'back' ? state !== axis.start || rules.length > 1 : leadsFrom(axis, rule, state).some((to) => to !== state)))
      return axis.states.filter(({ id, final }) => reachable.has(id) && !final && !hasWayOut(id)).flatMap((state): Finding[] => {
        const { closed } = stateSpace
        const there = closed.firstIn(closed.axis(root, axis.id), state.id)
        if (closed.isFinished && !there) return []
        const witness = there && witnessTo(stateSpace, closed, there, { afterMs: 600, caption: 'stays here, whatever one does' }, (trace) =>
          state.id === axis.start || trace.some((event) => event.what === 'state' && event.instance === '' && event.to === state.id))
        return [{
          id: `no-way-out ${component.id} ${axis.id} ${state.id}`,
          kind: 'no-way-out', level: witness ? 'fault' : 'risk',
          sentence: `${stateName(axis, state.id)} has no way out: no rule leads from it, and it is not marked as final.`,
          about: { component: component.id, axis: axis.id, state: state.id },
          remedy: {
            label: 'Mark as final',
            edit: setAt(inProject('components', component.id, 'axes', axis.id, 'states', state.id, 'final'), true),
          },
          witness: witness ?? null, numbers: {},
        }]
      })
    }),
}
