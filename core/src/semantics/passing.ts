import { groupsAround, type Axis, type Id, type Rule } from '../document'

const groupOf = ({ trigger }: Rule): Id | undefined => ('group' in trigger ? trigger.group : undefined)

/**
 * The rules on leaving states and groups, or on entering them, that a change of state passes by: of each state or group
 * those it has, leaving from the inside out and entering from the outside in. A group is passed only from or to beyond it.
 */
export function rulesPassedBy(rules: readonly Rule[], axis: Axis, trigger: 'left' | 'entered', from: Id, to: Id): readonly (readonly Rule[])[] {
  const [inside, beyond] = trigger === 'left' ? [from, to] : [to, from]
  const groups = groupsAround(axis, inside).filter(({ states }) => !states.includes(beyond)).map(({ id }) => rules.filter((rule) => groupOf(rule) === id))
  const own = rules.filter((rule) => groupOf(rule) === undefined)
  return trigger === 'left' ? [own, ...groups.toReversed()] : [...groups, own]
}
