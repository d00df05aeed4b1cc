import { decidedBy, expressionsOfAction, isFromUser, isOfItem, type Component, type DataTable, type ListPart, type Project } from '../../document'
import { isTableName, nameOfTable, namesOr } from '../../expression'
import { namesOfBehaviour } from '../../machine'
import { changingTables } from './tables'
import { itemOfThing, type Thing } from './things'

/** The records of a table of no more than these are explored together. */
const TOGETHER = 4

/**
 * The tables of which each record is looked at alone, by name: they have many records, and the items that show them go by
 * nothing but their own record. What such a table holds as a whole may be anything at any time.
 */
export function looseTables(project: Project): ReadonlySet<string> {
  const known = loose.get(project) ?? new Set(project.tables.filter((table) => isLooseTable(project, table)).map(nameOfTable))
  loose.set(project, known)
  return known
}

const loose = new WeakMap<Project, ReadonlySet<string>>()

function isLooseTable(project: Project, table: DataTable): boolean {
  if (table.records.length <= TOGETHER || !changingTables(project).has(nameOfTable(table))) return false
  const lists = [...project.components, ...project.screens].flatMap(({ parts }) => parts.filter((part): part is ListPart => part.kind === 'list' && part.table === table.id))
  const shown = lists.flatMap(({ component }) => project.components.filter(({ id }) => id === component))
  return shown.length > 0 && shown.every(goesByItsRecord)
}

/** Whether a component does nothing but by what a record holds, and nothing to anything else. */
function goesByItsRecord(component: Component): boolean {
  const { parts, axes, rules, parameters, variables } = component
  const actions = rules.flatMap((rule) => rule.actions)
  return parameters.length === 0 && variables.length === 0
    && parts.every(({ kind }) => kind !== 'instance' && kind !== 'slot' && kind !== 'list' && kind !== 'field')
    && axes.every((axis) => axis.states.length === 1 || isOfItem(decidedBy(axis) ?? ''))
    && rules.every(({ trigger, target }) => isFromUser(trigger) && target.go !== 'back')
    && actions.every((action) => action.do === 'pulse' || (action.do === 'set' && isOfItem(action.variable)))
    && actions.every((action) => action.awaited !== true && expressionsOfAction(action).flatMap(namesOr).every(isOfItem))
    && namesOfBehaviour(component).every(isOfItem)
}

/** Whether a thing is an item that is looked at alone. */
export function isLoose(thing: Thing): boolean {
  const { isItem, project } = thing
  const item = isItem ? itemOfThing(project, thing) : null
  return item !== null && looseTables(project).has(nameOfTable(item.table))
}

/** Whether what a name stands for is left open: a table as a whole, or what the record of an item holds that is looked at alone. */
export const isLeftOpen = (project: Project, name: string, thing: Thing | null): boolean =>
  isTableName(name) ? looseTables(project).has(name) : thing !== null && isOfItem(name) && isLoose(thing)
