import type { Component } from './component'
import type { Motion } from './motion'
import type { Variable } from './rule'
import type { DataTable, Screen, Token } from './screen'
import type { Take } from './take'
import type { Id } from './value'

/** The version of the document model this code writes. Older ones are migrated when read. */
export const DOCUMENT_VERSION = 1

/** A finding someone has looked at and accepted. It comes back when what it is about changes. */
export interface Acceptance {
  readonly id: Id
  readonly finding: string
  /** A digest of what the finding was about when it was accepted. */
  readonly of: string
  readonly reason: string
}

export interface Project {
  readonly format: 'rheoscope'
  readonly version: typeof DOCUMENT_VERSION
  readonly id: Id
  readonly name: string
  /** What every motion falls back on. */
  readonly motion: Motion
  readonly startScreen: Id | null
  readonly components: readonly Component[]
  readonly screens: readonly Screen[]
  readonly variables: readonly Variable[]
  readonly tables: readonly DataTable[]
  readonly tokens: readonly Token[]
  readonly takes: readonly Take[]
  readonly accepted: readonly Acceptance[]
}

export const componentOf = (project: Project, id: Id): Component | undefined =>
  project.components.find((component) => component.id === id)
