import { choice, list, object, optional, record, type Of } from './shape'
import { Id, Literal, Name, Note } from './value'

export const Column = object({ id: Id, name: Name, type: choice('text', 'number', 'yes/no', 'colour', 'picture') })
export interface Column extends Of<typeof Column> {}

/** A row of a table: its cells by column. */
export const DataRecord = object({ id: Id, cells: record(/./, Literal) })
export interface DataRecord extends Of<typeof DataRecord> {}

export const DataTable = object({ id: Id, name: Name, columns: list(Column), records: list(DataRecord), note: optional(Note) })
export interface DataTable extends Of<typeof DataTable> {}

/** What a name can stand for: a value, or a table with the records it has at an instant. */
export type Worth = Literal | DataTable

/** Whether what a name stands for is a table. */
export const isTable = (worth: Worth | undefined): worth is DataTable => typeof worth === 'object' && worth !== null && 'records' in worth

/** What a name stands for that is no table; undefined for one that is. */
export const asLiteral = (worth: Worth | undefined): Literal | undefined => (isTable(worth) ? undefined : worth)

/** What a cell holds that nothing was written into, by the type of its column. */
const EMPTY: Readonly<Record<Column['type'], Literal>> = { text: '', number: 0, 'yes/no': false, colour: '#000000', picture: '' }

/** What a record holds in a column. */
export const cellIn = ({ cells }: DataRecord, { id, type }: Pick<Column, 'id' | 'type'>): Literal => cells[id] ?? EMPTY[type]

/** What an expression reads of a record that is not there. */
export const emptyCell = ({ type }: Pick<Column, 'type'>): Literal => EMPTY[type]

/** The type of what a column holds, as expressions and variables have it. */
export const typeOfCell = ({ type }: Pick<Column, 'type'>): 'number' | 'yes/no' | 'text' => (type === 'number' || type === 'yes/no' ? type : 'text')
