import type { Finding, Severity } from './finding'

/** What is asked about: a component, a screen with what stands on it, a project as it is written, or what becomes of its prototype from the start screen on. */
export type CheckScope = 'component' | 'screen' | 'project' | 'prototype'

/** A question a designer would otherwise find out from a user. */
export interface Check<Asked extends readonly unknown[] = readonly never[], Of extends CheckScope = CheckScope> {
  /** The kind of finding it raises; the first of them, where it raises several. The same thing is one kind, whatever it is found on. */
  readonly name: string
  readonly scope: Of
  /** The levels its findings can have, the worst first. */
  readonly levels: readonly [Severity, ...Severity[]]
  /** What it is that is found, in a few words. */
  readonly means: string
  /** The findings, each with its sentence, what mends it and what shows it. Throws `too-large` when there is more to be looked at than it may. */
  readonly finds: (...asked: Asked) => readonly Finding[]
}
