import { placeOf, type Axis, type Id, type Literal, type State } from '../document'

/** The parameter or variable that decides an axis; null when none does. */
export const decidedBy = ({ boundTo }: Axis): string | null =>
  boundTo === null ? null : 'parameter' in boundTo ? boundTo.parameter : boundTo.variable

/**
 * The state an axis is in when a parameter or variable decides it: the one named like the value; for a yes/no the
 * first for no and the second for yes; for a number the one at that place, counted from 0. Null when nothing drives
 * the axis or no state goes with the value.
 */
export function decidedState(axis: Axis, environment: Readonly<Record<string, Literal>>): State | null {
  const name = decidedBy(axis)
  if (name === null) return null
  const value = environment[name]
  const named = axis.states.find(({ name }) => name === value)
  if (named) return named
  if (typeof value === 'boolean') return axis.states[value ? 1 : 0] ?? null
  return typeof value === 'number' ? (axis.states[Math.round(value)] ?? null) : null
}

/** What the variable an axis is tied to has to be in a state of it, which is of the kind it is of now; null for an axis that is tied to none, or a variable nobody knows. */
export function tiedTo(axis: Axis, state: Id, environment: Readonly<Record<string, Literal>>): { readonly variable: string; readonly value: Literal } | null {
  if (axis.boundTo === null || !('variable' in axis.boundTo)) return null
  const { variable } = axis.boundTo
  const now = environment[variable]
  if (now === undefined) return null
  const index = placeOf(axis, state)
  return { variable, value: typeof now === 'boolean' ? index === 1 : typeof now === 'number' ? index : (axis.states[index]?.name ?? '') }
}
