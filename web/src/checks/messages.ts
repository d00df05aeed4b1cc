import type { Finding } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'

/** To the worker: a project to check. The worker answers the newest only. */
export interface CheckRequest {
  readonly revision: number
  readonly project: Project
}

/** From the worker: the findings by component, and how long it took. */
export interface CheckAnswer {
  readonly revision: number
  readonly findings: Readonly<Record<string, readonly Finding[]>>
}
