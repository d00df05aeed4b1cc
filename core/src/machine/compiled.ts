import type { Component, InstancePart, Literal, Part, Project, PropertyDefinition, Rule, TriggerKind } from '../document'
import type { Environment } from '../expression'

/** The values of one part, by property; every property of its kind is there. */
export type Values = Readonly<Record<string, Literal>>

/** A value that could not be worked out, and why. The property keeps its initial value. */
export interface ValueProblem {
  readonly part: string
  readonly property: string
  readonly sentence: string
}

/** What all parts of a component are to be like, by part index. Compared by identity: the same object means no change. */
export interface Targets {
  readonly values: readonly Values[]
  readonly problems: readonly ValueProblem[]
}

export interface CompiledPart {
  readonly index: number
  readonly part: Part
  readonly children: readonly CompiledPart[]
  readonly properties: readonly PropertyDefinition[]
}

/**
 * A component made ready to run: lookups instead of searches, the parts as a tree, the rules by trigger, and
 * what every combination of states looks like, worked out once. Immutable from outside.
 */
export interface Compiled {
  readonly project: Project
  readonly component: Component
  readonly parts: readonly CompiledPart[]
  readonly root: CompiledPart
  readonly partIndex: ReadonlyMap<string, number>
  readonly rulesOn: ReadonlyMap<TriggerKind, readonly Rule[]>
  readonly instances: readonly { readonly part: InstancePart; readonly index: number; readonly compiled: Compiled }[]
  /** What every part is to be like in these states (one for each axis) with these names. */
  readonly targetsOf: (states: readonly string[], environment: Environment) => Targets
}
