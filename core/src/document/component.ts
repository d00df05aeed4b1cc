import type { Continuous, Motion, PairMotion } from './motion'
import type { Look } from './look'
import type { Part } from './part'
import type { Parameter, Rule, Variable } from './rule'
import type { Id } from './value'

export interface State {
  readonly id: Id
  readonly name: string
  readonly look: Look
  /** Which of the eight state colours and shapes it wears, 0 to 7. */
  readonly hue: number
  /** Meant to have no way out. */
  readonly final: boolean
  readonly continuous: Continuous | null
}

export interface Axis {
  readonly id: Id
  readonly name: string
  /** In order; `next` and `previous` follow it. Never empty. */
  readonly states: readonly State[]
  readonly start: Id
  /** The parameter or variable (by name) that decides the state from outside; null lets rules decide. */
  readonly drivenBy: { readonly parameter: string } | { readonly variable: string } | null
}

/** A look that holds while several axes are in given states at once. */
export interface CombinationLook {
  readonly id: Id
  readonly states: Readonly<Record<Id, Id>>
  readonly look: Look
}

export interface Component {
  readonly id: Id
  readonly name: string
  /** The tree in painting order; the first is the root container. */
  readonly parts: readonly Part[]
  readonly axes: readonly Axis[]
  readonly rules: readonly Rule[]
  readonly combinations: readonly CombinationLook[]
  readonly parameters: readonly Parameter[]
  readonly variables: readonly Variable[]
  readonly pairs: readonly PairMotion[]
  readonly motion: Motion | null
  /** What it is like just before entering and just after leaving a list or overlay. */
  readonly absent: Look
}

export const axisOf = (component: Component, id: Id): Axis | undefined =>
  component.axes.find((axis) => axis.id === id)

export const stateOf = (axis: Axis, id: Id): State | undefined => axis.states.find((state) => state.id === id)

export const partOf = (component: { readonly parts: readonly Part[] }, id: Id): Part | undefined =>
  component.parts.find((part) => part.id === id)
