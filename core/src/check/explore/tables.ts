import { decidedBy, isOfItem, namesGivenBy, tablesShownBy, type Component, type DataTable, type Id, type Project, type Screen } from '../../document'
import { nameOfTable } from '../../expression'
import { addedRecord } from '../../semantics'

/** So many records of a table are told apart, where records are added to it. */
const MOST_RECORDS = 8

/** So many values are told apart of a column that changes. */
const MOST_IN_COLUMN = 3

/** The ids that records added to a table can have here. */
export const addedIds = (project: Project, table: DataTable): readonly Id[] =>
  isAddedTo(project, table.id) ? Array.from({ length: Math.max(0, MOST_RECORDS - table.records.length) }, (_each, index) => addedRecord(index + 1)).filter((id) => !table.records.some((record) => record.id === id)) : []

type Ruled = Pick<Component | Screen, 'id' | 'rules' | 'parts'> & Partial<Pick<Component, 'axes'>>

/** The tables that something of a component or screen changes. */
export function tablesChangedBy(project: Project, { id, rules, parts, axes = [] }: Ruled): readonly DataTable[] {
  const { tables } = project
  if (tables.length === 0) return []
  const actions = rules.flatMap((rule) => rule.actions)
  const named = new Set(actions.flatMap((action) => ('table' in action && action.table !== null ? [action.table] : [])))
  const changesItem = actions.some((action) => 'table' in action && action.table === null) || namesGivenBy({ rules, parts }).some(isOfItem) || axes.some((axis) => isOfItem(decidedBy(axis) ?? ''))
  const own = changesItem ? tablesShownBy(project, id) : []
  return tables.filter((table) => named.has(table.id) || own.includes(table))
}

/** What is known of the tables of a project as a whole. */
interface Changing {
  /** The names of the tables that something changes. */
  readonly names: ReadonlySet<string>
  readonly addedTo: ReadonlySet<Id>
}

const known = new WeakMap<Project, Changing>()

function changingIn(project: Project): Changing {
  const changing = known.get(project) ?? lookedThrough(project)
  known.set(project, changing)
  return changing
}

function lookedThrough(project: Project): Changing {
  const owners = [...project.components, ...project.screens]
  return {
    names: new Set(owners.flatMap((owner) => tablesChangedBy(project, owner)).map(nameOfTable)),
    addedTo: new Set(owners.flatMap(({ rules }) => rules.flatMap(({ actions }) => actions.flatMap((action) => (action.do === 'add record' ? [action.table] : []))))),
  }
}

const isAddedTo = (project: Project, table: Id): boolean => changingIn(project).addedTo.has(table)

/** The names of the tables that something changes. */
export const changingTables = (project: Project): ReadonlySet<string> => changingIn(project).names

/** Whether the records of a table are told apart from all others: there are few of them, and what changes in them takes few values. */
export const isToldApart = (table: DataTable, start: DataTable): boolean =>
  table.records === start.records || (table.records.length <= Math.max(MOST_RECORDS, start.records.length) && table.columns.every(({ id }) => {
    const begun = new Map(start.records.map(({ id: record, cells }) => [record, cells[id]]))
    return new Set(table.records.flatMap(({ id: record, cells }) => (begun.has(record) && begun.get(record) === cells[id] ? [] : [cells[id]]))).size <= MOST_IN_COLUMN
  }))
