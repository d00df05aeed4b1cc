import Papa from 'papaparse'
import { cellOf, type DataTable, type NewId } from '../document'

/** The rows of delimited values: tabs as spreadsheets put them on the clipboard, commas or semicolons as in CSV (RFC 4180). Empty rows are left out. */
export const rowsOf = (text: string): readonly (readonly string[])[] =>
  Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' }).data

/** A table from delimited values, the first row naming the columns. The type of a column is what fits all its cells. */
export function tableFrom(text: string, name: string, newId: NewId): DataTable {
  const [heads = [], ...rows] = rowsOf(text)
  const columns = heads.map((head, index) => ({ id: newId(), name: head.trim() || `column ${index + 1}`, type: typeFitting(rows.map((row) => row[index] ?? '')) }))
  const records = rows.map((row) => ({ id: newId(), cells: Object.fromEntries(columns.map(({ id, type }, index) => [id, cellOf(type, row[index] ?? '')])) }))
  return { id: newId(), name, columns, records }
}

function typeFitting(cells: readonly string[]): DataTable['columns'][number]['type'] {
  const said = cells.map((cell) => cell.trim()).filter((cell) => cell !== '')
  if (said.length === 0) return 'text'
  if (said.every((cell) => /^-?[\d\s,]*\.?\d+$/.test(cell))) return 'number'
  if (said.every((cell) => /^(yes|no|true|false)$/i.test(cell))) return 'yes/no'
  return said.every((cell) => /^#[0-9a-f]{6}$/i.test(cell)) ? 'colour' : 'text'
}
