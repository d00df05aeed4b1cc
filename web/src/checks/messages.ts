import type { Budget, Coverage, ProjectFindings } from '@rheoscope/core/check'
import type { Id, Project } from '@rheoscope/core/document'

/** A path between two states of a component that somebody wants to know the time of. */
export interface BudgetQuestion {
  readonly component: Id
  readonly axis: Id
  readonly from: Id
  readonly to: Id
}

/** To the worker: a project to check, of which it answers the newest only; or a question about that project. */
export type ToChecks =
  | { readonly ask: 'findings'; readonly revision: number; readonly project: Project; /** What is looked at is checked first. */ readonly first: Id | null }
  | { readonly ask: 'coverage' }
  | { readonly ask: 'budgets'; readonly question: BudgetQuestion }

/** From the worker. It says once that it listens; what is sent before is lost, because its code is still being loaded. */
export type FromChecks =
  | { readonly says: 'ready' }
  /** What has been found so far; things that are not in it yet are as they were. */
  | { readonly says: 'findings'; readonly revision: number; readonly findings: ProjectFindings; readonly isComplete: boolean }
  | { readonly says: 'coverage'; readonly coverage: readonly Coverage[]; readonly isComplete: boolean }
  | { readonly says: 'budgets'; readonly question: BudgetQuestion; readonly budgets: readonly Budget[] }
