import { certain, firstOf, itemAt, lastOf } from '../../../document'
import { keptAt } from '../../../machine'
import { isByItself } from '../../ground/state-space'
import { stateNames, type ComponentCheck } from '../../ground/context'
import type { Travelled } from '../../explore'
import type { Finding } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/** States that follow one another of themselves for ever, none of which is marked continuous. */
export const neverSettles: ComponentCheck = {
  name: 'never-settles', scope: 'component', levels: ['note'],
  means: 'states that follow one another of themselves for ever, none continuous',
  finds: ({ component, stateSpace, root }) => {
    const { closed } = stateSpace
    return component.axes.flatMap((axis): Finding[] => {
      const net = closed.axis(root, axis.id)
      const moves = closed.steps.filter((step) => isByItself(step) && step.from.place.configuration[net.at] !== step.to.configuration[net.at])
      const round = roundIn(moves, (configuration) => keptAt(configuration, net.at))
      const states = round.map((state) => itemAt(axis.states, state))
      if (states.length === 0 || states.some(({ loop }) => loop !== null)) return []
      const first = certain(closed.firstIn(net, firstOf(states).id))
      const witness = witnessTo(stateSpace, closed, first, { afterMs: 4000, caption: 'still going' }, (trace) => trace.filter((event) => event.what === 'state' && event.instance === '' && event.axis === axis.id).length > 0)
      return [{
        id: `never-settles ${component.id} ${axis.id}`,
        kind: 'never-settles', level: 'note',
        sentence: `${stateNames(axis, states.map(({ id }) => id))} follow one another of themselves for ever.`,
        about: { component: component.id, axis: axis.id, state: firstOf(states).id, states: states.map(({ id }) => id) },
        remedy: null, witness, numbers: { states: states.length },
      }]
    })
  },
}

/** The states of a round among steps that come of themselves; none when there is none. */
function roundIn(steps: readonly Travelled[], stateIn: (configuration: Int32Array) => number): readonly number[] {
  const next = new Map<number, Set<number>>()
  for (const { from, to } of steps) {
    const [a, b] = [stateIn(from.place.configuration), stateIn(to.configuration)]
    next.set(a, (next.get(a) ?? new Set()).add(b))
  }
  for (const start of next.keys()) {
    const ways: (readonly number[])[] = [[start]]
    const known = new Set<number>()
    for (let way = ways.shift(); way; way = ways.shift()) {
      for (const to of next.get(lastOf(way)) ?? []) {
        if (to === start) return way
        if (!known.has(to)) ways.push([...way, ...[to].filter((each) => known.add(each))])
      }
    }
  }
  return []
}
