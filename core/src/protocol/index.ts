/** What the server and the interface say to one another about projects. */

import type { Entry, Project } from '../document'

export interface ProjectSummary {
  readonly id: string
  readonly name: string
  readonly revision: number
  /** ISO 8601. */
  readonly changedAt: string
}

/** So many days a project stays in the bin. */
export const BIN_DAYS = 30

/** A project in the bin; times are ISO 8601. */
export interface BinnedProject {
  readonly id: string
  readonly name: string
  readonly removedAt: string
  /** When it is deleted for good. */
  readonly keptUntil: string
}

export interface StoredProject {
  readonly project: Project
  readonly revision: number
  /** What it took to open it, a sentence each, when earlier versions had taken what this one does not. */
  readonly mended?: readonly string[]
  /** What it does otherwise than when it was last worked on, a sentence each, when that was with an earlier version. */
  readonly differs?: readonly string[]
}

/** A page of a project's log. */
export interface StoredHistory {
  /** The oldest first. */
  readonly entries: readonly Entry[]
  /** The revision the first of them made; 0 when there are none. */
  readonly from: number
}

export type Appended =
  | { readonly accepted: true; readonly revision: number }
  /** The edits were made on an older revision; these came since. */
  | { readonly accepted: false; readonly revision: number; readonly missed: readonly Entry[] }
