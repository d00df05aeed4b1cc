import { axisOf, certain, firstOf, inProject, removeFrom } from '../../../document'
import { listed, stateName, type ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { tour, witnessTo } from '../../ground/witness'
import { stateIn } from '../../explore'

/** Looks for states of several axes at once that never come together. */
export const combinationUnreachable: ComponentCheck = {
  name: 'combination-unreachable', scope: 'component', levels: ['risk'],
  means: 'a look for states of several axes that never come together',
  finds: ({ component, stateSpace, root }) =>
    component.combinations.flatMap((combination): Finding[] => {
      const wanted = Object.entries(combination.states)
      const { open, closed } = stateSpace
      if (wanted.length < 2 || !open.isFinished) return []
      const isSeen = open.explored.places.some(({ configuration }) => wanted.every(([axis, state]) => {
        const net = open.network.axisOf(root, axis)
        return net !== undefined && stateIn(net, configuration) === state
      }))
      const axes = wanted.flatMap(([id]) => axisOf(component, id) ?? [])
      if (isSeen || axes.length < wanted.length || axes.some(({ boundTo }) => boundTo !== null)) return []
      const names = wanted.map(([axis, state]) => stateName(certain(axisOf(component, axis)), state))
      const net = closed.axis(root, firstOf(wanted)[0])
      const witness = witnessTo(stateSpace, closed, tour(closed, net.at), { caption: 'the two are never seen together' }, (_trace, _offered, run) =>
        wanted.some(([axis, state]) => certain(run.instances.get('')).states[closed.axis(root, axis).own] !== state))
      return [{
        id: `combination-unreachable ${component.id} ${combination.id}`,
        kind: 'combination-unreachable', level: 'risk',
        sentence: `${listed(names)} never come together, so the look for them is never seen.`,
        about: { component: component.id, axis: firstOf(wanted)[0], state: firstOf(wanted)[1] },
        remedy: { label: 'Remove that look', edit: removeFrom(inProject('components', component.id, 'combinations'), combination.id) },
        witness, numbers: { axes: wanted.length },
      }]
    }),
}
