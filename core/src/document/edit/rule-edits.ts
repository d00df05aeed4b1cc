import type { Component } from '../component'
import { EMPTY_MOTION, type LaneTiming, type Motion, type Timing } from '../motion'
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

/** Says one thing about the timing of a rule's motion; undefined leaves it to something less specific. */
export function setRuleTiming<K extends keyof Timing | 'policy'>(component: Id, rule: Rule, field: K, to: Motion[K] | undefined): Edit {
  const path = [...rulePath(component, rule.id), 'motion']
  if (rule.motion === null) return { edit: 'set', path, to: to === undefined ? EMPTY_MOTION : { ...EMPTY_MOTION, [field]: to } }
  return to === undefined ? { edit: 'unset', path: [...path, field] } : { edit: 'set', path: [...path, field], to }
}

/** Says something about the timing of one lane of a rule's motion; the rest of the lane stays as it was. */
export function setLaneTiming(component: Id, rule: Rule, part: Id, property: string | null, timing: Timing, newId: Id): Edit {
  const path = [...rulePath(component, rule.id), 'motion']
  if (rule.motion === null) {
    return { edit: 'set', path, to: { ...EMPTY_MOTION, lanes: [{ id: newId, part, property, ...timing }] } }
  }
  const old = rule.motion.lanes.find((lane) => lane.part === part && lane.property === property)
  const lane: LaneTiming = { id: newId, part, property, ...timing }
  if (!old) return { edit: 'insert', path: [...path, 'lanes'], item: lane, before: null }
  return batch(...Object.entries(timing).map(([field, to]): Edit => ({ edit: 'set', path: [...path, 'lanes', old.id, field], to })))
}

/** Takes back what a rule's motion says about one lane. */
export const removeLaneTiming = (component: Id, rule: Id, lane: Id): Edit =>
  ({ edit: 'remove', path: [...rulePath(component, rule), 'motion', 'lanes'], id: lane })
