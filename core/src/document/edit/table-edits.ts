import type { DataTable } from '../screen'
import type { Id, Literal } from '../value'
import { batch, type Edit } from './edit'
import { inProject, setAt, unsetAt, insertInto, removeFrom } from './place'

type Column = DataTable['columns'][number]
type TableRecord = DataTable['records'][number]

/** An edit that adds a table. */
export const addTable = (table: DataTable): Edit => insertInto(inProject('tables'), table)

/** An edit that takes out a table. */
export const removeTable = (table: Id): Edit => removeFrom(inProject('tables'), table)

/** An edit that renames a table. */
export const renameTable = (table: Id, name: string): Edit => setAt(inProject('tables', table, 'name'), name)

/** An edit that adds a column to a table. */
export const addColumn = (table: Id, column: Column): Edit => insertInto(inProject('tables', table, 'columns'), column)

/** An edit that says anew what a column is; what is in it stays as it is. */
export const setColumn = (table: Id, column: Column): Edit => setAt(inProject('tables', table, 'columns', column.id), column)

/** An edit that renames a column. */
export const renameColumn = (table: Id, column: Id, name: string): Edit => setAt(inProject('tables', table, 'columns', column, 'name'), name)

/** An edit that adds a record to a table. */
export const addRecord = (table: Id, record: TableRecord): Edit => insertInto(inProject('tables', table, 'records'), record)

/** An edit that takes out a record. */
export const removeRecord = (table: Id, record: Id): Edit => removeFrom(inProject('tables', table, 'records'), record)

/** An edit that says a cell of a record anew. */
export const setTableCell = (table: Id, record: Id, column: Id, value: Literal): Edit =>
  setAt(inProject('tables', table, 'records', record, 'cells', column), value)

/** Takes out a column with what every record has in it. */
export const removeColumn = (table: DataTable, column: Id): Edit =>
  batch(
    ...table.records.filter(({ cells }) => cells[column] !== undefined).map(({ id }): Edit => unsetAt(inProject('tables', table.id, 'records', id, 'cells', column))),
    removeFrom(inProject('tables', table.id, 'columns'), column),
  )

/** Makes a column of another type: its name stays, and what its cells hold is read anew. */
export const retypeColumn = (table: DataTable, column: Id, type: Column['type']): Edit =>
  batch(
    setAt(inProject('tables', table.id, 'columns', column, 'type'), type),
    ...table.records.flatMap(({ id, cells }): Edit[] => (cells[column] === undefined ? [] : [setTableCell(table.id, id, column, cellOf(type, String(cells[column])))])),
  )

/** What a text says as a cell of that type; what it does not say is empty, zero or no. */
export function cellOf(type: Column['type'], text: string): Literal {
  switch (type) {
    case 'number': {
      const number = Number(text.trim().replace(/(\d)[\s,](?=\d{3}\b)/g, '$1').replace(',', '.'))
      return Number.isFinite(number) ? number : 0
    }
    case 'yes/no':
      return /^(yes|true|1|x|✓)$/i.test(text.trim())
    case 'colour':
      return /^#[0-9a-f]{6}([0-9a-f]{2})?$/i.test(text.trim()) ? text.trim().toLowerCase() : '#000000'
    case 'text':
    case 'picture':
      return text
  }
}

/** A cell as a person reads it. */
export const cellText = (value: Literal | undefined): string => (typeof value === 'boolean' ? (value ? 'yes' : 'no') : value == null ? '' : String(value))
