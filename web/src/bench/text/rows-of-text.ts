import { rowsOf } from '@rheoscope/core/exchange'
import { rowsAsLines } from '@rheoscope/core/written'

/** Cells copied from a spreadsheet, as lines of what their heads say; null where they say nothing. */
export function linesOfRows(text: string, axis: string): string | null {
  if (!text.includes('\t')) return null
  return rowsAsLines(rowsOf(text, '\t'), axis)
}
