import { placeOf, type Axis, type Component, type State } from './component'
import { decidedBy, destinationsOf } from './decided'
import { holdsIn, type Rule } from './rule'
import type { Id } from './value'
import { entryOf, itemAt } from './certain'

/** A rule as a way from one state of its axis to another. */
export interface StateMove {
  readonly rule: Rule
  readonly from: Id
  readonly to: Id
}

/** Every way the rules of an axis lead from a state to one that is known beforehand, by themselves or by the variable that decides it; where `back` leads is not. */
export function movesOf(component: Component, axis: Axis): readonly StateMove[] {
  return component.rules.filter((rule) => rule.axis === axis.id).flatMap((rule) =>
    axis.states.filter(({ id }) => holdsIn(rule, id, axis)).flatMap(({ id: from }): StateMove[] => waysFrom(axis, rule, from).map((to) => ({ rule, from, to }))))
}

const waysFrom = (axis: Axis, rule: Rule, from: Id): readonly Id[] => (decidedBy(axis) === null ? leadsFrom(axis, rule, from) : destinationsOf(axis, rule))

/** The states a rule can lead to from a state of its axis: none when it stays, and for `back`, which depends on what was before; several where chance decides. */
export function leadsFrom({ states }: Axis, { target }: Rule, from: Id): readonly Id[] {
  switch (target.go) {
    case 'state':
      return [target.state]
    case 'one of':
      return target.of.map(({ state }) => state)
    case 'next':
    case 'previous': {
      const place = placeOf({ states }, from) + (target.go === 'next' ? 1 : -1)
      if (!target.loops && (place < 0 || place >= states.length)) return []
      return [itemAt(states, (place + states.length) % states.length).id]
    }
    default:
      return []
  }
}

/** Where a hand can lead from a state by a rule; null where that is nowhere, or depends on the past or on chance. */
export const ledTo = (axis: Axis, rule: Rule, from: Id): Id | null => (rule.target.go === 'one of' ? null : (leadsFrom(axis, rule, from)[0] ?? null))

/** The states of its axis a rule holds in. */
export const statesHeldBy = ({ axes }: Pick<Component, 'axes'>, rule: Rule): readonly State[] =>
  axes.flatMap((axis) => (axis.id === rule.axis ? axis.states.filter(({ id }) => holdsIn(rule, id, axis)) : []))

/** A shortest way between two states as the moves it takes; null when there is none. Guards are left aside. */
export function shortestWay(moves: readonly StateMove[], from: Id, to: Id): readonly StateMove[] | null {
  const ways = new Map<Id, readonly StateMove[]>([[from, []]])
  const queue = [from]
  for (let state = queue.shift(); state !== undefined; state = queue.shift()) {
    if (state === to) return entryOf(ways, state)
    for (const move of moves) {
      if (move.from !== state || ways.has(move.to)) continue
      ways.set(move.to, [...entryOf(ways, state), move])
      queue.push(move.to)
    }
  }
  return null
}
