import Papa from 'papaparse'
import { addColumn, addRecord, batch, cellOf, firstOf, freeName, itemAt, LIMITS, namesOf, RheoError, setTableCell, type DataTable, type Edit, type NewId } from '../document'

/** The rows of delimited values: tabs as spreadsheets put them on the clipboard, commas or semicolons as in CSV (RFC 4180). Empty rows are left out. */
export const rowsOf = (text: string): readonly (readonly string[])[] =>
  Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' }).data

/** A table from delimited values, the first row naming the columns. The type of a column is what fits all its cells. Throws `too-large` beyond `LIMITS.tableRows`. */
export function tableFrom(text: string, name: string, newId: NewId): DataTable {
  const [heads = [], ...rows] = rowsOf(text)
  requireFew(rows.length, name)
  const columns = heads.map((head, index) => ({ id: newId(head), name: head.trim() || `column ${index + 1}`, type: typeFitting(rows.map((row) => row[index] ?? '')) }))
  const records = rows.map((row) => ({ id: newId('record'), cells: Object.fromEntries(columns.map(({ id, type }, index) => [id, cellOf(type, row[index] ?? '')])) }))
  return { id: newId(name), name, columns, records }
}

function requireFew(rows: number, name: string): void {
  if (rows > LIMITS.tableRows) throw new RheoError('too-large', name, `“${name}” has ${rows.toLocaleString('en')} rows; a table may have up to ${LIMITS.tableRows.toLocaleString('en')}. Take what the prototype shows.`)
}

/**
 * The rows of a text that is pasted into a table with so many columns from there on. Tabs always part cells, as spreadsheets
 * write them; commas and semicolons only where each row comes to as many cells, and no more than there are columns, so that
 * a sentence with a comma stays one.
 */
export function pastedRows(text: string, columns: number): readonly (readonly string[])[] {
  const lines = Papa.parse<string[]>(text, { delimiter: '\t', skipEmptyLines: 'greedy' }).data
  if (lines.some((cells) => cells.length > 1)) return lines
  const parted = rowsOf(text)
  const isTable = parted.every(({ length }) => length === firstOf(parted).length && length <= columns)
  return isTable ? parted : lines
}

/** Puts rows into a table from a cell on: records are added where it ends, and columns where rows reach beyond them. Throws `too-large` as `tableFrom` does. */
export function pasteRecords(table: DataTable, from: { readonly row: number; readonly column: number }, rows: readonly (readonly string[])[], newId: NewId): Edit {
  requireFew(Math.max(table.records.length, from.row + rows.length), table.name)
  const missing = Math.max(0, from.column + Math.max(0, ...rows.map(({ length }) => length)) - table.columns.length)
  const added = Array.from({ length: missing }, (_each, index): DataTable['columns'][number] => {
    const at = table.columns.length + index
    return { id: newId('column'), name: freeName(`column ${at + 1}`, namesOf(table.columns)), type: typeFitting(rows.map((cells) => cells[at - from.column] ?? '')) }
  })
  const columns = [...table.columns, ...added]
  return batch(...added.map((column) => addColumn(table.id, column)), ...rows.flatMap((cells, down) => {
    const values = cells.map((cell, across) => [itemAt(columns, from.column + across).id, cellOf(itemAt(columns, from.column + across).type, cell)] as const)
    const record = table.records[from.row + down]
    return record ? values.map(([id, value]) => setTableCell(table.id, record.id, id, value)) : [addRecord(table.id, { id: newId('record'), cells: Object.fromEntries(values) })]
  }))
}

function typeFitting(cells: readonly string[]): DataTable['columns'][number]['type'] {
  const said = cells.map((cell) => cell.trim()).filter((cell) => cell !== '')
  if (said.length === 0) return 'text'
  if (said.every((cell) => /^-?[\d\s,]*\.?\d+$/.test(cell))) return 'number'
  if (said.every((cell) => /^(yes|no|true|false)$/i.test(cell))) return 'yes/no'
  return said.every((cell) => /^#[0-9a-f]{6}$/i.test(cell)) ? 'colour' : 'text'
}
