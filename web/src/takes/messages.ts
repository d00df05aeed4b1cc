import type { Project, Take } from '@rheoscope/core/document'
import type { PlayedTake } from '@rheoscope/core/run'

export interface TakesRequest {
  readonly number: number
  readonly project: Project
  readonly takes: readonly Take[]
}

export type TakesAnswer = { readonly ready: true } | { readonly number: number; readonly played: readonly (readonly [take: string, played: PlayedTake])[] }
