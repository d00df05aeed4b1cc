import Papa from 'papaparse'
import { addColumn, addRecord, batch, cellOf, freeName, itemAt, LIMITS, RheoError, setColumn, setTableCell, type DataTable, type Edit, type NewId } from '../document'
import { counted } from './counted'

/**
 * The rows of delimited values: tabs as spreadsheets put them on the clipboard, commas or semicolons as in CSV (RFC 4180). Empty rows are left out.
 *
 * @param delimiter what parts cells; empty where that is to be found out
 */
export const rowsOf = (text: string, delimiter = ''): readonly (readonly string[])[] =>
  Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', delimiter }).data

/** Rows as CSV (RFC 4180); what a spreadsheet would take for a formula begins with an apostrophe. */
export const csvOf = (rows: readonly (readonly (string | number)[])[]): string => `${Papa.unparse(rows.map((row) => [...row]), { escapeFormulae: true })}\r\n`

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
 * write them; commas and semicolons only where there are several rows of as many cells, and no more than there are columns, so that
 * a sentence with a comma stays one.
 */
function pastedRows(text: string, columns: number): readonly (readonly string[])[] {
  const lines = Papa.parse<string[]>(text, { delimiter: '\t', skipEmptyLines: 'greedy' }).data
  if (lines.some((cells) => cells.length > 1)) return lines
  const parted = rowsOf(text)
  const isTable = parted.length > 1 && parted.every(({ length }) => length === parted[0]?.length && length <= columns)
  return isTable ? parted : lines
}

/** What pasting does to a table, and what it did, in a sentence. */
export interface Pasted {
  readonly edit: Edit
  readonly says: string
}

/**
 * Puts a text into a table from a cell on: records are added where it ends, and columns where rows reach beyond them. Into a table in
 * which nothing is yet, any delimiter parts cells and a first row of names names the columns. Null for a text of one cell, which is
 * for the cell alone. Throws `too-large` as `tableFrom` does.
 */
export function pasteText(table: DataTable, from: { readonly row: number; readonly column: number }, text: string, newId: NewId): Pasted | null {
  const isBlank = from.row === 0 && from.column === 0 && table.records.every(({ cells }) => Object.values(cells).every((value) => value === ''))
  const all = pastedRows(text, isBlank ? Infinity : table.columns.length - from.column)
  if (all.length < 2 && (all[0]?.length ?? 0) < 2) return null
  const heads = isBlank && hasHeads(all) ? (all[0] ?? []) : null
  const rows = heads ? all.slice(1) : all
  requireFew(Math.max(table.records.length, from.row + rows.length), table.name)
  const columnOf = (at: number, names: readonly string[]): DataTable['columns'][number] =>
    ({ id: newId('column'), name: freeName(heads?.[at - from.column]?.trim() ?? `column ${at + 1}`, new Set(names)), type: typeFitting(rows.map((cells) => cells[at - from.column] ?? '')) })
  const kept = table.columns.map((column, at) => (heads?.[at] === undefined ? column : { ...columnOf(at, []), id: column.id }))
  const columns = [...kept]
  const width = from.column + Math.max(0, ...rows.map(({ length }) => length))
  while (columns.length < width) columns.push(columnOf(columns.length, columns.map(({ name }) => name)))
  const added = columns.slice(table.columns.length)
  const edit = batch(
    ...kept.filter((column) => !table.columns.includes(column)).map((column) => setColumn(table.id, column)),
    ...added.map((column) => addColumn(table.id, column)),
    ...rows.flatMap((cells, down) => {
      const values = cells.map((cell, across) => [itemAt(columns, from.column + across).id, cellOf(itemAt(columns, from.column + across).type, cell)] as const)
      const record = table.records[from.row + down]
      return record ? values.map(([id, value]) => setTableCell(table.id, record.id, id, value)) : [addRecord(table.id, { id: newId('record'), cells: Object.fromEntries(values) })]
    }),
  )
  const did = [`${counted(rows.length, 'record')} pasted`, ...(added.length > 0 ? [`${counted(added.length, 'column')} added`] : []), ...(heads ? ['the first row names the columns'] : [])]
  return { edit, says: `${did.join(', ')}.` }
}

/** Whether the first of some rows names the columns: words that are all others, over several columns or over values that are no words. */
function hasHeads([heads = [], ...rows]: readonly (readonly string[])[]): boolean {
  const isWord = (cell: string) => cell.trim() !== '' && typeFitting([cell]) === 'text'
  const isOverValues = heads.some((_head, at) => typeFitting(rows.map((cells) => cells[at] ?? '')) !== 'text')
  return rows.length > 0 && heads.every(isWord) && new Set(heads.map((head) => head.trim())).size === heads.length && (heads.length > 1 || isOverValues)
}

function typeFitting(cells: readonly string[]): DataTable['columns'][number]['type'] {
  const said = cells.map((cell) => cell.trim()).filter((cell) => cell !== '')
  if (said.length === 0) return 'text'
  if (said.every((cell) => /^-?[\d\s,]*\.?\d+$/.test(cell))) return 'number'
  if (said.every((cell) => /^(yes|no|true|false)$/i.test(cell))) return 'yes/no'
  return said.every((cell) => /^#[0-9a-f]{6}$/i.test(cell)) ? 'colour' : 'text'
}
