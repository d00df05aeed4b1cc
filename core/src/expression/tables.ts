import { wordOf, type DataTable } from '../document'

/** The name under which an environment holds a table, by the table's name as one word. */
export const tableName = (word: string): string => `table(${word})`

/** The name of a table in an environment. */
export const nameOfTable = ({ name }: Pick<DataTable, 'name'>): string => tableName(wordOf(name))

/** Whether a name is that of a table. */
export const isTableName = (name: string): boolean => name.startsWith('table(')

/** The name under which a scope has the type of a column, by the names of both as one word. */
export const columnName = (table: string, column: string): string => `${tableName(table)}.${column}`

/** How a column is read of the record that is asked about, by its name as one word. */
export const ofRecord = (column: string): string => `record.${column}`

/** Whether a name reads a column of the record that is asked about. */
export const isOfRecord = (name: string): boolean => name.startsWith(ofRecord(''))
