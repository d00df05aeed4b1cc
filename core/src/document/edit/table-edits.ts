import { ofItem, tablesShownBy } from '../item'
import type { Part } from '../part'
import type { Project } from '../project'
import { withExpressions, type Rule } from '../rule'
import type { DataTable } from '../table'
import type { Id, Literal } from '../value'
import { wordOf } from '../word'
import { batch, type Edit } from './edit'
import { renaming, renamingColumn, renamingTable, reworded, rewordedPart, rewordedScreen, type Rewording } from './expression-uses'
import { inProject, setAt, unsetAt, insertInto, removeFrom } from './place'
import { setAction, type RuleOwner } from './rule-edits'
import { renamedNames } from './variable-edits'

type Column = DataTable['columns'][number]
type TableRecord = DataTable['records'][number]

/** An edit that adds a table. */
export const addTable = (table: DataTable): Edit => insertInto(inProject('tables'), table)

/** An edit that takes out a table. */
export const removeTable = (table: Id): Edit => removeFrom(inProject('tables'), table)

/** Renames a table with whatever asks its records. */
export function renameTable({ components, screens }: Project, { id, name: from }: DataTable, name: string): Edit {
  const within = renamingTable(wordOf(from), wordOf(name))
  return batch(setAt(inProject('tables', id, 'name'), name), ...components.flatMap((component) => reworded(component, within)), ...screens.flatMap((screen) => rewordedScreen(screen, within)))
}

/** An edit that adds a column to a table. */
export const addColumn = (table: Id, column: Column): Edit => insertInto(inProject('tables', table, 'columns'), column)

/** An edit that says anew what a column is; what is in it stays as it is. */
export const setColumn = (table: Id, column: Column): Edit => setAt(inProject('tables', table, 'columns', column.id), column)

/** Renames a column with whatever reads it: items of lists, what says which they are and in which order, and what asks the records. */
export function renameColumn(project: Project, table: DataTable, column: Column, name: string): Edit {
  const [from, to] = [wordOf(column.name), wordOf(name)]
  const asked = renamingColumn(wordOf(table.name), from, to)
  const ofItems = both(asked, renaming(ofItem(from), ofItem(to)))
  const ofRecords = renaming(`record.${from}`, `record.${to}`)
  return batch(
    setAt(inProject('tables', table.id, 'columns', column.id, 'name'), name),
    ...project.components.flatMap((component) => {
      const isItem = tablesShownBy(project, component.id).includes(table)
      const within = isItem ? ofItems : asked
      return [
        ...reworded(component, within),
        ...(isItem ? renamedNames(component, ofItem(from), ofItem(to)) : []),
        ...listsOf(table, component).flatMap((part) => rewordedPart(inProject('components', component.id, 'parts', part.id), part, ofItems)),
        ...rewordedActions(component.id, component.rules, table, both(within, ofRecords)),
      ]
    }),
    ...project.screens.flatMap((screen) => [
      ...rewordedScreen(screen, asked),
      ...listsOf(table, screen).flatMap((part) => rewordedPart(inProject('screens', screen.id, 'parts', part.id), part, ofItems)),
      ...rewordedActions({ screen: screen.id }, screen.rules, table, both(asked, ofRecords)),
    ]),
  )
}

const both = (one: Rewording, other: Rewording): Rewording => (expr) => other(one(expr))

const listsOf = ({ id }: DataTable, { parts }: { readonly parts: readonly Part[] }): readonly Part[] => parts.filter((part) => part.kind === 'list' && part.table === id)

/** What actions say of the records of a table, said otherwise. */
const rewordedActions = (owner: RuleOwner, rules: readonly Rule[], { id }: DataTable, within: Rewording): readonly Edit[] =>
  rules.flatMap((rule) => rule.actions.flatMap((action): Edit[] => {
    const isAbout = action.do === 'set records' || ((action.do === 'remove records' || action.do === 'move records') && action.where !== null)
    return isAbout && action.table === id && withExpressions(action, within) !== action ? [setAction(owner, rule.id, withExpressions(action, within))] : []
  }))

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
