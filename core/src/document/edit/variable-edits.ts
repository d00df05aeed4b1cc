import type { Component } from '../component'
import { textFieldsOf } from '../part'
import type { Pledge, Pledged } from '../pledge'
import type { Project } from '../project'
import type { Rule, Variable } from '../rule'
import type { Screen } from '../screen'
import { sameValue, type Id } from '../value'
import { batch, type Edit } from './edit'
import { fieldOf, inProject, inside, setAt, insertInto, removeFrom, type Place } from './place'
import { renaming, reworded, rewordedScreen } from './expression-uses'
import { rulePath, type RuleOwner } from './rule-edits'

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
export const renamedUses = (component: Component, from: string, to: string): readonly Edit[] => [...reworded(component, renaming(from, to)), ...renamedNames(component, from, to)]

/** The same of what it waits for, sets and is decided by, which is no expression. */
export const renamedNames = (component: Component, from: string, to: string): readonly Edit[] => [
  ...component.rules.flatMap((rule) => namedIn(component.id, rule, from, to)),
  ...writtenBy(component, 'components', from, to),
  ...component.axes.flatMap(({ id, boundTo }): Edit[] =>
    boundTo !== null && 'variable' in boundTo && boundTo.variable === from ? [setAt(inProject('components', component.id, 'axes', id, 'boundTo'), { variable: to })] : []),
]

const renamedOnScreen = (screen: Screen, from: string, to: string): readonly Edit[] =>
  [...rewordedScreen(screen, renaming(from, to)), ...screen.rules.flatMap((rule) => namedIn({ screen: screen.id }, rule, from, to)), ...writtenBy(screen, 'screens', from, to)]

/** What fields write into. */
const writtenBy = ({ id, parts }: Component | Screen, list: 'components' | 'screens', from: string, to: string): readonly Edit[] =>
  textFieldsOf({ parts }).filter(({ writes }) => writes === from).map((part): Edit => ({ edit: 'set', path: [list, id, 'parts', part.id, 'writes'], to }))

/** What a rule names that it waits for or sets. */
const namedIn = (owner: RuleOwner, { id, trigger, actions }: Rule, from: string, to: string): readonly Edit[] => [
  ...(trigger.on === 'changes' && trigger.name === from ? [setAt(inside(rulePath(owner, id), 'trigger', 'name'), to)] : []),
  ...actions.flatMap((action): Edit[] => (action.do === 'set' && action.variable === from ? [{ edit: 'set', path: [...rulePath(owner, id), 'actions', action.id, 'variable'], to }] : [])),
]

const renamedInEntryPoints = ({ id, entryPoints = [] }: Screen, from: string, to: string): readonly Edit[] =>
  entryPoints.filter(({ variables }) => from in variables).map((way): Edit => setAt(inProject('screens', id, 'entryPoints', way.id, 'variables'), Object.fromEntries(Object.entries(way.variables).map(([name, value]) => [name === from ? to : name, value]))))

function renamedInPromise({ id, says }: Pledge, from: string, to: string): readonly Edit[] {
  const renamed = (that: Pledged): Pledged => (that.what === 'variable' && that.name === from ? { ...that, name: to } : that)
  const next = { ...says, that: renamed(says.that), ...(says.kind === 'after' ? { then: renamed(says.then) } : {}) }
  return sameValue(next, says) ? [] : [setAt(inProject('promises', id, 'says'), next)]
}
