import type { Project, Take } from '@rheoscope/core/document'
import type { PlayedTake } from '@rheoscope/core/run'
import type { Breakdown } from '../workers/breakdown'

export interface TakesRequest {
  readonly number: number
  readonly project: Project
  readonly takes: readonly Take[]
}

export interface TakesAnswer {
  readonly number: number
  /** What each take comes to, or why it cannot be played. */
  readonly played: readonly (readonly [take: string, played: PlayedTake | Breakdown])[]
}
