import type { Component } from '../component'
import type { Project } from '../project'
import type { Action, Variable } from '../rule'
import { isExpression, type Id } from '../value'
import { batch, type Edit } from './edit'
import { lookAt, lookPath, lookPlaces } from './look-place'
import type { Path } from './path'
import { rulePath } from './rule-edits'

/** Whose variables: those of each instance of a component, or those everyone shares. */
export type VariableOwner = { readonly component: Id } | 'everyone'

export const variablesPath = (owner: VariableOwner): Path => (owner === 'everyone' ? ['variables'] : ['components', owner.component, 'variables'])

export const addVariable = (owner: VariableOwner, variable: Variable): Edit => ({ edit: 'insert', path: variablesPath(owner), item: variable, before: null })

export const removeVariable = (owner: VariableOwner, variable: Id): Edit => ({ edit: 'remove', path: variablesPath(owner), id: variable })

export const setVariableField = <K extends 'start' | 'choices'>(owner: VariableOwner, variable: Id, field: K, to: Variable[K]): Edit =>
  ({ edit: 'set', path: [...variablesPath(owner), variable, field], to })

/** Renames a variable with everything that speaks of it: in its component, or in all of them but where the name means something of their own. */
export function renameVariable(project: Project, owner: VariableOwner, variable: Variable, name: string): Edit {
  const meantIn = owner === 'everyone'
    ? project.components.filter(({ variables, parameters }) => ![...variables, ...parameters].some((own) => own.name === variable.name))
    : project.components.filter(({ id }) => id === owner.component)
  return batch({ edit: 'set', path: [...variablesPath(owner), variable.id, 'name'], to: name }, ...meantIn.flatMap((component) => renamedUses(component, variable.name, name)))
}

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
    ...lookPlaces(component).flatMap((place) => Object.entries(lookAt(component, place)).flatMap(([part, said]) => values(said, [...lookPath(component, place), part]))),
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
