import { firstOf, type Id } from '../../../document'
import type { Facts } from '../../ground/state-space'
import { stateName, stateNames, type ComponentCheck } from '../../ground/context'
import { stateIn, type NetAxis } from '../../explore'
import type { Finding } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/** States that have ways out, none of which ever leads back to where the axis starts, nor to a state marked final. */
export const noWayBack: ComponentCheck = {
  name: 'no-way-back', scope: 'component', levels: ['risk'],
  means: 'it has ways out, none of which ever leads to the start or a final state, nor to a dead end, which is reported by itself',
  finds: ({ component, stateSpace, root, drivenTo }) =>
    component.axes.flatMap((axis): Finding[] => {
      const { open, closed } = stateSpace
      if (axis.states.length < 2 || axis.boundTo !== null || drivenTo(axis.id).size > 0 || !open.isFinished || !closed.isFinished) return []
      const ends = new Set([axis.start, ...axis.states.flatMap(({ id, final }) => (final ? [id] : []))])
      const lost = lostFrom(open, open.axis(root, axis.id), ends)
      const leaving = new Set(open.steps.flatMap(({ from, to }) => {
        const net = open.axis(root, axis.id)
        return from.place.configuration[net.at] !== to.configuration[net.at] ? [stateIn(net, from.place.configuration)] : []
      }))
      // A dead end is a finding of its own, and what leads to it follows from that.
      const states = lost.every((state) => leaving.has(state)) ? lost : []
      const there = states[0] === undefined ? undefined : closed.firstIn(closed.axis(root, axis.id), states[0])
      if (!there) return []
      return [{
        id: `no-way-back ${component.id} ${axis.id}`,
        kind: 'no-way-back', level: 'risk',
        sentence: `Once in ${stateNames(axis, states)}, nothing ever leads back to ${stateName(axis, axis.start)}, where it starts.`,
        about: { component: component.id, axis: axis.id, state: firstOf(states), states },
        remedy: null,
        witness: witnessTo(stateSpace, closed, there, { afterMs: 600, caption: 'from here there is no way back' }, (trace) => trace.some((event) => event.what === 'state' && event.to === states[0])),
        numbers: { states: states.length },
      }]
    }),
}

/** The reached states of an axis from which none of `ends` can be come to. */
function lostFrom({ steps, explored }: Facts, axis: NetAxis, ends: ReadonlySet<Id>): readonly Id[] {
  const back = new Map<number, Set<number>>()
  for (const { from, to } of steps) back.set(to.index, (back.get(to.index) ?? new Set()).add(from.place.index))
  const open = explored.places.filter(({ configuration }) => ends.has(stateIn(axis, configuration))).map(({ index }) => index)
  const home = new Set(open)
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    for (const before of back.get(next) ?? []) if (!home.has(before)) open.push(...[before].filter((place) => home.add(place)))
  }
  return [...new Set(explored.places.filter(({ index }) => !home.has(index)).map(({ configuration }) => stateIn(axis, configuration)))]
}
