import type { Component } from '../component'
import type { Part } from '../part'
import type { Pledge, Pledged } from '../pledge'
import type { Project } from '../project'
import type { Action, Variable } from '../rule'
import type { Screen } from '../screen'
import { isExpression, sameValue, type Id, type Value } from '../value'
import { batch, type Edit } from './edit'
import { lookAt, lookPath, lookPlaces } from './look-place'
import type { Path } from './path'
import { rulePath, setAction, type RuleOwner } from './rule-edits'

/** Whose variables: those of each instance of a component, those of a screen, or those everyone shares. */
export type VariableOwner = { readonly component: Id } | { readonly screen: Id } | 'everyone'

export function variablesPath(owner: VariableOwner): Path {
  if (owner === 'everyone') return ['variables']
  return [...('screen' in owner ? ['screens', owner.screen] : ['components', owner.component]), 'variables']
}

export const addVariable = (owner: VariableOwner, variable: Variable): Edit => ({ edit: 'insert', path: variablesPath(owner), item: variable, before: null })

export const removeVariable = (owner: VariableOwner, variable: Id): Edit => ({ edit: 'remove', path: variablesPath(owner), id: variable })

export const setVariableField = <K extends 'start' | 'choices'>(owner: VariableOwner, variable: Id, field: K, to: Variable[K]): Edit =>
  ({ edit: 'set', path: [...variablesPath(owner), variable, field], to })

/** Renames a variable with everything that speaks of it: in its component or screen, or everywhere but where the name means something of their own. */
export function renameVariable(project: Project, owner: VariableOwner, variable: Variable, name: string): Edit {
  const { name: from } = variable
  const isOwn = ({ variables, parameters = [] }: { readonly variables: Component['variables']; readonly parameters?: Component['parameters'] }) => [...variables, ...parameters].some((own) => own.name === from)
  const components = project.components.filter((each) => (owner === 'everyone' ? !isOwn(each) : 'component' in owner && each.id === owner.component))
  const screens = project.screens.filter((each) => (owner === 'everyone' ? !isOwn(each) : 'screen' in owner && each.id === owner.screen))
  return batch(
    { edit: 'set', path: [...variablesPath(owner), variable.id, 'name'], to: name },
    ...components.flatMap((component) => renamedUses(component, from, name)),
    ...screens.flatMap((screen) => renamedOnScreen(screen, from, name)),
    ...(owner === 'everyone' ? project.screens.flatMap((screen) => renamedInWaysIn(screen, from, name)) : []),
    ...(owner === 'everyone' ? project.promises.flatMap((pledge) => renamedInPromise(pledge, from, name)) : []),
  )
}

/** What a component says of a name, said of another one: in values, conditions, triggers and actions, and for the axes it decides. */
export function renamedUses(component: Component, from: string, to: string): readonly Edit[] {
  const within = renamer(from, to)
  return [
    ...component.parts.flatMap((part) => partUses(['components', component.id, 'parts', part.id], part, within)),
    ...lookPlaces(component).flatMap((place) => Object.entries(lookAt(component, place)).flatMap(([part, said]) => renamedValues(said, [...lookPath(component, place), part], within))),
    ...component.rules.flatMap((rule) => ruleUses(component.id, rule, from, to, within)),
    ...component.axes.flatMap(({ id, drivenBy }): Edit[] =>
      drivenBy !== null && 'variable' in drivenBy && drivenBy.variable === from ? [{ edit: 'set', path: ['components', component.id, 'axes', id, 'drivenBy'], to: { variable: to } }] : []),
  ]
}

function renamedOnScreen({ id, parts, rules }: Screen, from: string, to: string): readonly Edit[] {
  const within = renamer(from, to)
  return [
    ...parts.flatMap((part) => partUses(['screens', id, 'parts', part.id], part, within)),
    ...rules.flatMap((rule) => ruleUses({ screen: id }, rule, from, to, within)),
  ]
}

const renamedInWaysIn = ({ id, waysIn = [] }: Screen, from: string, to: string): readonly Edit[] =>
  waysIn.filter(({ variables }) => from in variables).map((way): Edit => ({
    edit: 'set', path: ['screens', id, 'waysIn', way.id, 'variables'], to: Object.fromEntries(Object.entries(way.variables).map(([name, value]) => [name === from ? to : name, value])),
  }))

function renamedInPromise({ id, says }: Pledge, from: string, to: string): readonly Edit[] {
  const renamed = (that: Pledged): Pledged => (that.what === 'variable' && that.name === from ? { ...that, name: to } : that)
  const next = { ...says, that: renamed(says.that), ...(says.kind === 'after' ? { then: renamed(says.then) } : {}) }
  return sameValue(next, says) ? [] : [{ edit: 'set', path: ['promises', id, 'says'], to: next }]
}

type Renamer = (expr: string) => string

/** Renames a name where it stands as a word of its own: not as a part of another name, not as a function, and not in a text between quotes. */
function renamer(from: string, to: string): Renamer {
  const quotedOrNamed = new RegExp(`"(?:[^"\\\\]|\\\\.)*"|'(?:[^'\\\\]|\\\\.)*'|(?<![\\w$.])${from.replace(/[$.*+?^{}()|[\]\\]/g, '\\$&')}(?![\\w$.]|\\s*\\()`, 'g')
  return (expr) => expr.replace(quotedOrNamed, (found) => (found === from ? to : found))
}

function partUses(path: Path, part: Part, within: Renamer): readonly Edit[] {
  const filter = part.kind === 'list' ? part.filter : null
  return [
    ...renamedValues(part.base, [...path, 'base'], within),
    ...(filter !== null && within(filter) !== filter ? [{ edit: 'set', path: [...path, 'filter'], to: within(filter) } as const] : []),
  ]
}

const renamedValues = (said: Readonly<Record<string, Value>>, path: Path, within: Renamer): readonly Edit[] =>
  Object.entries(said).flatMap(([property, value]): Edit[] =>
    isExpression(value) && within(value.expr) !== value.expr ? [{ edit: 'set', path: [...path, property], to: { expr: within(value.expr) } }] : [])

function ruleUses(owner: RuleOwner, rule: Component['rules'][number], from: string, to: string, within: Renamer): readonly Edit[] {
  const path = rulePath(owner, rule.id)
  const { trigger } = rule
  const said: Edit[] = []
  if (rule.guard !== null && within(rule.guard) !== rule.guard) said.push({ edit: 'set', path: [...path, 'guard'], to: within(rule.guard) })
  if (trigger.on === 'changes' && trigger.name === from) said.push({ edit: 'set', path: [...path, 'trigger', 'name'], to })
  if ('holdWhile' in trigger && trigger.holdWhile !== null && within(trigger.holdWhile) !== trigger.holdWhile) said.push({ edit: 'set', path: [...path, 'trigger', 'holdWhile'], to: within(trigger.holdWhile) })
  for (const action of rule.actions) {
    const next = renamedAction(action, from, to, within)
    if (next !== action) said.push(setAction(owner, rule.id, next))
  }
  return said
}

function renamedAction(action: Action, from: string, to: string, within: Renamer): Action {
  if (action.do === 'set' && (action.variable === from || within(action.to) !== action.to)) return { ...action, variable: action.variable === from ? to : action.variable, to: within(action.to) }
  return action.do === 'send' && action.payload !== null && within(action.payload) !== action.payload ? { ...action, payload: within(action.payload) } : action
}
