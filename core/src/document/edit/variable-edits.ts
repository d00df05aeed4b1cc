import type { Component } from '../component'
import type { Action, Variable } from '../rule'
import { isExpression, type Id, type Literal } from '../value'
import { batch, type Edit } from './edit'
import { lookAt, lookPath, lookPlaces } from './look-place'
import type { Path } from './path'
import { rulePath } from './rule-edits'

const variablesPath = (component: Id): Path => ['components', component, 'variables']

export const addVariable = (component: Id, variable: Variable): Edit => ({ edit: 'insert', path: variablesPath(component), item: variable, before: null })

export const removeVariable = (component: Id, variable: Id): Edit => ({ edit: 'remove', path: variablesPath(component), id: variable })

export const setVariableStart = (component: Id, variable: Id, start: Literal): Edit => ({ edit: 'set', path: [...variablesPath(component), variable, 'start'], to: start })

/** Renames a variable with everything of its component that speaks of it. */
export const renameVariable = (component: Component, variable: Variable, name: string): Edit =>
  batch({ edit: 'set', path: [...variablesPath(component.id), variable.id, 'name'], to: name }, ...renamedUses(component, variable.name, name))

/** What a component says of a name, said of another one: in values, conditions, triggers and actions, and for the axes it decides. */
export function renamedUses(component: Component, from: string, to: string): readonly Edit[] {
  const word = new RegExp(`(?<![\\w.])${from}(?!\\w)`, 'g')
  const within = (expr: string) => expr.replace(word, to)
  const values = (said: Readonly<Record<string, unknown>>, path: Path): readonly Edit[] =>
    Object.entries(said).flatMap(([property, value]): Edit[] => {
      if (!isExpression(value as never)) return []
      const { expr } = value as { expr: string }
      return within(expr) === expr ? [] : [{ edit: 'set', path: [...path, property], to: { expr: within(expr) } }]
    })
  return [
    ...component.parts.flatMap((part) => values(part.base, ['components', component.id, 'parts', part.id, 'base'])),
    ...lookPlaces(component).flatMap((place) => Object.entries(lookAt(component, place)).flatMap(([part, said]) => values(said, [...lookPath(component.id, place), part]))),
    ...component.rules.flatMap((rule) => ruleUses(component.id, rule, from, to, within)),
    ...component.axes.flatMap(({ id, drivenBy }): Edit[] =>
      drivenBy !== null && 'variable' in drivenBy && drivenBy.variable === from ? [{ edit: 'set', path: ['components', component.id, 'axes', id, 'drivenBy'], to: { variable: to } }] : []),
  ]
}

function ruleUses(component: Id, rule: Component['rules'][number], from: string, to: string, within: (expr: string) => string): readonly Edit[] {
  const path = rulePath(component, rule.id)
  const { trigger } = rule
  const said: Edit[] = []
  if (rule.guard !== null && within(rule.guard) !== rule.guard) said.push({ edit: 'set', path: [...path, 'guard'], to: within(rule.guard) })
  if (trigger.on === 'changes' && trigger.name === from) said.push({ edit: 'set', path: [...path, 'trigger', 'name'], to })
  if ('holdWhile' in trigger && trigger.holdWhile !== null && within(trigger.holdWhile) !== trigger.holdWhile) said.push({ edit: 'set', path: [...path, 'trigger', 'holdWhile'], to: within(trigger.holdWhile) })
  for (const action of rule.actions) {
    const next = renamedAction(action, from, to, within)
    if (next !== action) said.push(setAction(component, rule.id, next))
  }
  return said
}

function renamedAction(action: Action, from: string, to: string, within: (expr: string) => string): Action {
  if (action.do === 'set' && (action.variable === from || within(action.to) !== action.to)) return { ...action, variable: action.variable === from ? to : action.variable, to: within(action.to) }
  return action.do === 'send' && action.payload !== null && within(action.payload) !== action.payload ? { ...action, payload: within(action.payload) } : action
}

export const addAction = (component: Id, rule: Id, action: Action): Edit => ({ edit: 'insert', path: [...rulePath(component, rule), 'actions'], item: action, before: null })

export const removeAction = (component: Id, rule: Id, action: Id): Edit => ({ edit: 'remove', path: [...rulePath(component, rule), 'actions'], id: action })

/** Says anew what an action does. */
export const setAction = (component: Id, rule: Id, action: Action): Edit => ({ edit: 'set', path: [...rulePath(component, rule), 'actions', action.id], to: action })
