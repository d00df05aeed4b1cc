import type { Action, Id, InterruptionPolicy, Literal, Rule, TriggerKind } from '../document'
import type { Compiled, Content } from '../machine'

/** A part of a thing, or the thing as a whole where `part` is null. A thing is an instance, however its ground knows it. */
export interface Level<T> {
  readonly thing: T
  readonly part: Id | null
}

/** Between which instants something ends. */
export type Ends = readonly [leastMs: number, mostMs: number]

/** What of a step whoever looks on is told. Axes go by their place in their component. */
export type Note<T> =
  /** Told of every level an event comes to, before any rule answers. */
  | { readonly what: 'offered'; readonly thing: T; readonly part: Id | null; readonly trigger: TriggerKind; readonly isAnswered: boolean }
  | { readonly what: 'fired'; readonly thing: T; readonly axis: number; readonly rule: Rule }
  | { readonly what: 'settled'; readonly thing: T; readonly axis: number }
  /** An action is about to give a variable a value; undefined where nobody knows which. */
  | { readonly what: 'set'; readonly thing: T; readonly name: string; readonly value: Literal | undefined }
  | { readonly what: 'message'; readonly thing: T; readonly name: string; readonly to: readonly T[] }
  /** Rules set one another off without end; these. */
  | { readonly what: 'stopped'; readonly thing: T; readonly rules: readonly Rule[] }

/**
 * What there is for things to happen to: the instances of a run, at known instants and with known values, or a packed
 * configuration of an exploration, where some of it is not known. `T` is how it knows an instance.
 */
export interface Ground<T> {
  /** What instants count from is its own affair. */
  nowMs(): number
  isThere(thing: T): boolean
  compiledOf(thing: T): Compiled
  /** The state of an axis. */
  stateOf(thing: T, axis: number): Id
  /** The state an axis was in before; null before its first change. */
  cameFrom(thing: T, axis: number): Id | null
  /** What happens to the motion of an axis that is still going when another one is to start; null when none goes. */
  inTheWay(thing: T, axis: number): InterruptionPolicy | null
  /** The rule of an axis that waits for its motion to end. */
  queued(thing: T, axis: number): Rule | null
  queue(thing: T, axis: number, rule: Rule | null): void
  /** Puts the motion of an axis at its end. */
  skipToEnd(thing: T, axis: number): void
  /** Puts an axis into a state, with its timers and its motion, and carries what follows from that to what stands inside and around. */
  change(thing: T, axis: number, to: Id, rule: Rule | null): void
  /** The motion of an axis is over: timers that waited for that count. */
  rest(thing: T, axis: number): void
  /** The time of a timer is up; one that comes again and again counts anew. */
  elapse(thing: T, rule: Rule): void
  /** Whether a condition holds. One that cannot be worked out never does. */
  isTrue(thing: T, condition: string): boolean
  /** What an expression comes to; undefined where nobody knows. Throws `RheoError` when it cannot be worked out. */
  worth(thing: T, expression: string): Literal | undefined
  /** Whether something is so that depends on what nobody knows. */
  guess(): boolean
  /** Gives a variable a value, for everyone it means something to. */
  assign(thing: T, variable: string, value: Literal | undefined): void
  /** Lets names of a thing stand for something else, at once. */
  name(thing: T, names: Readonly<Record<string, Literal | undefined>>): void
  /** The variable an axis is tied to, with what it has to be in the state the axis is in; null for one tied to none. */
  tied(thing: T, axis: number): { readonly variable: string; readonly value: Literal } | null
  recipients(from: T, to: Extract<Action, { do: 'send' }>['recipient']): readonly T[]
  /** What stands inside a thing, by the last step of its path; null when nothing does. */
  inside(thing: T, step: string): T | null
  /** Lets something come into a thing; `isLate` where the thing was there before. What is on its way out comes back. */
  bring(thing: T, content: Content, isLate: boolean): void
  /** Lets something inside a thing go, as one of several. */
  dismiss(thing: T, content: Content, together: readonly Content[]): void
  /** When the motion of an axis ends. */
  motionEnds(thing: T, axis: number): Ends
  /** Lets a part go through a motion of its own and says when that ends. */
  pulse(thing: T, action: Extract<Action, { do: 'pulse' }>): Ends
  /** Shows another screen, opens or closes an overlay, and says when that is done. */
  show(thing: T, action: Extract<Action, { do: 'go to screen' | 'open overlay' | 'close overlay' }>): Ends
  /** Keeps what is left of the actions of a rule, from a group on, until those it waits for have ended. */
  postpone(thing: T, rule: Rule, group: number, ends: Ends): void
  note(note: Note<T>): void
}
