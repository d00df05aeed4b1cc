import type { DataTable } from '@rheoscope/core/document'
import type { BroughtIn } from '@rheoscope/core/exchange'

/** A file to be made into something of the document, with the name that is to have. */
export interface ImportRequest {
  readonly as: 'parts' | 'table'
  readonly file: File
  readonly name: string
}

export type ImportAnswer =
  | { readonly parts: BroughtIn }
  | { readonly table: DataTable }
  /** Why it cannot be brought in, in a sentence. */
  | { readonly problem: string }
