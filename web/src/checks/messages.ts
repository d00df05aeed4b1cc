import type { Budget, BudgetFromStart, Coverage, CoverageFromStart, Looked } from '@rheoscope/core/check'
import type { Id } from '@rheoscope/core/document'
import type { Breakdown } from '../workers/breakdown'
import type { ProjectChange } from './project-change'

/** A path between two states of a component that somebody wants to know the time of; from the start of the prototype where it says no state to begin from. */
export interface BudgetQuestion {
  readonly component: Id
  readonly axis: Id
  readonly from: Id | null
  readonly to: Id
}

/** To the worker: what makes the project to check of the one it was told last, of which it answers the newest only; or a question about that project. */
export type ToChecks =
  | { readonly ask: 'findings'; readonly revision: number; readonly change: ProjectChange; /** What is looked at is checked first. */ readonly first: Id | null }
  | { readonly ask: 'coverage' }
  | { readonly ask: 'budgets'; readonly question: BudgetQuestion }

/** What has been looked at since it was last told, and how much that is of all. */
export interface FoundSince {
  /** What has been looked at, whether or not it came to something else than before. */
  readonly looked: readonly Id[]
  /** What came to something else than was told before, of whatever revision. */
  readonly components: Readonly<Record<Id, Looked>>
  readonly screens: Readonly<Record<Id, Looked>>
  /** What is to be said of the whole; null until everything else is through. */
  readonly project: Looked | null
  readonly done: number
  readonly total: number
}

/** From the worker. */
export type FromChecks =
  | { readonly says: 'findings'; readonly revision: number; readonly found: FoundSince }
  /** Of findings that have a remedy, by their ids: those of which it has been tried, and those where it does what it is for. */
  | { readonly says: 'remedies'; readonly revision: number; readonly tried: readonly string[]; readonly offered: readonly string[] }
  | { readonly says: 'coverage'; readonly coverage: readonly Coverage[]; readonly failures: Readonly<Record<Id, Breakdown>>; /** Null until all components are through, and where the project has no start. */ readonly fromStart: CoverageFromStart | null; readonly isComplete: boolean }
  | { readonly says: 'budgets'; readonly question: BudgetQuestion; readonly budgets: readonly Budget[]; readonly fromStart: BudgetFromStart | null; readonly failure: Breakdown | null }
  /** It could not go on with what it was asked. */
  | { readonly says: 'failed'; readonly failure: Breakdown }
