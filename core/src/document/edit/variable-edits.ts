import type { Component } from '../component'
import type { PropertyValues } from '../look'
import type { Part } from '../part'
import type { Pledge, Pledged } from '../pledge'
import type { Project } from '../project'
import type { Action, Variable } from '../rule'
import type { Screen } from '../screen'
import { isExpression, sameValue, type Id } from '../value'
import { batch, type Edit } from './edit'
import { fieldOf, inProject, inside, setAt, insertInto, removeFrom, type Place } from './place'
import { lookAt, lookPath, lookPlaces } from './look-place'
import { rulePath, setAction, type RuleOwner } from './rule-edits'

/** Whose variables: those of each instance of a component, those of a screen, or those everyone shares. */
export type VariableOwner = { readonly component: Id } | { readonly screen: Id } | 'everyone'

/** Where the variables of a component, a screen or everyone are in the project. */
export function variablesPath(owner: VariableOwner): Place<readonly Variable[]> {
  if (owner === 'everyone') return inProject('variables')
  return 'screen' in owner ? inProject('screens', owner.screen, 'variables') : inProject('components', owner.component, 'variables')
}

/** An edit that adds a variable. */
export const addVariable = (owner: VariableOwner, variable: Variable): Edit => insertInto(variablesPath(owner), variable)

/** An edit that takes out a variable. */
export const removeVariable = (owner: VariableOwner, variable: Id): Edit => removeFrom(variablesPath(owner), variable)

/** An edit that says one thing of a variable anew. */
export const setVariableField = <K extends 'start' | 'choices'>(owner: VariableOwner, variable: Id, field: K, to: Variable[K]): Edit =>
  setAt(fieldOf(inside(variablesPath(owner), variable), field), to)

/** Renames a variable with everything that refers to it: in its component or screen, or everywhere but where the name means something of their own. */
export function renameVariable(project: Project, owner: VariableOwner, variable: Variable, name: string): Edit {
  const { name: from } = variable
  const isOwn = ({ variables, parameters = [] }: { readonly variables: Component['variables']; readonly parameters?: Component['parameters'] }) => [...variables, ...parameters].some((own) => own.name === from)
  const components = project.components.filter((each) => (owner === 'everyone' ? !isOwn(each) : 'component' in owner && each.id === owner.component))
  const screens = project.screens.filter((each) => (owner === 'everyone' ? !isOwn(each) : 'screen' in owner && each.id === owner.screen))
  return batch(
    setAt(inside(variablesPath(owner), variable.id, 'name'), name),
    ...components.flatMap((component) => renamedUses(component, from, name)),
    ...screens.flatMap((screen) => renamedOnScreen(screen, from, name)),
    ...(owner === 'everyone' ? project.screens.flatMap((screen) => renamedInEntryPoints(screen, from, name)) : []),
    ...(owner === 'everyone' ? project.promises.flatMap((pledge) => renamedInPromise(pledge, from, name)) : []),
  )
}

/** What a component says of a name, said of another one: in values, conditions, triggers and actions, and for the axes it decides. */
export function renamedUses(component: Component, from: string, to: string): readonly Edit[] {
  const within = renamer(from, to)
  return [
    ...component.parts.flatMap((part) => partUses(inProject('components', component.id, 'parts', part.id), part, within)),
    ...lookPlaces(component).flatMap((place) => Object.entries(lookAt(component, place)).flatMap(([part, said]) => renamedValues(said, inside(lookPath(component, place), part), within))),
    ...component.rules.flatMap((rule) => ruleUses(component.id, rule, from, to, within)),
    ...component.axes.flatMap(({ id, boundTo }): Edit[] =>
      boundTo !== null && 'variable' in boundTo && boundTo.variable === from ? [setAt(inProject('components', component.id, 'axes', id, 'boundTo'), { variable: to })] : []),
  ]
}

function renamedOnScreen({ id, parts, rules }: Screen, from: string, to: string): readonly Edit[] {
  const within = renamer(from, to)
  return [
    ...parts.flatMap((part) => partUses(inProject('screens', id, 'parts', part.id), part, within)),
    ...rules.flatMap((rule) => ruleUses({ screen: id }, rule, from, to, within)),
  ]
}

const renamedInEntryPoints = ({ id, entryPoints = [] }: Screen, from: string, to: string): readonly Edit[] =>
  entryPoints.filter(({ variables }) => from in variables).map((way): Edit => setAt(inProject('screens', id, 'entryPoints', way.id, 'variables'), Object.fromEntries(Object.entries(way.variables).map(([name, value]) => [name === from ? to : name, value]))))

function renamedInPromise({ id, says }: Pledge, from: string, to: string): readonly Edit[] {
  const renamed = (that: Pledged): Pledged => (that.what === 'variable' && that.name === from ? { ...that, name: to } : that)
  const next = { ...says, that: renamed(says.that), ...(says.kind === 'after' ? { then: renamed(says.then) } : {}) }
  return sameValue(next, says) ? [] : [setAt(inProject('promises', id, 'says'), next)]
}

type Renamer = (expr: string) => string

/** Renames a name where it stands as a word of its own: not as a part of another name, not as a function, and not in a text between quotes. */
function renamer(from: string, to: string): Renamer {
  const quotedOrNamed = new RegExp(`"(?:[^"\\\\]|\\\\.)*"|'(?:[^'\\\\]|\\\\.)*'|(?<![\\w$.])${from.replace(/[$.*+?^{}()|[\]\\]/g, '\\$&')}(?![\\w$.]|\\s*\\()`, 'g')
  return (expr) => expr.replace(quotedOrNamed, (found) => (found === from ? to : found))
}

function partUses(path: Place<Part>, part: Part, within: Renamer): readonly Edit[] {
  const { filter, order } = part.kind === 'list' ? part : { filter: null, order: undefined }
  const inOrder = order?.map((each) => ({ ...each, by: within(each.by) }))
  return [
    ...renamedValues(part.base, inside(path, 'base'), within),
    ...(filter !== null && within(filter) !== filter ? [setAt(inside(path, 'filter'), within(filter))] : []),
    ...(inOrder && inOrder.some(({ by }, index) => by !== order?.[index]?.by) ? [setAt(inside(path, 'order'), inOrder)] : []),
  ]
}

const renamedValues = (said: PropertyValues, path: Place<PropertyValues>, within: Renamer): readonly Edit[] =>
  Object.entries(said).flatMap(([property, value]): Edit[] =>
    isExpression(value) && within(value.expr) !== value.expr ? [setAt(inside(path, property), { expr: within(value.expr) })] : [])

function ruleUses(owner: RuleOwner, rule: Component['rules'][number], from: string, to: string, within: Renamer): readonly Edit[] {
  const path = rulePath(owner, rule.id)
  const { trigger } = rule
  const said: Edit[] = []
  if (rule.guard !== null && within(rule.guard) !== rule.guard) said.push(setAt(inside(path, 'guard'), within(rule.guard)))
  if (trigger.on === 'changes' && trigger.name === from) said.push(setAt(inside(path, 'trigger', 'name'), to))
  if ('pauseWhile' in trigger && trigger.pauseWhile !== null && within(trigger.pauseWhile) !== trigger.pauseWhile) said.push(setAt(inside(path, 'trigger', 'pauseWhile'), within(trigger.pauseWhile)))
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
