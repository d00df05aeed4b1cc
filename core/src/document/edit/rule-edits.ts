import type { Component } from '../component'
import { holdsIn, type Rule, type Target } from '../rule'
import { triggerRow, type Trigger } from '../trigger'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import type { Path } from './path'
import { withinWithout } from './state-edits'

const rulesPath = (component: Id): Path => ['components', component, 'rules']

export const rulePath = (component: Id, rule: Id): Path => [...rulesPath(component), rule]

export const addRule = (component: Id, rule: Rule): Edit =>
  ({ edit: 'insert', path: rulesPath(component), item: rule, before: null })

export const removeRule = (component: Id, rule: Id): Edit => ({ edit: 'remove', path: rulesPath(component), id: rule })

export const setRuleField = <K extends 'trigger' | 'part' | 'guard' | 'target' | 'within' | 'letThrough'>(
  component: Id, rule: Id, field: K, to: Rule[K],
): Edit => ({ edit: 'set', path: [...rulePath(component, rule), field], to })

/** The rule that stands in a cell of the response table, the first in order; undefined where the cell is empty. */
export const ruleInCell = (component: Component, axis: Id, state: Id, row: string): Rule | undefined =>
  component.rules.find((rule) => rule.axis === axis && triggerRow(rule.trigger, rule.part) === row && holdsIn(rule, state))

/**
 * Says what one cell of the response table does. A rule that holds in other states too is left to them:
 * the cell gets a rule of its own with the new target.
 */
export function setCell(
  component: Component,
  cell: { readonly axis: Id; readonly state: Id; readonly trigger: Trigger; readonly part: Id | null },
  target: Target,
  newId: Id,
): Edit {
  const old = ruleInCell(component, cell.axis, cell.state, triggerRow(cell.trigger, cell.part))
  if (old && holdsAlone(component, old, cell.state)) return setRuleField(component.id, old.id, 'target', target)
  const template: Rule = old ?? {
    id: newId, axis: cell.axis, trigger: cell.trigger, part: cell.part, within: { only: [cell.state] },
    guard: null, actions: [], target, motion: null, letThrough: false,
  }
  const own: Rule = { ...template, id: newId, within: { only: [cell.state] }, target }
  return old ? batch(leaveCell(component, old, cell.state), addRule(component.id, own)) : addRule(component.id, own)
}

/** Lets a rule hold in one more state; whatever answered there before gives way. */
export function spreadRule(component: Component, rule: Rule, state: Id): Edit {
  const within = 'only' in rule.within ? { only: [...rule.within.only, state] } : withinWithout(rule.within, state)
  const spread = setRuleField(component.id, rule.id, 'within', within)
  const old = ruleInCell(component, rule.axis, state, triggerRow(rule.trigger, rule.part))
  return old && old.id !== rule.id ? batch(leaveCell(component, old, state), spread) : spread
}

/** Empties one cell: the rule in it no longer holds in that state, and goes when it held nowhere else. */
export function leaveCell(component: Component, rule: Rule, state: Id): Edit {
  if (holdsAlone(component, rule, state)) return removeRule(component.id, rule.id)
  const within = 'only' in rule.within ? withinWithout(rule.within, state) : { except: [...rule.within.except, state] }
  return setRuleField(component.id, rule.id, 'within', within)
}

/** Whether a rule holds in that state and no other. */
export function holdsAlone(component: Component, rule: Rule, state: Id): boolean {
  const axis = component.axes.find(({ id }) => id === rule.axis)
  const held = axis?.states.filter(({ id }) => holdsIn(rule, id)) ?? []
  return held.length === 1 && held[0]!.id === state
}
