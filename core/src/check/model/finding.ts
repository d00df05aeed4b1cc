import type { Chance, Edit, Id, Input } from '../../document'
import type { Surface } from '../../machine'

/** It is wrong; it goes wrong under conditions; it is worth knowing. */
export type Severity = 'fault' | 'risk' | 'note'

/** The inputs, with times, that make a finding happen. */
export interface Witness {
  readonly surface: Surface
  readonly inputs: readonly Input[]
  /** What is drawn where the run has a choice, when it has one. */
  readonly chance?: Chance
  readonly endsAtMs: number
  /** The instant at which there is something to see. */
  readonly lookAtMs: number
  /** What is seen then, in a few words. */
  readonly caption: string
}

/** What a finding is about, so that it can be shown on the thing itself. */
export interface About {
  readonly component?: Id
  readonly screen?: Id
  /** The path of an instance on the screen, or inside the component. */
  readonly instance?: string
  /** A further size of the screen. */
  readonly size?: Id
  readonly axis?: Id
  readonly state?: Id
  /** Several states of the axis at once. */
  readonly states?: readonly Id[]
  readonly rule?: Id
  readonly part?: Id
  /** All the parts, where it is about several. */
  readonly parts?: readonly Id[]
  readonly property?: string
  /** A row of the trigger table. */
  readonly row?: string
  /** All the rows, where it is about several. */
  readonly rows?: readonly string[]
}

/** An edit that would mend it, as a person would ask for it. */
export interface Remedy {
  readonly label: string
  readonly edit: Edit
}

export interface Finding {
  /** The same from run to run for the same fault of the same thing. */
  readonly id: string
  /** The check that raised it. */
  readonly kind: string
  readonly level: Severity
  /** What its check looks for, in a few words. */
  readonly means?: string
  /** In plain words, with the things and numbers involved. Words between ‹ and › are names of states. */
  readonly sentence: string
  readonly about: About
  readonly remedy: Remedy | null
  readonly witness: Witness | null
  /** Another way, to be seen side by side with that. */
  readonly beside?: Witness
  /** The numbers of the sentence, for programs. */
  readonly numbers: Readonly<Record<string, number>>
}

const RANK: Readonly<Record<Severity, number>> = { fault: 0, risk: 1, note: 2 }

/** Whether one level is as bad as another, or worse. */
export const isAsBad = (level: Severity, other: Severity): boolean => RANK[level] <= RANK[other]

/** Faults first; within a level in the order they were raised. */
export const bySeverity = (findings: readonly Finding[]): readonly Finding[] =>
  findings.toSorted((a, b) => RANK[a.level] - RANK[b.level])

/** A number of milliseconds for a sentence: `1,800 ms`. */
export const inMs = (ms: number): string => `${String(ms).replace(/\B(?=(\d{3})+$)/g, ',')} ms`
