import { certain, firstOf, type Id } from '../../../document'
import { listed, stateNames, type ComponentCheck } from '../../ground/context'
import type { Modality } from '../../explore'
import type { Finding } from '../../model/finding'
import { noKeyboardWay } from '../access/no-keyboard-way'
import { witnessTo } from '../../ground/witness'

const HANDS: Readonly<Record<Modality, string>> = { mouse: 'a mouse', touch: 'touch', keyboard: 'keyboard' }

/** States that somebody who works in one way alone can never reach, though others can. What follows from a tap that has no equivalent on the keyboard is said there. */
export const reachableOnlyBy: ComponentCheck = {
  name: 'reachable-only-by', scope: 'component', levels: ['note'],
  means: 'mouse, finger or keyboard alone never gets there, another does; what only follows from `no-keyboard-way` is reported there',
  finds: (context) => {
    const { component, stateSpace, root } = context
    const isForPeople = component.rules.some(({ trigger }) => ['tap', 'press', 'enter', 'double tap', 'long press', 'key', 'drag start'].includes(trigger.on))
    if (!isForPeople || !stateSpace.closed.isFinished) return []
    const isKeyboardTold = noKeyboardWay.finds(context).length > 0
    return component.axes.flatMap((axis): Finding[] => {
      const missing = new Map<string, { ways: Modality[]; states: Id[] }>()
      for (const { id } of axis.states) {
        if (axis.boundTo !== null || !stateSpace.closed.firstIn(stateSpace.closed.axis(root, axis.id), id)) continue
        const ways = stateSpace.ways.filter((way) => {
          const facts = stateSpace.byModality(way)
          return facts.isFinished && !facts.isReached(facts.axis(root, axis.id), id)
        })
        if (ways.length === 0 || ways.length === stateSpace.ways.length || (isKeyboardTold && ways.join() === 'keyboard')) continue
        const known = missing.get(ways.join(' ')) ?? { ways, states: [] }
        known.states.push(id)
        missing.set(ways.join(' '), known)
      }
      return [...missing.values()].map(({ ways, states }): Finding => {
        const { closed } = stateSpace
        const node = certain(closed.firstIn(closed.axis(root, axis.id), firstOf(states)))
        const others = stateSpace.ways.filter((way) => !ways.includes(way))
        return {
          id: `reachable-only-by ${component.id} ${axis.id} ${ways.join(' ')}`,
          kind: 'reachable-only-by', level: 'note',
          sentence: `${stateNames(axis, states)} can only be reached with ${listed(others.map((way) => HANDS[way]))}, not by ${ways.map((way) => HANDS[way]).join(' or ')}.`,
          about: { component: component.id, axis: axis.id, state: firstOf(states), states },
          remedy: null, witness: witnessTo(stateSpace, closed, node, { caption: `this is how ${HANDS[firstOf(others)]} gets there` }, (trace) => trace.some((event) => event.what === 'state' && event.to === states[0])),
          numbers: { states: states.length },
        }
      })
    })
  },
}
