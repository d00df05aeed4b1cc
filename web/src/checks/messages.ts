import type { Finding } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'

/** To the worker: a project to check. The worker answers the newest only. */
export interface CheckRequest {
  readonly revision: number
  readonly project: Project
}

/** From the worker, once: it listens now. What is sent before is lost, because its code is still being loaded. */
export interface CheckReady {
  readonly isReady: true
}

/** From the worker: the findings by component. */
export interface CheckAnswer {
  readonly revision: number
  readonly findings: Readonly<Record<string, readonly Finding[]>>
}
