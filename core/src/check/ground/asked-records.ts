import {
  columnNamed, componentOf, decidedBy, expressionsOfAction, expressionsOfList, expressionsOfTrigger, isExpression, isOfItem, lookAt, lookPlaces, namesGivenBy, ofItem, orElse, tablesShownBy, wordOf,
  type Action, type Component, type DataTable, type Id, type ListPart, type Project, type PropertyValues, type Screen,
} from '../../document'
import { isOfRecord, nameOfTable, ofRecord, operandsOf, parseExpression, type AggregateExpression, type Expression } from '../../expression'
import { looseTables } from '../explore'

export type Owner = Component | Screen

/** An expression of a component or screen, with what it belongs to. */
export interface Worded extends Said {
  /** What it says; null where it cannot be read. */
  readonly tree: Expression | null
}

interface Said {
  readonly text: string
  readonly part?: Id
  readonly rule?: Id
  /** The table of whose records it is asked one by one, where it is asked so. */
  readonly ofEach?: Id
}

const worded = new WeakMap<Owner, readonly Worded[]>()

/** Every expression of a component or screen; read once for as long as that stays what it is. */
export function everyExpression(owner: Owner): readonly Worded[] {
  const known = worded.get(owner) ?? saidIn(owner).map((said) => ({ ...said, tree: orElse(() => parseExpression(said.text), null) }))
  worded.set(owner, known)
  return known
}

function saidIn(owner: Owner): readonly Said[] {
  const valued = (part: Id, said: PropertyValues): readonly Said[] => Object.values(said).flatMap((value) => (isExpression(value) ? [{ text: value.expr, part }] : []))
  return [
    ...owner.parts.flatMap((part) => [...valued(part.id, part.base), ...(part.kind === 'list' ? expressionsOfList(part).map((text) => ({ text, part: part.id })) : [])]),
    ...('axes' in owner ? lookPlaces(owner).flatMap((place) => Object.entries(lookAt(owner, place)).flatMap(([part, said]) => valued(part, said))) : []),
    ...owner.rules.flatMap((rule) => [
      ...[...(rule.guard === null ? [] : [rule.guard]), ...expressionsOfTrigger(rule.trigger)].map((text) => ({ text, rule: rule.id })),
      ...rule.actions.flatMap((action) => expressionsOfAction(action).map((text) => ({ text, rule: rule.id, ...ofEach(action) }))),
    ]),
  ]
}

function ofEach(action: Action): Pick<Said, 'ofEach'> {
  const isOfEach = action.do === 'set records' || action.do === 'remove records' || action.do === 'move records'
  return isOfEach && action.table !== null ? { ofEach: action.table } : {}
}

/** What the run of a project changes of a table. */
export interface TableChanges {
  /** Records are added or removed. */
  readonly comeAndGo: boolean
  /** The columns that are given values. */
  readonly columns: ReadonlySet<Id>
}

const changes = new WeakMap<Project, Map<Id, TableChanges>>()

/** What rules, fields and axes change of a table, anywhere in a project; worked out once for that. */
export function changesOf(project: Project, table: DataTable): TableChanges {
  const ofProject = changes.get(project) ?? new Map<Id, TableChanges>()
  changes.set(project, ofProject)
  const known = ofProject.get(table.id) ?? changesIn(project, table)
  ofProject.set(table.id, known)
  return known
}

/** The same of all tables, as a text that is the same as long as that is. */
export const changesText = (project: Project): string =>
  project.tables.map((table) => {
    const { comeAndGo, columns } = changesOf(project, table)
    return `${table.id} ${comeAndGo} ${[...columns].toSorted().join(' ')} ${looseTables(project).has(nameOfTable(table))}`
  }).join('|')

function changesIn(project: Project, table: DataTable): TableChanges {
  const owners: readonly Owner[] = [...project.components, ...project.screens]
  const ownersOfItems = owners.filter(({ id }) => tablesShownBy(project, id).includes(table))
  const actions = owners.flatMap((owner) => owner.rules.flatMap((rule) => rule.actions.filter((action) => 'table' in action && (action.table === table.id || (action.table === null && ownersOfItems.includes(owner))))))
  const given = ownersOfItems.flatMap((owner) => [...namesGivenBy(owner), ...('axes' in owner ? owner.axes.flatMap((axis) => decidedBy(axis) ?? []) : [])]).filter(isOfItem)
  return {
    comeAndGo: actions.some((action) => action.do === 'add record' || action.do === 'remove records'),
    columns: new Set([
      ...actions.flatMap((action) => (action.do === 'set records' ? [action.column] : action.do === 'add record' ? Object.keys(action.cells) : [])),
      ...given.flatMap((name) => columnIds(table, name)),
    ]),
  }
}

/** The id of the column that a name reads; none where the table has no such column. */
const columnIds = (table: DataTable, name: string): readonly Id[] => {
  const column = columnNamed(table, name)
  return column ? [column.id] : []
}

/** The columns of a table that anything in a project reads, with the first that does. */
export function columnsRead(project: Project, table: DataTable): ReadonlyMap<Id, Owner> {
  const read = new Map<Id, Owner>()
  for (const owner of [...project.components, ...project.screens]) for (const column of columnsReadBy(project, table, owner)) if (!read.has(column)) read.set(column, owner)
  return read
}

function columnsReadBy(project: Project, table: DataTable, owner: Owner): readonly Id[] {
  const isItem = tablesShownBy(project, owner.id).includes(table)
  const lists = owner.parts.filter((part): part is ListPart => part.kind === 'list' && part.table === table.id)
  const given = lists.flatMap(({ component }) => (component === null ? [] : (componentOf(project, component)?.parameters ?? []).map(({ name }) => ofItem(name))))
  const decided = 'axes' in owner ? owner.axes.flatMap((axis) => decidedBy(axis) ?? []) : []
  const awaited = owner.rules.flatMap(({ trigger }) => (trigger.on === 'changes' ? [trigger.name] : []))
  const own = isItem ? [...decided, ...awaited].filter(isOfItem) : []
  return [
    ...everyExpression(owner).flatMap(({ tree, part, ofEach: asked }) => (tree ? columnsIn(tree, table, { isAsked: asked === table.id, isOfItem: isItem || lists.some(({ id }) => id === part) }) : [])),
    ...[...own, ...given].flatMap((name) => columnIds(table, name)),
  ]
}

/** The columns of a table that an expression reads, asked of each of its records or of an item of it, or not. */
function columnsIn(node: Expression, table: DataTable, reads: { readonly isAsked: boolean; readonly isOfItem: boolean }): readonly Id[] {
  if (node.kind === 'name') return (reads.isAsked && isOfRecord(node.name)) || (reads.isOfItem && isOfItem(node.name)) ? columnIds(table, node.name) : []
  const inside = node.kind === 'aggregate' ? { ...reads, isAsked: node.table === wordOf(table.name) } : reads
  const found = node.kind === 'aggregate' && inside.isAsked && node.column !== null ? columnIds(table, ofRecord(node.column)) : []
  return [...found, ...operandsOf(node).flatMap((inner) => columnsIn(inner, table, inside))]
}

/** A question about all the records of a table. */
export interface Total {
  readonly asks: AggregateExpression
  readonly columns: readonly Id[]
  /** It depends on something else as well. */
  readonly isOpen: boolean
}

/** The questions an expression asks of all the records of a table. */
export const totalsIn = (node: Expression, table: DataTable): readonly Total[] =>
  (node.kind === 'aggregate' && node.table === wordOf(table.name) ? [totalOf(node, table)] : operandsOf(node).flatMap((inner) => totalsIn(inner, table)))

function totalOf(asks: AggregateExpression, table: DataTable): Total {
  const names = asks.of ? namesWithin(asks.of) : []
  const columns = names.filter(isOfRecord)
  return { asks, columns: [...columns, ...(asks.column === null ? [] : [ofRecord(asks.column)])].flatMap((name) => columnIds(table, name)), isOpen: columns.length < names.length }
}

/** The names within an expression; what asks the records of another table counts as a name. */
export const namesWithin = (node: Expression): readonly string[] =>
  node.kind === 'name' ? [node.name] : node.kind === 'aggregate' || node.kind === 'angleToPointer' ? ['another'] : operandsOf(node).flatMap(namesWithin)
