import { cellIn, columnsOf, emptyCell, ofItem, orElse, tablesShownBy, typeOfCell, wordOf, type Component, type DataTable, type Literal, type Parameter, type Project, type Variable, type Worth } from '../document'
import { FIELD_READINGS, HAND_READINGS, READINGS } from './readings'
import { columnName, isTableName, nameOfTable } from './tables'
import { typeOf, type ExpressionType, type Scope } from './types'

/** The names the expressions of a component can use: its parameters, its own variables, the project's, and the natural sizes of its parts. */
export function scopeOf(project: Project, component: Component): Scope {
  return { ...namesOf(project, component), ...(isOwn(project, component, 'payload') ? {} : { payload: payloadType(project, component) }) }
}

const isOwn = (project: Project, { parameters, variables }: Component, name: string): boolean => [...parameters, ...variables, ...project.variables].some((each) => each.name === name)

/** What comes with the messages a component listens to, where everyone who sends them sends the same type; anything where they do not, or nobody does; text where it listens to none. */
function payloadType(project: Project, component: Component): ExpressionType {
  const heard = new Set(component.rules.flatMap(({ trigger }) => (trigger.on === 'message' ? [trigger.name] : [])))
  if (heard.size === 0) return 'text'
  const types = new Set([...project.components, ...project.screens].flatMap((sender) => sender.rules.flatMap(({ actions }) => actions.flatMap((action) => {
    if (action.do !== 'send' || action.payload === null || !heard.has(action.message)) return []
    const { payload } = action
    const type = orElse(() => typeOf(payload, namesOf(project, { parameters: [], ...sender })), null)
    return type === null ? [] : [type]
  }))))
  const [type] = types
  return types.size === 1 && type ? type : 'anything'
}

/** The names there are before it is known what messages carry. */
function namesOf(project: Project, component: Pick<Component, 'id' | 'parameters' | 'variables' | 'parts'>): Scope {
  const scope: Record<string, ExpressionType> = {}
  // Its own names come first, because they are what is most likely meant.
  for (const named of [...component.parameters, ...component.variables, ...project.variables]) scope[named.name] ??= typeOfNamed(named)
  for (const [name, value] of Object.entries(CIRCUMSTANCES)) scope[name] ??= typeof value === 'boolean' ? 'yes/no' : typeof value === 'number' ? 'number' : 'text'
  for (const part of component.parts) {
    scope[`${wordOf(part.name)}.natural.width`] = 'number'
    scope[`${wordOf(part.name)}.natural.height`] = 'number'
    if (part.kind === 'field') for (const reading of FIELD_READINGS) scope[`${wordOf(part.name)}.${reading}`] ??= 'yes/no'
    for (const reading of [...READINGS, ...HAND_READINGS]) scope[`${wordOf(part.name)}.${reading}`] ??= 'number'
  }
  for (const table of tablesShownBy(project, component.id)) for (const [name, type] of Object.entries(itemScope(table))) scope[name] = (scope[name] ?? type) === type ? type : 'anything'
  return { ...scope, ...tableScope(project.tables) }
}

/** The tables whose records can be asked together, with the types of their columns. */
export const tableScope = (tables: readonly DataTable[]): Scope =>
  Object.fromEntries(tables.toReversed().flatMap((table) => [
    [nameOfTable(table), 'anything' as const], ...[...columnsOf(table)].map(([word, column]) => [columnName(wordOf(table.name), word), typeOfCell(column)] as const),
  ]))

/** Whether a component means by a name what everyone shares: a table, or a variable of the project's where none of its own goes by that name. */
export const isShared = (project: Project, { parameters, variables }: Pick<Component, 'parameters' | 'variables'>, name: string): boolean =>
  isTableName(name) || project.variables.some((variable) => variable.name === name) && ![...variables, ...parameters].some((each) => each.name === name)

/** The names the records of a table add to those. */
export const itemScope = (table: DataTable | undefined): Scope =>
  Object.fromEntries(table ? [...columnsOf(table)].map(([word, column]) => [ofItem(word), typeOfCell(column)]) : [])

/** What expressions of an item read of its record. */
export function itemEnvironment(table: DataTable, record: DataTable['records'][number]): Readonly<Record<string, Literal>> {
  const known = items.get(record)
  if (known?.columns === table.columns) return known.item
  const item = Object.fromEntries([...columnsOf(table)].map(([word, column]) => [ofItem(word), cellIn(record, column)]))
  items.set(record, { columns: table.columns, item })
  return item
}

const items = new WeakMap<DataTable['records'][number], { readonly columns: DataTable['columns']; readonly item: Readonly<Record<string, Literal>> }>()

/**
 * What an instance knows of the person using it: whether it is pointed at, pressed, or has the focus, and whether that is
 * to be seen; where the pointer is, in px from its own top left; how far the wheel was turned and how far what scrolls is
 * scrolled, in px; how far fingers were pinched, against 1, and turned, in degrees; the last key, and whether it is held; and what came with the last message.
 */
export const CIRCUMSTANCES = { hovered: false, pressed: false, focused: false, focusVisible: false, 'pointer.x': 0, 'pointer.y': 0, 'wheel.x': 0, 'wheel.y': 0, 'scroll.x': 0, 'scroll.y': 0, 'pinch.scale': 1, 'pinch.turn': 0, key: '', repeats: false, payload: '' } as const

/** What those names stand for when an instance appears, with what the shared variables are by then. */
export function startEnvironment(project: Project, component: Component, shared: Readonly<Record<string, Worth>> = {}): Record<string, Worth> {
  const environment: Record<string, Worth> = { ...CIRCUMSTANCES, ...tablesAtStart(project), ...itemAlone(project, component) }
  for (const name of Object.keys(environment)) if (isTableName(name)) environment[name] = shared[name] ?? environment[name] ?? null
  for (const { name, start } of project.variables) environment[name] = shared[name] ?? start
  for (const variable of component.variables) environment[variable.name] = variable.start
  for (const parameter of component.parameters) environment[parameter.name] = parameter.initial
  return environment
}

/** The tables as the project has them, by name. */
export const tablesAtStart = ({ tables }: Pick<Project, 'tables'>): Readonly<Record<string, DataTable>> =>
  Object.fromEntries(tables.toReversed().map((table) => [nameOfTable(table), table]))

/** What a component that can be an item reads of its record where it stands alone: what the first record has. */
function itemAlone(project: Project, { id }: Component): Readonly<Record<string, Literal>> {
  return Object.fromEntries(tablesShownBy(project, id).toReversed().flatMap((table) => {
    const [first] = table.records
    return [...columnsOf(table)].map(([word, column]) => [ofItem(word), first ? cellIn(first, column) : emptyCell(column)])
  }))
}

/** The type of what a parameter or variable stands for. */
export const typeOfNamed = ({ type }: Pick<Parameter | Variable, 'type'>): ExpressionType =>
  type === 'number' || type === 'yes/no' ? type : 'text'
