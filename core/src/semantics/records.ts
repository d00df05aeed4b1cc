import { columnsOf, isOfItem, isTable, LIMITS, ofItem, type DataRecord, type DataTable, type Id, type Literal, type RecordAction } from '../document'
import { nameOfTable } from '../expression'
import type { Ground, Names } from './ground'

/** The id of the record that is added as the so-manyth. */
export const addedRecord = (count: number): Id => `added-${count}`

/** What an action on records needs to know besides the table. */
export interface RecordsAsked {
  /** The table as the project has it. */
  readonly whole: DataTable
  /** The record of the item the rule stands in; null where it stands in none. */
  readonly own: Id | null
  /** What an expression comes to, asked about a record or about none; undefined where nobody knows. Throws when it cannot be worked out. */
  readonly worth: (expression: string, record: DataRecord | null) => Literal | undefined
  /** An id that no record of the table has; undefined where nobody knows. */
  readonly newId: () => Id | undefined
}

/** A table after an action on its records; the very same where nothing changes, undefined where nobody knows. */
export function changedTable(table: DataTable, action: RecordAction, asked: RecordsAsked): DataTable | undefined {
  try {
    return { ...table, records: changedRecords(table, action, asked) }
  } catch (error) {
    if (error === UNKNOWN) return undefined
    throw error
  }
}

/** Thrown where nobody knows what an expression comes to. */
const UNKNOWN = new Error('Nobody knows.')

function changedRecords({ records }: DataTable, action: RecordAction, { whole, own, worth, newId }: RecordsAsked): DataTable['records'] {
  const known = (expression: string, record: DataRecord | null): Literal => {
    const value = worth(expression, record)
    if (value === undefined) throw UNKNOWN
    return value
  }
  const isMeant = (record: DataRecord): boolean => {
    if ('table' in action && action.table === null) return record.id === own
    return !('where' in action) || action.where === null || known(action.where, record) === true
  }
  switch (action.do) {
    case 'add record': {
      if (records.length >= LIMITS.tableRows) return records
      const cells = Object.fromEntries(Object.entries(action.cells).map(([column, text]) => [column, known(text, null)]))
      const id = newId()
      if (id === undefined) throw UNKNOWN
      return [...records, { id, cells }]
    }
    case 'set records':
      return records.map((record) => (isMeant(record) ? withCell(record, action.column, known(action.to, record)) : record))
    case 'remove records':
      return records.filter((record) => !isMeant(record))
    case 'move records':
      return moved(records, isMeant, action.to)
    case 'restore table':
      return whole.records
  }
}

/** A record with another value in a column; the very same where it has that already. */
export const withCell = (record: DataRecord, column: Id, value: Literal): DataRecord =>
  (record.cells[column] === value ? record : { ...record, cells: { ...record.cells, [column]: value } })

function moved(records: DataTable['records'], isMeant: (record: DataRecord) => boolean, to: 'first' | 'up' | 'down' | 'last'): DataTable['records'] {
  const meant = new Set(records.filter(isMeant))
  const others = records.filter((record) => !meant.has(record))
  switch (to) {
    case 'first':
      return [...meant, ...others]
    case 'last':
      return [...others, ...meant]
    case 'up':
      return stepped(records, meant)
    case 'down':
      return stepped(records.toReversed(), meant).toReversed()
  }
}

/** Each of some records one place further to the front, but never past another one of them. */
function stepped(records: DataTable['records'], meant: ReadonlySet<DataRecord>): DataTable['records'] {
  const stepping = [...records]
  for (const [place, record] of records.entries()) {
    const before = stepping[place - 1]
    if (before && meant.has(record) && !meant.has(before)) stepping.splice(place - 1, 2, record, before)
  }
  return stepping
}

/** A table as it is now; undefined where nobody knows. */
export function tableNow<T>(ground: Pick<Ground<T>, 'named'>, thing: T, table: DataTable): DataTable | undefined {
  const now = ground.named(thing, nameOfTable(table))
  return isTable(now) ? now : undefined
}

/** What becomes of the table, by its name, where a column of the item something is gets a value; null for a name that is none of an item's. */
export function tableWithItem<T>(ground: Ground<T>, thing: T, name: string, value: Literal | undefined): Names | null {
  const item = isOfItem(name) ? ground.itemOf(thing) : null
  const column = item && [...columnsOf(item.table)].find(([word]) => ofItem(word) === name)?.[1]
  if (!item || !column) return null
  const now = value === undefined ? undefined : tableNow(ground, thing, item.table)
  const records = now?.records.map((record) => (record.id === item.record && value !== undefined ? withCell(record, column.id, value) : record))
  return { [nameOfTable(item.table)]: now && records && { ...now, records } }
}
