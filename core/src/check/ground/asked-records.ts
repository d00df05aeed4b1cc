import {
  columnsOf, decidedBy, expressionsOfAction, expressionsOfList, expressionsOfTrigger, isExpression, isOfItem, lookAt, lookPlaces, namesGivenBy, orElse, tablesShownBy, wordOf,
  type Action, type Component, type DataTable, type Id, type Project, type PropertyValues, type Screen,
} from '../../document'
import { isOfRecord, operandsOf, parseExpression, type AggregateExpression, type Expression } from '../../expression'

export type Owner = Component | Screen

/** An expression of a component or screen, with what it belongs to. */
export interface Worded {
  readonly text: string
  readonly part?: Id
  readonly rule?: Id
  /** The table of whose records it is asked one by one, where it is asked so. */
  readonly ofEach?: Id
}

/** Every expression of a component or screen. */
export function everyExpression(owner: Owner): readonly Worded[] {
  const valued = (part: Id, said: PropertyValues): readonly Worded[] => Object.values(said).flatMap((value) => (isExpression(value) ? [{ text: value.expr, part }] : []))
  return [
    ...owner.parts.flatMap((part) => [...valued(part.id, part.base), ...(part.kind === 'list' ? expressionsOfList(part).map((text) => ({ text, part: part.id })) : [])]),
    ...('axes' in owner ? lookPlaces(owner).flatMap((place) => Object.entries(lookAt(owner, place)).flatMap(([part, said]) => valued(part, said))) : []),
    ...owner.rules.flatMap((rule) => [
      ...[...(rule.guard === null ? [] : [rule.guard]), ...expressionsOfTrigger(rule.trigger)].map((text) => ({ text, rule: rule.id })),
      ...rule.actions.flatMap((action) => expressionsOfAction(action).map((text) => ({ text, rule: rule.id, ...ofEach(action) }))),
    ]),
  ]
}

function ofEach(action: Action): Pick<Worded, 'ofEach'> {
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

/** What rules, fields and axes change of a table, anywhere in a project. */
export function changesOf(project: Project, table: DataTable): TableChanges {
  const owners: readonly Owner[] = [...project.components, ...project.screens]
  const ownersOfItems = owners.filter(({ id }) => tablesShownBy(project, id).includes(table))
  const actions = owners.flatMap((owner) => owner.rules.flatMap((rule) => rule.actions.filter((action) => 'table' in action && (action.table === table.id || (action.table === null && ownersOfItems.includes(owner))))))
  const given = ownersOfItems.flatMap((owner) => [...namesGivenBy(owner), ...('axes' in owner ? owner.axes.flatMap((axis) => decidedBy(axis) ?? []) : [])]).filter(isOfItem)
  return {
    comeAndGo: actions.some((action) => action.do === 'add record' || action.do === 'remove records'),
    columns: new Set([
      ...actions.flatMap((action) => (action.do === 'set records' ? [action.column] : action.do === 'add record' ? Object.keys(action.cells) : [])),
      ...given.flatMap((name) => columnNamed(table, name)),
    ]),
  }
}

/** The column that a name like `item.price` or `record.price` reads; none where the table has no such column. */
export const columnNamed = (table: DataTable, name: string): readonly Id[] => {
  const column = columnsOf(table).get(name.slice(name.indexOf('.') + 1))
  return column ? [column.id] : []
}

/** The columns of a table that anything in a project reads, with the first that does. */
export function columnsRead(project: Project, table: DataTable): ReadonlyMap<Id, Owner> {
  const read = new Map<Id, Owner>()
  for (const owner of [...project.screens, ...project.components].toReversed()) {
    const isItem = tablesShownBy(project, owner.id).includes(table)
    const lists = owner.parts.filter((part) => part.kind === 'list' && part.table === table.id)
    const shown = lists.flatMap((list) => project.components.filter(({ id }) => list.kind === 'list' && id === list.component).flatMap(({ parameters }) => parameters.map(({ name }) => name)))
    const decided = isItem && 'axes' in owner ? owner.axes.flatMap((axis) => decidedBy(axis) ?? []) : []
    const awaited = isItem ? owner.rules.flatMap(({ trigger }) => (trigger.on === 'changes' ? [trigger.name] : [])) : []
    const said = everyExpression(owner).flatMap(({ text, part, ofEach: asked }) => columnsIn(text, table, { ofRecord: asked === table.id, ofItem: isItem || lists.some(({ id }) => id === part) }))
    for (const column of [...said, ...[...decided, ...awaited].filter(isOfItem).flatMap((name) => columnNamed(table, name)), ...shown.flatMap((name) => columnNamed(table, `item.${name}`))]) read.set(column, owner)
  }
  return read
}

/** The columns of a table that an expression reads. */
function columnsIn(text: string, table: DataTable, { ofRecord, ofItem }: { readonly ofRecord: boolean; readonly ofItem: boolean }): readonly Id[] {
  const visit = (node: Expression, isAsked: boolean): readonly Id[] => {
    const own = node.kind === 'name' && ((isAsked && isOfRecord(node.name)) || (ofItem && isOfItem(node.name))) ? columnNamed(table, node.name) : []
    const isOf = node.kind === 'aggregate' && node.table === wordOf(table.name)
    const found = isOf && node.column !== null ? columnNamed(table, `record.${node.column}`) : []
    return [...own, ...found, ...operandsOf(node).flatMap((inner) => visit(inner, node.kind === 'aggregate' ? isOf : isAsked))]
  }
  return orElse(() => visit(parseExpression(text), ofRecord), [])
}

/** A question about all the records of a table. */
export interface Total {
  readonly asks: AggregateExpression
  readonly columns: readonly Id[]
  /** It depends on something else as well. */
  readonly isOpen: boolean
}

/** The questions an expression asks of all the records of a table. */
export function totalsIn(text: string, table: DataTable): readonly Total[] {
  const visit = (node: Expression): readonly Total[] => (node.kind === 'aggregate' && node.table === wordOf(table.name) ? [totalOf(node, table)] : operandsOf(node).flatMap(visit))
  return orElse(() => visit(parseExpression(text)), [])
}

function totalOf(asks: AggregateExpression, table: DataTable): Total {
  const names = asks.of ? namesWithin(asks.of) : []
  const columns = names.filter(isOfRecord)
  return { asks, columns: [...columns, ...(asks.column === null ? [] : [`record.${asks.column}`])].flatMap((name) => columnNamed(table, name)), isOpen: columns.length < names.length }
}

/** The names within an expression; what asks the records of another table counts as a name. */
export const namesWithin = (node: Expression): readonly string[] =>
  node.kind === 'name' ? [node.name] : node.kind === 'aggregate' || node.kind === 'angleToPointer' ? ['another'] : operandsOf(node).flatMap(namesWithin)
