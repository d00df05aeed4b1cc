import { itemAt, parameterOfProperty } from '../document'
import type { Axis, Component, DefinedValues, InstancePart, ListPart, Literal, Part, Project, PropertyDefinition, Rule, SlotPart, TriggerKind, Value } from '../document'
import type { Environment } from '../expression'
import type { Size } from '../layout'
import type { Slots } from './slots'
import type { Spoken } from './spoken'

/** The values of one part, by property; every property of its kind is there. */
export type Values = Readonly<Record<string, Literal>> & DefinedValues

/** A value that could not be worked out, and why. The property keeps its initial value. */
export interface ValueProblem {
  readonly part: string
  readonly property: string
  readonly sentence: string
}

/** Where a holder puts what stands inside it, and how large it makes it, in px; null where that decides for itself. */
export interface Given {
  readonly x: number | null
  readonly y: number | null
  readonly width: number | null
  readonly height: number | null
}

export const NOTHING_GIVEN: Given = { x: null, y: null, width: null, height: null }

export const isSameGiven = (a: Given, b: Given): boolean => a === b || (a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height)

/** An instance inside, as the layout of its holder knows it. */
export interface Measured {
  readonly path: string
  /** The part that holds it: the instance part itself, a slot or a list. */
  readonly part: string
  /** Its size at a width, without any when that is null. */
  readonly measure: (widthPx: number | null) => Size
  /** It is on its way out: still to be seen, without any room of its own. */
  readonly isLeaving: boolean
  /** The same as long as measuring answers the same. */
  readonly signature: string
}

/** What stands inside, by the last step of its path, in order. */
export type Contents = ReadonlyMap<string, Measured>

export const NO_CONTENTS: Contents = new Map()

/** All that decides what the parts of an instance are to be like. */
export interface Situation {
  /** The state of each axis. */
  readonly states: readonly string[]
  /** Parameters and variables by name. */
  readonly environment: Environment
  readonly given: Given
  readonly contents: Contents
  /** Just before it enters, or just after it has left: its absent look takes precedence. */
  readonly isAbsent: boolean
}

/** What all parts of a component are to be like, by part index. Compared by identity: the same object means no change. */
export interface Targets {
  readonly values: readonly Values[]
  /** What the parts that hold instances give them, by the last step of their path. */
  readonly given: ReadonlyMap<string, Given>
  readonly problems: readonly ValueProblem[]
  /** The same wherever the look of the component puts its outermost part, where a holder puts that elsewhere. */
  readonly unplaced?: Targets
}

/** A part that holds instances: always one, one that a parameter names, or one for each record. */
export interface HolderPart {
  readonly part: InstancePart | SlotPart | ListPart
  readonly index: number
}

/** Whether a word about a part is meant for what stands inside it. */
export const isForItems = (part: { readonly kind: string }, property: string): boolean =>
  part.kind === 'list' && parameterOfProperty(property) !== null

/** A rule that waits for time, with the place of its axis, the slot that has how it stands, and where an instance has its clock. */
export interface TimerRule {
  readonly axis: number
  readonly rule: Rule
  readonly slot: number
  readonly clock: number
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
  /** The rules that wait for time. */
  readonly timers: readonly TimerRule[]
  /** The rules some of whose actions wait for others. */
  readonly awaiting: readonly Rule[]
  readonly slots: Slots
  /** What its conditions and actions say of states, by name. */
  readonly spoken: ReadonlyMap<string, Spoken>
  /** The parts that hold instances. */
  readonly holders: readonly HolderPart[]
  /** What is known to stand inside before anything runs. */
  readonly inner: readonly Compiled[]
  /** Whether any value of it is worked out of where its parts stand, or how large they are. */
  readonly readsPlaces: boolean
  readonly targetsOf: (situation: Situation) => Targets
  /** What a value said about a property comes to. Throws when it cannot be worked out. */
  readonly valueOf: (property: string, value: Value, environment: Environment) => Literal
  /** Every name an expression of it uses. */
  readonly reads: ReadonlySet<string>
  /** The names that decide which items its lists have, and what they are given. */
  readonly listReads: ReadonlySet<string>
}

/** An axis by its place among those of its component. */
export const axisAt = ({ component: { axes } }: Pick<Compiled, 'component'>, index: number): Axis => itemAt(axes, index)

/** A part by its place among those of its component. */
export const partAt = ({ component: { parts } }: Pick<Compiled, 'component'>, index: number): Part => itemAt(parts, index)
