import { firstOf } from './certain'
import { Loop, Motion, PairMotion } from './motion'
import { Look } from './look'
import { Part } from './part'
import { Parameter, Rule, Variable } from './rule'
import { array, boolean, either, integer, list, nothing, object, optional, orNull, type Of } from './shape'
import { Id, Name, Note, StatesByAxis } from './value'

export const State = object({
  id: Id,
  name: Name,
  look: Look,
  /** Which of the eight state colours and shapes it wears, 0 to 7. */
  hue: integer(0, 7),
  /** Meant to have no way out. */
  final: boolean,
  loop: orNull(Loop),
  note: optional(Note),
})
export interface State extends Of<typeof State> {}

/** Some states of an axis under a name of their own; two groups have nothing in common, or the one lies within the other. */
export const Group = object({
  id: Id,
  name: Name,
  states: array(Id, { least: 1 }),
  /** What the looks of its states start from. */
  look: Look,
})
export interface Group extends Of<typeof Group> {}

export const Axis = object({
  id: Id,
  name: Name,
  /** In order; `next` and `previous` follow it. Never empty. */
  states: list(State, { least: 1 }),
  start: Id,
  groups: optional(list(Group)),
  /** The parameter or variable (by name) that decides the state from outside; null lets rules decide. */
  boundTo: either(object({ parameter: Name }), object({ variable: Name }), nothing),
  note: optional(Note),
})
export interface Axis extends Of<typeof Axis> {}

/** A look that holds while several axes are in given states at once. */
export const CombinationLook = object({ id: Id, states: StatesByAxis, look: Look })
export interface CombinationLook extends Of<typeof CombinationLook> {}

export const Component = object({
  id: Id,
  name: Name,
  note: optional(Note),
  /** The tree in painting order; the first is the root container. */
  parts: list(Part, { least: 1 }),
  axes: list(Axis, { least: 1 }),
  rules: list(Rule),
  combinations: list(CombinationLook),
  parameters: list(Parameter),
  variables: list(Variable),
  pairs: list(PairMotion),
  motion: orNull(Motion),
  /** What it is like just before entering and just after leaving a list or overlay. */
  absent: Look,
})
export interface Component extends Of<typeof Component> {}

/** The axis of a component with that id; undefined when there is none. */
export const axisOf = (component: Component, id: Id): Axis | undefined =>
  component.axes.find((axis) => axis.id === id)

/** The state of an axis with that id; undefined when there is none. */
export const stateOf = (axis: Axis, id: Id): State | undefined => axis.states.find((state) => state.id === id)

/** The states a state or a group stands for. */
export const statesMeant = ({ groups = [] }: Pick<Axis, 'groups'>, id: Id): readonly Id[] => groups.find((group) => group.id === id)?.states ?? [id]

/** The groups a state is in, the outermost first. */
export const groupsAround = ({ groups = [] }: Pick<Axis, 'groups'>, state: Id): readonly Group[] =>
  groups.filter(({ states }) => states.includes(state)).toSorted((a, b) => b.states.length - a.states.length)

/** The place of a state among those of its axis; −1 for one it does not have. */
export const placeOf = ({ states }: Pick<Axis, 'states'>, state: Id): number => states.findIndex(({ id }) => id === state)

/** The part that holds all others; there always is one. */
export const rootOf = <P>({ parts }: { readonly parts: readonly P[] }): P => firstOf(parts)

/** The first state of an axis; there always is one. */
export const firstStateOf = ({ states }: Pick<Axis, 'states'>): State => firstOf(states)

/** The part of a component with that id; undefined when there is none. */
export const partOf = (component: { readonly parts: readonly Part[] }, id: Id): Part | undefined =>
  component.parts.find((part) => part.id === id)
