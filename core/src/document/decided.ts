import { placeOf, type Axis, type Component, type State } from './component'
import type { Project } from './project'
import { statesNamed, type Action, type Rule, type Variable } from './rule'
import { settablesOf, type Settable } from './item'
import { isTable, type Worth } from './table'
import type { Id, Literal } from './value'

/** The parameter or variable that decides an axis; null when none does. */
export const decidedBy = ({ boundTo }: Pick<Axis, 'boundTo'>): string | null =>
  boundTo === null ? null : 'parameter' in boundTo ? boundTo.parameter : boundTo.variable

/** Whether an axis is decided by a parameter, so that no trigger can change it. What a variable decides, rules can change by setting that. */
export const isDecidedOutside = ({ boundTo }: Pick<Axis, 'boundTo'>): boolean => boundTo !== null && 'parameter' in boundTo

/**
 * The state an axis is in when a parameter or variable decides it: the one named like the value; for a yes/no the
 * first for no and the second for yes; for a number the one at that place, counted from 0. Null when nothing decides
 * the axis or no state goes with the value.
 */
export function decidedState(axis: Pick<Axis, 'boundTo' | 'states'>, environment: Readonly<Record<string, Worth>>): State | null {
  const name = decidedBy(axis)
  if (name === null) return null
  const worth = environment[name]
  const value = isTable(worth) ? undefined : worth
  const named = axis.states.find(({ name }) => name === value)
  if (named) return named
  if (typeof value === 'boolean') return axis.states[value ? 1 : 0] ?? null
  return typeof value === 'number' ? (axis.states[Math.round(value)] ?? null) : null
}

/** What a variable of a type is when it decides on a state of an axis. */
export function decidingValue({ states }: Pick<Axis, 'states'>, state: Id, type: Variable['type']): Literal {
  const place = placeOf({ states }, state)
  return type === 'yes/no' ? place === 1 : type === 'number' ? place : (states[place]?.name ?? '')
}

/** The variable an axis is tied to and what it is, of the kind it is of now, where it decides on a state; null for an axis that is tied to none, or a variable nobody knows. */
export function tiedTo(axis: Axis, state: Id, environment: Readonly<Record<string, Worth>>): { readonly variable: string; readonly value: Literal } | null {
  if (axis.boundTo === null || !('variable' in axis.boundTo)) return null
  const { variable } = axis.boundTo
  const now = environment[variable]
  if (now === undefined || isTable(now)) return null
  return { variable, value: decidingValue(axis, state, typeof now === 'boolean' ? 'yes/no' : typeof now === 'number' ? 'number' : 'text') }
}

/** What decides an axis and rules can set: a variable, or a column of an item; undefined where nothing does, or it is gone. */
export const decidingSettable = (project: Project, component: Pick<Component, 'id' | 'variables'>, { boundTo }: Pick<Axis, 'boundTo'>): Settable | undefined =>
  boundTo === null || !('variable' in boundTo) ? undefined : settablesOf(project, component).find(({ name }) => name === boundTo.variable)

/** The variable that decides an axis, a component's own before those everyone shares; undefined where none does, or it is gone. */
export function decidingVariable({ variables: shared }: Pick<Project, 'variables'>, { variables }: Pick<Component, 'variables'>, { boundTo }: Pick<Axis, 'boundTo'>): Variable | undefined {
  if (boundTo === null || !('variable' in boundTo)) return undefined
  return [...variables, ...shared].find(({ name }) => name === boundTo.variable)
}

/**
 * The states a rule leads to by name: those of its target; or, on an axis that a variable decides, the one that goes with
 * what the rule sets the variable to, where that is a value and not worked out.
 */
export function destinationsOf(axis: Axis, { target, actions }: Pick<Rule, 'target' | 'actions'>): readonly Id[] {
  const set = actions.findLast((action) => isDeciding(axis, action))
  const value = set?.do === 'set' ? constantIn(set.to) : undefined
  const state = value === undefined ? null : decidedState(axis, { [decidedBy(axis) ?? '']: value })
  return state ? [state.id] : statesNamed(target)
}

/** Whether an action sets the variable that decides an axis. */
export const isDeciding = ({ boundTo }: Pick<Axis, 'boundTo'>, action: Action): boolean =>
  boundTo !== null && 'variable' in boundTo && action.do === 'set' && action.variable === boundTo.variable

/** The value an expression is that is nothing but one; undefined for any other. */
function constantIn(text: string): Literal | undefined {
  const [, quoted] = /^\s*'([^'\\]*)'\s*$/.exec(text) ?? []
  if (quoted !== undefined) return quoted
  if (!/^\s*(?:true|false|-?(?:0|[1-9]\d*)(?:\.\d+)?|"(?:[^"\\\p{Cc}]|\\["\\/bfnrt]|\\u[0-9a-fA-F]{4})*")\s*$/u.test(text)) return undefined
  const value: unknown = JSON.parse(text)
  return typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' ? value : undefined
}
