import { columnsOf, ofItem, tablesShownBy, wordOf, type Action, type Component, type DataTable, type Project, type RecordAction } from '@rheoscope/core/document'
import { recordScope, tableScope } from '@rheoscope/core/expression'
import { ChoiceField } from '../fields/choice-field'
import { ExpressionField } from './expression-field'
import { startText } from './start-text'
import { useRuleHome } from './rule-home'

const PLACES = ['first', 'up', 'down', 'last'] as const

interface RecordFieldsProps<T extends RecordAction = RecordAction> {
  readonly action: T
  readonly onChange: (to: Action) => void
}

/** Which records of which table an action changes, and how. */
export function RecordFields({ action, onChange }: RecordFieldsProps) {
  switch (action.do) {
    case 'add record':
      return <AddedFields action={action} onChange={onChange} />
    case 'set records':
      return <SetFields action={action} onChange={onChange} />
    case 'remove records':
    case 'move records':
      return <MeantFields action={action} onChange={onChange} />
    case 'restore table':
      return <TableField label="restore" table={action.table} onChange={({ id }) => onChange({ ...action, table: id })} />
  }
}

/** A record that is added, cell by cell. */
function AddedFields({ action, onChange }: RecordFieldsProps<Extract<RecordAction, { do: 'add record' }>>) {
  const { project, component } = useRuleHome()
  const table = tableOf(project, action.table)
  const setCell = (column: string, to: string) =>
    onChange({ ...action, cells: Object.fromEntries([...Object.entries(action.cells).filter(([each]) => each !== column), ...(to === '' ? [] : [[column, to]])]) })
  return (
    <>
      <TableField label="add to" table={action.table} onChange={(to) => onChange({ ...action, table: to.id, cells: cellsFor(project, component, to) })} />
      {table?.columns.map(({ id, name }) => <ExpressionField key={id} label={name} value={action.cells[id] ?? ''} isOptional nothing="empty" onChange={(to) => setCell(id, to)} />)}
    </>
  )
}

/** What the columns of a record that is added hold to begin with: what the columns of the own item of that name do. */
export function cellsFor(project: Project, component: Component, table: DataTable): Readonly<Record<string, string>> {
  const own = new Set(tablesShownBy(project, component.id).flatMap((each) => [...columnsOf(each).keys()]))
  return Object.fromEntries(table.columns.flatMap(({ id, name }) => (own.has(wordOf(name)) ? [[id, ofItem(wordOf(name))]] : [])))
}

function SetFields({ action, onChange }: RecordFieldsProps<Extract<RecordAction, { do: 'set records' }>>) {
  const { project } = useRuleHome()
  const table = tableOf(project, action.table)
  const columns = table?.columns ?? []
  const more = table ? recordScope(tableScope(project.tables), wordOf(table.name)) : {}
  return (
    <>
      <TableField label="in" table={action.table} onChange={(to) => onChange({ ...action, table: to.id, column: to.columns[0]?.id ?? action.column })} />
      <ChoiceField label="set" value={action.column} choices={columns.map(({ id, name }) => ({ value: id, label: name }))} onChange={(column) => onChange({ ...action, column, to: startText(columns.find(({ id }) => id === column)?.type) })} />
      <ExpressionField label="to" value={action.to} more={more} onChange={(to) => onChange({ ...action, to })} />
      <WhereField table={table} where={action.where} onChange={(where) => onChange({ ...action, where })} />
    </>
  )
}

const OWN_ITEM = ''

/** Which records are taken out or moved: of a table those that a condition holds for, or that of the own item. */
function MeantFields({ action, onChange }: RecordFieldsProps<Extract<RecordAction, { do: 'remove records' | 'move records' }>>) {
  const { project, component } = useRuleHome()
  const own = tablesShownBy(project, component.id).length > 0 || action.table === null ? [{ value: OWN_ITEM, label: 'this item' }] : []
  const choices = [...own, ...project.tables.map(({ id, name }) => ({ value: id, label: name }))]
  return (
    <>
      <ChoiceField label={action.do === 'move records' ? 'move' : 'remove'} value={action.table ?? OWN_ITEM} choices={choices} onChange={(table) => onChange({ ...action, table: table === OWN_ITEM ? null : table, where: null })} />
      {action.table !== null && <WhereField table={tableOf(project, action.table)} where={action.where} onChange={(where) => onChange({ ...action, where })} />}
      {action.do === 'move records' && <ChoiceField label="to" value={action.to} choices={PLACES} onChange={(to) => onChange({ ...action, to })} />}
    </>
  )
}

function TableField({ label, table, onChange }: { readonly label: string; readonly table: string; readonly onChange: (table: DataTable) => void }) {
  const { tables } = useRuleHome().project
  const choose = (id: string) => {
    const chosen = tables.find((each) => each.id === id)
    if (chosen) onChange(chosen)
  }
  return <ChoiceField label={label} value={table} choices={tables.map(({ id, name }) => ({ value: id, label: name }))} onChange={choose} />
}

function WhereField({ table, where, onChange }: { readonly table: DataTable | undefined; readonly where: string | null; readonly onChange: (where: string | null) => void }) {
  const { project } = useRuleHome()
  if (!table) return null
  const more = recordScope(tableScope(project.tables), wordOf(table.name))
  return <ExpressionField label="where" value={where ?? ''} isOptional nothing="every record" more={more} onChange={(to) => onChange(to === '' ? null : to)} />
}

const tableOf = (project: Project, id: string | null): DataTable | undefined => project.tables.find((table) => table.id === id)
