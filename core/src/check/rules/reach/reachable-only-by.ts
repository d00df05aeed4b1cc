import { certain, firstOf, type Id } from '../../../document'
import { listed, stateNames, type ComponentCheck } from '../../ground/context'
import type { Way } from '../../explore'
import type { Finding } from '../../model/finding'
import { noKeyboardWay } from '../access/no-keyboard-way'
import { witnessTo } from '../../ground/witness'

const HANDS: Readonly<Record<Way, string>> = { mouse: 'a mouse', touch: 'a finger', keyboard: 'the keyboard' }

/** States that somebody who works in one way alone can never reach, though others can. What follows from a tap that has no equivalent on the keyboard is said there. */
export const reachableOnlyBy: ComponentCheck = {
  name: 'reachable-only-by', scope: 'component', levels: ['note'],
  means: 'mouse, finger or keyboard alone never gets there, another does; what only follows from `no-keyboard-way` is told there',
  finds: (context) => {
    const { component, arena, root } = context
    const isForPeople = component.rules.some(({ trigger }) => ['tap', 'press', 'enter', 'double tap', 'long press', 'key', 'drag start'].includes(trigger.on))
    if (!isForPeople || !arena.closed.isFinished) return []
    const isKeyboardTold = noKeyboardWay.finds(context).length > 0
    return component.axes.flatMap((axis): Finding[] => {
      const missing = new Map<string, { ways: Way[]; states: Id[] }>()
      for (const { id } of axis.states) {
        if (axis.boundTo !== null || !arena.closed.firstIn(arena.closed.axis(root, axis.id), id)) continue
        const ways = arena.ways.filter((way) => {
          const facts = arena.byWay(way)
          return facts.isFinished && !facts.isReached(facts.axis(root, axis.id), id)
        })
        if (ways.length === 0 || ways.length === arena.ways.length || (isKeyboardTold && ways.join() === 'keyboard')) continue
        const known = missing.get(ways.join(' ')) ?? { ways, states: [] }
        known.states.push(id)
        missing.set(ways.join(' '), known)
      }
      return [...missing.values()].map(({ ways, states }): Finding => {
        const { closed } = arena
        const node = certain(closed.firstIn(closed.axis(root, axis.id), firstOf(states)))
        const others = arena.ways.filter((way) => !ways.includes(way))
        return {
          id: `reachable-only-by ${component.id} ${axis.id} ${ways.join(' ')}`,
          kind: 'reachable-only-by', level: 'note',
          sentence: `${stateNames(axis, states)} can be reached by ${listed(others.map((way) => HANDS[way]))} only; with ${listed(ways.map((way) => HANDS[way]))} alone ${states.length === 1 ? 'it never comes' : 'they never come'}.`,
          about: { component: component.id, axis: axis.id, state: firstOf(states), states },
          remedy: null, witness: witnessTo(arena, closed, node, { caption: `this is how ${HANDS[firstOf(others)]} gets there` }, (trace) => trace.some((event) => event.what === 'state' && event.to === states[0])),
          numbers: { states: states.length },
        }
      })
    })
  },
}
