import { itemWithId } from './by-id'
import { Component } from './component'
import { Motion } from './motion'
import { Pledge } from './pledge'
import { Variable } from './rule'
import { Screen, Token } from './screen'
import { choice, integer, list, number, object, optional, orNull, text, type Of } from './shape'
import { DataTable } from './table'
import { Take } from './take'
import { Id, Ms, Name } from './value'

/** The version of the document model this code writes. Older ones are migrated when read. */
export const DOCUMENT_VERSION = 6

/** The kinds of picture that can be used, by media type. */
export const PICTURE_TYPES = ['image/png', 'image/jpeg', 'image/webp', 'image/svg+xml'] as const

/** How large a picture file may be, in bytes, and how large its picture, in px each way. */
export const PICTURE_LIMITS = { bytes: 5 * 1024 * 1024, sidePx: 8192 } as const

/** A picture the project uses. Its bytes are kept apart from the document, under its id, which is made from them. */
export const Asset = object({
  id: Id,
  name: Name,
  mediaType: choice(...PICTURE_TYPES),
  /** The picture's own size in px. */
  width: number({ min: 0, max: PICTURE_LIMITS.sidePx }),
  height: number({ min: 0, max: PICTURE_LIMITS.sidePx }),
  bytes: integer(0, PICTURE_LIMITS.bytes),
  /** The bytes in base64. Only in a project file, so that it holds all it needs. */
  data: optional(text(PICTURE_LIMITS.bytes * 2, { pattern: /^[A-Za-z0-9+/]+={0,2}$/ })),
})
export interface Asset extends Of<typeof Asset> {}

/** So long may the file of design tokens be that a project keeps, in characters. */
export const TOKEN_FILE_LENGTH = 2_000_000

/** An icon the project uses: an outline in a field of 24 by 24, in SVG path notation. */
export const IconOutline = object({ id: Id, name: Name, d: text(20_000) })
export interface IconOutline extends Of<typeof IconOutline> {}

/** A finding someone has looked at and accepted. It comes back when what it is about changes. */
export const Acceptance = object({
  id: Id,
  finding: text(200),
  /** A digest of what the finding was about when it was accepted. */
  of: text(200),
  reason: text(2000),
})
export interface Acceptance extends Of<typeof Acceptance> {}

export const Project = object({
  format: choice('rheoscope'),
  version: choice(DOCUMENT_VERSION),
  id: Id,
  name: Name,
  /** What every motion falls back on. */
  motion: Motion,
  startScreen: orNull(Id),
  components: list(Component),
  screens: list(Screen),
  variables: list(Variable),
  tables: list(DataTable),
  tokens: list(Token),
  assets: list(Asset),
  icons: list(IconOutline),
  takes: list(Take),
  accepted: list(Acceptance),
  /** What always has to be so. */
  promises: list(Pledge),
  /** How long motions may be, in ms; no limit where nothing is said. */
  limits: optional(object({ longestMs: optional(Ms), shortestMs: optional(Ms) })),
  /** The design tokens that were brought in, as JSON: what they say that is nothing here goes out again with them. */
  tokenFile: optional(text(TOKEN_FILE_LENGTH)),
})
export interface Project extends Of<typeof Project> {}

/** The component with that id; undefined when there is none. */
export const componentOf = (project: Pick<Project, 'components'>, id: Id): Component | undefined =>
  itemWithId(project.components, id)

/** The screen or overlay with that id; undefined when there is none. */
export const screenOf = (project: Project, id: Id): Screen | undefined =>
  itemWithId(project.screens, id)
