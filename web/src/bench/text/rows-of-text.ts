import { rowsAsLines } from '@rheoscope/core/written'

/** Cells copied from a spreadsheet, as lines of what their heads say; null where they say nothing. */
export function linesOfRows(text: string, axis: string): string | null {
  if (!text.includes('\t')) return null
  return rowsAsLines(text.trimEnd().split(/\r?\n/).map((row) => row.split('\t')), axis)
}
