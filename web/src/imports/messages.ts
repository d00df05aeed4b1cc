import type { DataTable, Project } from '@rheoscope/core/document'
import type { BroughtIn, ScxmlIn } from '@rheoscope/core/exchange'

/** A file to be made into something of the document, with the name that is to have. */
export type ImportRequest = { readonly file: File; readonly name: string } & (
  | { readonly as: 'parts' | 'table' }
  /** A component, as the project it comes into can have it. */
  | { readonly as: 'component'; readonly project: Project }
)

export type ImportAnswer =
  | { readonly parts: BroughtIn }
  | { readonly table: DataTable }
  | { readonly component: ScxmlIn }
  /** Why it cannot be brought in, in a sentence. */
  | { readonly problem: string }
