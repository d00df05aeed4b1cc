import type { Project } from '@rheoscope/core/document'
import type { HandedOver, Subject } from '@rheoscope/core/exchange'
import type { Breakdown } from '../workers/breakdown'

/** What is to be made. */
export interface HandoverRequest {
  readonly project: Project
  readonly subject: Subject
  /** The name of a form; null for all forms of all there is, in one file. */
  readonly form: string | null
  /** What is chosen of the settings of the form, by their names. */
  readonly settings: Readonly<Record<string, string>>
}

/** What it came to, how far it is, or why it could not be made. */
export type HandoverAnswer = { readonly made: HandedOver } | { readonly share: number } | { readonly broken: Breakdown }
