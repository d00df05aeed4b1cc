import type { Component } from './component'
import type { Part } from './part'
import type { Project } from './project'
import type { Variable } from './rule'
import { cellIn, typeOfCell, type Column, type DataRecord, type DataTable } from './table'
import type { Id, Literal } from './value'
import { wordOf } from './word'

/** How a column is read of the record of an item, by its name as one word. */
export const ofItem = (column: string): string => `item.${column}`

/** Whether a name is that of a column of an item. */
export const isOfItem = (name: string): boolean => name.startsWith(ofItem(''))

const words = new WeakMap<DataTable['columns'], ReadonlyMap<string, Column>>()

/** The columns of a table by their names as one word; of two with one word the first is meant. */
export function columnsOf({ columns }: Pick<DataTable, 'columns'>): ReadonlyMap<string, Column> {
  const known = words.get(columns) ?? new Map(columns.toReversed().map((column) => [wordOf(column.name), column]))
  words.set(columns, known)
  return known
}

/** The column that a name like `record.price` or `item.price` reads; undefined where it is of no column. */
export const columnNamed = (table: DataTable, name: string): Column | undefined => columnsOf(table).get(name.slice(name.indexOf('.') + 1))

/** What such a name reads of a record. */
export function readOf(table: DataTable, record: DataRecord, name: string): Literal | undefined {
  const column = columnNamed(table, name)
  return column && cellIn(record, column)
}

/** The tables of whose records a component shows one where it is an item of a list; of a component that stands nowhere yet, all it could. */
export function tablesShownBy(project: Holding, component: Id): readonly DataTable[] {
  const { tables } = project
  if (tables.length === 0) return []
  const { shown, placed } = standingIn(project)
  const own = shown.get(component)
  if (!own && !placed.has(component)) return tables
  return tables.filter(({ id }) => own?.has(id) === true)
}

type Holding = Pick<Project, 'tables' | 'components' | 'screens'>

/** What stands where in a project: the tables components are items for, and the components that stand somewhere as they are. */
interface Standing {
  readonly shown: ReadonlyMap<Id, ReadonlySet<Id>>
  readonly placed: ReadonlySet<Id>
}

const standing = new WeakMap<Holding, Standing>()

function standingIn(project: Holding): Standing {
  const known = standing.get(project)
  if (known) return known
  const shown = new Map<Id, Set<Id>>()
  const placed = new Set<Id>()
  for (const { parts } of [...project.components, ...project.screens]) {
    for (const { component, table } of listsIn(parts)) if (component !== null && table !== null) shown.set(component, (shown.get(component) ?? new Set<Id>()).add(table))
    for (const component of placedIn(parts)) placed.add(component)
  }
  const found = { shown, placed }
  standing.set(project, found)
  return found
}

type List = Extract<Part, { kind: 'list' }>

const lists = new WeakMap<readonly Part[], readonly List[]>()

function listsIn(parts: readonly Part[]): readonly List[] {
  const known = lists.get(parts) ?? parts.filter((part) => part.kind === 'list')
  lists.set(parts, known)
  return known
}

const placed = new WeakMap<readonly Part[], ReadonlySet<Id>>()

/** The components that stand somewhere as they are. */
function placedIn(parts: readonly Part[]): ReadonlySet<Id> {
  const known = placed.get(parts) ?? new Set(parts.flatMap((part) => (part.kind === 'instance' ? [part.component] : [])))
  placed.set(parts, known)
  return known
}

/** What rules can set, and what can decide an axis: a variable, or a column of the record of an item. */
export type Settable = Pick<Variable, 'name' | 'type'>

/** What the rules of a component can set, its own variables first. */
export const settablesOf = (project: Project, component: Pick<Component, 'id' | 'variables'>): readonly Settable[] =>
  [...component.variables, ...project.variables, ...tablesShownBy(project, component.id).flatMap((table) => [...columnsOf(table)].map(([word, { type }]) => ({ name: ofItem(word), type: typeOfCell({ type }) })))]
    .filter(({ name }, index, all) => all.findIndex((each) => each.name === name) === index)
