import type { DataTable, Id, InputAction, Literal, TriggerKind } from '../document'

/** What happened in a run, in order. Instants are whole milliseconds from its start. */
export type TraceEvent =
  /** An instance appeared, of that component and in those states, one for each axis; at 0 ms what a run begins with. */
  | { readonly what: 'appeared'; readonly atMs: number; readonly instance: string; readonly component: Id; readonly states: readonly Id[] }
  | { readonly what: 'gone'; readonly atMs: number; readonly instance: string }
  | { readonly what: 'input'; readonly atMs: number; readonly input: InputAction }
  /** A rule fired, whether or not it changed the state. */
  | { readonly what: 'fired'; readonly atMs: number; readonly instance: string; readonly rule: Id; readonly trigger: TriggerKind; readonly state: Id }
  /** An axis went from a state to another; `rule` is null when it was driven from outside, decided by a name, or put there by hand. */
  | {
    readonly what: 'state'
    readonly atMs: number
    readonly instance: string
    readonly axis: Id
    readonly from: Id
    readonly to: Id
    readonly rule: Id | null
    /** When the motion into the new state ends if nothing interrupts it. */
    readonly settlesMs: number
  }
  | { readonly what: 'settled'; readonly atMs: number; readonly instance: string; readonly axis: Id; readonly state: Id }
  /** A part of an instance began to pulse, until an instant. */
  | { readonly what: 'pulse'; readonly atMs: number; readonly instance: string; readonly part: Id; readonly untilMs: number }
  /** An instance sent a message to others, by their paths. */
  | { readonly what: 'message'; readonly atMs: number; readonly instance: string; readonly name: string; readonly to: readonly string[] }
  /** A variable got another value: one everyone shares, or one of the instance's own. */
  | { readonly what: 'variable'; readonly atMs: number; readonly instance: string; readonly name: string; readonly value: Literal; readonly isShared: boolean }
  /** The records of a table became others; all of them. */
  | { readonly what: 'records'; readonly atMs: number; readonly instance: string; readonly table: Id; readonly records: DataTable['records'] }
  /** A screen or overlay appeared, or began to go. */
  | { readonly what: 'surface'; readonly atMs: number; readonly screen: Id; readonly instance: string; readonly isShown: boolean }
  /** The run stopped, because immediate rules would have gone on for ever. */
  | { readonly what: 'stopped'; readonly atMs: number; readonly instance: string; readonly rules: readonly Id[]; readonly sentence: string }

export type Trace = readonly TraceEvent[]
