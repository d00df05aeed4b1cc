import type { Axis, Component } from '../component'
import { decidingSettable, decidingValue, destinationsOf, isDeciding } from '../decided'
import type { NewId } from '../defaults'
import type { PairMotion } from '../motion'
import type { Settable } from '../item'
import { leadsFrom, statesHeldBy } from '../moves'
import type { Project } from '../project'
import { leads, type Action, type Rule, type Target } from '../rule'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import { fieldOf, inProject, insertInto, inside, setAt } from './place'
import { addRule, rulePath, setRuleField } from './rule-edits'

/** What rules of a decided axis come to. */
export interface Decided {
  readonly rules: readonly Rule[]
  readonly pairs: readonly PairMotion[]
}

type Ruled = Pick<Component, 'axes' | 'rules' | 'pairs'>

/** Whether where a rule leads can be said by setting a variable: not where it came from, and not what chance has it. */
export const isSettable = ({ target }: Pick<Rule, 'target'>): boolean => target.go !== 'back' && target.go !== 'one of'

/**
 * The rules of a component with those that move an axis setting a variable instead, which is to decide it: one rule for
 * each state they lead to, with their motions as those of the pairs of states, where none is said yet. Those that lead back
 * or leave it to chance stay where they are.
 */
export function settingInstead(component: Ruled, axis: Axis, variable: Settable, newId: NewId): Decided {
  const moving = component.rules.filter((rule) => rule.axis === axis.id && leads(rule))
  const pairs = moving.flatMap((rule) => (rule.motion === null ? [] : statesHeldBy(component, rule).flatMap(({ id: from }) => {
    const { motion } = rule
    return motion === null ? [] : leadsFrom(axis, rule, from).map((to): PairMotion => ({ id: newId('pair'), axis: axis.id, from, to, motion }))
  })))
  const isNew = ({ from, to }: PairMotion, index: number, among: readonly PairMotion[]) =>
    !component.pairs.some((pair) => pair.axis === axis.id && pair.from === from && pair.to === to) && among.findIndex((pair) => pair.from === from && pair.to === to) === index
  return {
    rules: component.rules.flatMap((rule) => (moving.includes(rule) ? settingRules(component, axis, variable, rule, newId) : [rule])),
    pairs: [...component.pairs, ...pairs.filter(isNew)],
  }
}

/** A rule as those that set a variable to what goes with where it leads, one for each such state. */
function settingRules(component: Ruled, axis: Axis, variable: Settable, rule: Rule, newId: NewId): readonly Rule[] {
  const held = statesHeldBy(component, rule)
  const leading = held.map(({ id }) => ({ from: id, to: isSettable(rule) ? (leadsFrom(axis, rule, id)[0] ?? null) : null }))
  const ends = [...new Set(leading.map(({ to }) => to))]
  const stays: Rule = { ...rule, target: { go: 'stay' }, motion: null }
  return (ends.length > 0 ? ends : [null]).map((to, index): Rule => ({
    ...stays,
    ...(index === 0 ? {} : { id: newId(rule.trigger.on) }),
    ...(ends.length > 1 ? { within: { only: leading.filter((each) => each.to === to).map(({ from }) => from) } } : {}),
    actions: to === null ? rule.actions : withSet(rule.actions, setsTo(axis, variable, to, newId)),
  }))
}

/** An action that lets a variable decide on a state. */
const setsTo = (axis: Axis, { name, type }: Settable, state: Id, newId: NewId): Action =>
  ({ id: newId('set'), do: 'set', variable: name, to: JSON.stringify(decidingValue(axis, state, type)) })

/** Actions with one more, done as late as what waits for nothing is. */
function withSet(actions: readonly Action[], set: Action): readonly Action[] {
  return actions.some(({ awaited }) => awaited === true) ? [set, ...actions] : [...actions, set]
}

/** Lets a variable decide an axis; rules that moved it set the variable from now on. */
export function tieAxis(component: Component, axis: Axis, variable: Settable, newId: NewId): Edit {
  const { rules, pairs } = settingInstead(component, axis, variable, newId)
  const own = inProject('components', component.id)
  return batch(
    ...rules.flatMap((rule): Edit[] => {
      const before = component.rules.find(({ id }) => id === rule.id)
      return before === rule ? [] : before ? [setAt(rulePath(component.id, rule.id), rule)] : [addRule(component.id, rule)]
    }),
    ...pairs.filter((pair) => !component.pairs.includes(pair)).map((pair) => insertInto(inside(own, 'pairs'), pair)),
    setAt(inside(own, 'axes', axis.id, 'boundTo'), { variable: variable.name }),
  )
}

/** Lets rules alone decide an axis: those that set the variable that decided it lead to what goes with that as well. */
export const untieAxis = (component: Component, axis: Axis): Edit =>
  batch(
    setAt(inProject('components', component.id, 'axes', axis.id, 'boundTo'), null),
    ...component.rules.filter((rule) => rule.axis === axis.id && !leads(rule)).flatMap((rule): Edit[] => {
      const [state] = destinationsOf(axis, rule)
      return state === undefined ? [] : [setRuleField(component.id, rule.id, 'target', { go: 'state', state })]
    }),
  )

/** A rule that is to lead somewhere: where a variable decides its axis, it sets that to what goes with the state. */
export function leading(project: Project, component: Component, rule: Rule, wanted: Target, newId: NewId): Rule {
  const axis = component.axes.find(({ id }) => id === rule.axis)
  const variable = axis && decidingSettable(project, component, axis)
  if (!axis || !variable) return { ...rule, target: wanted }
  const others = rule.actions.filter((action) => !isDeciding(axis, action))
  if (wanted.go !== 'state') return { ...rule, target: wanted, actions: others }
  return { ...rule, target: { go: 'stay' }, actions: withSet(others, setsTo(axis, variable, wanted.state, newId)) }
}

/** Lets a rule lead elsewhere, in the same way. */
export function leadElsewhere(project: Project, component: Component, rule: Rule, wanted: Target, newId: NewId): Edit {
  const led = leading(project, component, rule, wanted, newId)
  const isSame = led.actions.length === rule.actions.length && led.actions.every((action, index) => action === rule.actions[index])
  const target = setRuleField(component.id, rule.id, 'target', led.target)
  return isSame ? target : batch(target, setAt(fieldOf(rulePath(component.id, rule.id), 'actions'), led.actions))
}
