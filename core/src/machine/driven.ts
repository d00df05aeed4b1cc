import type { Axis, Literal, State } from '../document'
import type { Instance } from './instance'

/**
 * The state an axis is in when a parameter or variable decides it: the one named like the value; for a yes/no the
 * first for no and the second for yes; for a number the one at that place, counted from 0. Null when nothing drives
 * the axis or no state goes with the value.
 */
export function decidedState(axis: Axis, environment: Readonly<Record<string, Literal>>): State | null {
  if (axis.boundTo === null) return null
  const value = environment['parameter' in axis.boundTo ? axis.boundTo.parameter : axis.boundTo.variable]
  const named = axis.states.find(({ name }) => name === value)
  if (named) return named
  if (typeof value === 'boolean') return axis.states[value ? 1 : 0] ?? null
  return typeof value === 'number' ? (axis.states[Math.round(value)] ?? null) : null
}

/** What the variable an axis is tied to has to be in the state the axis is in; null for an axis that is tied to none, or a variable nobody knows. */
export function tiedValue({ compiled, states, environment }: Instance, axisIndex: number): { readonly variable: string; readonly value: Literal } | null {
  const axis = compiled.component.axes[axisIndex]!
  if (axis.boundTo === null || !('variable' in axis.boundTo)) return null
  const { variable } = axis.boundTo
  const now = environment[variable]
  if (now === undefined) return null
  const index = axis.states.findIndex(({ id }) => id === states[axisIndex])
  const state = axis.states[index]!
  return { variable, value: typeof now === 'boolean' ? index === 1 : typeof now === 'number' ? index : state.name }
}
