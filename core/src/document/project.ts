import type { Component } from './component'
import type { Motion } from './motion'
import type { Variable } from './rule'
import type { Pledge } from './pledge'
import type { DataTable, Screen, Token } from './screen'
import type { Take } from './take'
import type { Id } from './value'

/** The version of the document model this code writes. Older ones are migrated when read. */
export const DOCUMENT_VERSION = 3

/** The kinds of picture that can be used, by media type. */
export const PICTURE_TYPES = ['image/png', 'image/jpeg', 'image/webp', 'image/svg+xml'] as const

/** How large a picture file may be, in bytes, and how large its picture, in px each way. */
export const PICTURE_LIMITS = { bytes: 5 * 1024 * 1024, sidePx: 8192 } as const

/** A picture the project uses. Its bytes are kept apart from the document, under its id, which is made from them. */
export interface Asset {
  readonly id: Id
  readonly name: string
  readonly mediaType: (typeof PICTURE_TYPES)[number]
  /** The picture's own size in px. */
  readonly width: number
  readonly height: number
  readonly bytes: number
  /** The bytes in base64. Only in a project file, so that it holds all it needs. */
  readonly data?: string
}

/** Where the bytes of a picture are to be had, on the server of the page. */
export const assetAddress = (id: Id): string => `/assets/${id}`

/** An icon the project uses: an outline in a field of 24 by 24, in SVG path notation. */
export interface IconOutline {
  readonly id: Id
  readonly name: string
  readonly d: string
}

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
  readonly assets: readonly Asset[]
  readonly icons: readonly IconOutline[]
  readonly takes: readonly Take[]
  readonly accepted: readonly Acceptance[]
  /** What always has to be so. */
  readonly promises: readonly Pledge[]
  /** How long motions may be, in ms; no limit where nothing is said. */
  readonly limits?: { readonly longestMs?: number; readonly shortestMs?: number }
}

export const componentOf = (project: Project, id: Id): Component | undefined =>
  project.components.find((component) => component.id === id)
