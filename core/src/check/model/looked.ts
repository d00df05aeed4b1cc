import { bySeverity, type About, type Finding } from './finding'

/** What looking at a component, a screen or all of a project came to. A thing without findings is sound only when nothing failed. */
export interface Looked {
  /** The worst first. */
  readonly findings: readonly Finding[]
  /** The checks that broke down on it. What the others say stands. */
  readonly failures: readonly CheckFailure[]
}

/** A check that broke down: a fault of the check, not of what it looked at. */
export interface CheckFailure {
  /** The check, by the kind of finding it raises. */
  readonly check: string
  readonly about: About
  readonly sentence: string
  /** For whoever mends the check: what was thrown, and where. */
  readonly detail: string
}

export const NOTHING_FOUND: Looked = { findings: [], failures: [] }

/** Several answers as one; a finding of several of them is there once. */
export const mergedLooks = (all: readonly Looked[]): Looked => ({
  findings: bySeverity([...new Map(all.flatMap(({ findings }) => findings).map((finding) => [finding.id, finding])).values()]),
  failures: all.flatMap(({ failures }) => failures),
})

/** What is told when a check breaks down on something. */
export function failureOf(check: string, about: About, error: unknown): CheckFailure {
  const thrown = error instanceof Error ? error : new Error(String(error))
  return { check, about, sentence: `The check ${check} broke down, so it is not known what it would have found: ${thrown.message}`, detail: thrown.stack ?? thrown.message }
}

/** The explorations that were given up, each as a sentence that says how much was seen; nothing is called unreachable for it. */
export const givenUpIn = ({ findings }: Looked): readonly string[] => findings.filter(({ kind }) => kind === 'not-finished').map(({ sentence }) => sentence)
