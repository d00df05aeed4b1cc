import { certain, componentOf, isExpression, isTable, isToken, itemAt, ofItem, orElse, parameterProperty, reaches, sameValue, stateProperty, theOne, type Axis, type DataTable, type ListPart, type Literal, type Project, type Value } from '../document'
import { evaluate, itemEnvironment, nameOfTable, orderOf, type Environment } from '../expression'
import { compile } from './compile'
import { isForItems, type Compiled, type HolderPart, type Values } from './compiled'
import { withFields } from './field'
import { itemStep } from './paths'

/** Something that stands inside an instance, as its holder has it. */
export interface Content {
  /** The last step of its path: the part, or for an item of a list the part and the record. */
  readonly step: string
  readonly part: HolderPart['part']
  readonly compiled: Compiled
  /** What the holder gives it for its parameters, and for what an item reads of its record, by name; undefined where nobody knows, which is never so in a run. */
  readonly parameters: Readonly<Record<string, Literal | undefined>>
  /** The states the holder puts its axes into; axes it leaves alone are not there. */
  readonly states: Readonly<Record<string, string>>
}

/** What a holder is like, as far as what stands inside depends on it. */
export interface Holding {
  readonly compiled: Compiled
  readonly values: readonly Values[]
  readonly environment: Environment
  /** The components of everything around it, the outermost first, itself included. */
  readonly chain: readonly string[]
}

/** What stands inside an instance. A slot filled with something that holds the slot's own component stays empty. */
export function contentsOf(project: Project, holding: Holding): readonly Content[] {
  const { compiled, environment } = holding
  const asked = { ...holding, environment: withFields(compiled.component, environment) }
  return compiled.holders.flatMap((holder) => contentsIn(project, asked, holder))
}

function contentsIn(project: Project, { compiled, values, environment, chain }: Holding, { part, index }: HolderPart): readonly Content[] {
  const own = certain(values[index])
  switch (part.kind) {
    case 'instance': {
      const inner = compile(project, certain(componentOf(project, part.component)))
      return [{ step: part.id, part, compiled: inner, parameters: parametersOf(inner, own), states: drivenStates(inner, part.start, own) }]
    }
    case 'slot': {
      const filling = componentOf(project, String(own.content ?? ''))
      if (!filling || chain.some((around) => reaches(project, filling.id, around))) return []
      const inner = compile(project, filling)
      return [{ step: part.id, part, compiled: inner, parameters: parametersOf(inner, {}), states: {} }]
    }
    case 'list':
      return itemsOf(project, compiled, part, environment)
  }
}

function itemsOf(project: Project, { component }: Compiled, part: ListPart, environment: Environment): readonly Content[] {
  const table = project.tables.find(({ id }) => id === part.table)
  const filling = part.component === null ? undefined : componentOf(project, part.component)
  if (!table || !filling) return []
  const inner = compile(project, filling)
  const said = theOne(component.parts, ({ id }) => id === part.id).base
  const now = environment[nameOfTable(table)]
  const around = oneByOne(environment)
  const shown = isTable(now) ? now : table
  const known: WeakMap<DataTable['records'][number], KnownItem> = knownItems.get(part) ?? new WeakMap()
  knownItems.set(part, known)
  const asks = Object.entries(said).some(([property, value]) => isForItems(part, property) && isExpression(value))
  return recordsShown(shown, part, around).map(({ record, item }): Content => {
    const before = known.get(record)
    const isOfThese = before?.content.compiled === inner && before.columns === shown.columns
    if (isOfThese && !asks) return before.content
    const parameters = { ...readOf(item, inner), ...parametersOfItem(inner, said, item, around) }
    if (isOfThese && sameValue(before.content.parameters, parameters)) return before.content
    const content = { step: itemStep(part.id, record.id), part, compiled: inner, parameters, states: {} }
    known.set(record, { columns: shown.columns, content })
    return content
  })
}

/** What a record was shown by. */
interface KnownItem {
  readonly columns: DataTable['columns']
  readonly content: Content
}

/** By list and record: an item that is given nothing else is the very same content. */
const knownItems = new WeakMap<ListPart, WeakMap<DataTable['records'][number], KnownItem>>()

type Item = Readonly<Record<string, Literal>>

/** What expressions about an item can read, which is good until the next one is asked about: a copy of all for each of thousands takes long. */
function oneByOne(environment: Environment): (item: Item) => Environment {
  const around = { ...environment }
  return (item) => Object.assign(around, item)
}

/** What an item reads of its record by itself. */
const readOf = (item: Item, { reads }: Compiled): Readonly<Record<string, Literal>> =>
  Object.fromEntries(Object.entries(item).filter(([name]) => reads.has(name)))

/** A record, with what its item reads of it. */
interface ShownRecord {
  readonly record: DataTable['records'][number]
  readonly item: Item
}

/** The records a list keeps, in its order and up to as many as it shows. */
function recordsShown(table: DataTable, { filter, order = [], most = Infinity }: ListPart, around: (item: Item) => Environment): readonly ShownRecord[] {
  const kept = table.records
    .map((record): ShownRecord => ({ record, item: itemEnvironment(table, record) }))
    .filter(({ item }) => filter === null || worth(filter, around(item)) === true)
  if (order.length === 0) return kept.slice(0, most)
  const keyed = kept.map((shown) => ({ shown, keys: order.map(({ by }) => worth(by, around(shown.item))) }))
  const before = (a: readonly Literal[], b: readonly Literal[]): number =>
    order.reduce((so, { isDown }, index) => so || comesBefore(itemAt(a, index), itemAt(b, index)) * (isDown ? -1 : 1), 0)
  return keyed.toSorted((a, b) => before(a.keys, b.keys)).slice(0, most).map(({ shown }) => shown)
}

/** Below 0 where one value comes before another: numbers by size, texts as `orderOf` has them, no before yes; those of different kinds by kind, and what cannot be worked out last. */
function comesBefore(a: Literal, b: Literal): number {
  if (typeof a === 'string' && typeof b === 'string') return orderOf(a, b)
  const [one, other] = [a, b].map((value) => (value === null || Number.isNaN(value) ? KINDS.length : KINDS.indexOf(typeof value)))
  if (one !== other) return Number(one) - Number(other)
  return one === KINDS.length ? 0 : Number(a) - Number(b)
}

const KINDS: readonly string[] = ['boolean', 'number', 'string']

/** What an item's parameters are: what the list says, or else what the column of the same name holds. */
function parametersOfItem(inner: Compiled, said: Readonly<Record<string, Value>>, item: Item, around: (item: Item) => Environment): Readonly<Record<string, Literal>> {
  return Object.fromEntries(inner.component.parameters.map(({ id, name, initial }) => {
    const value = said[parameterProperty(id)]
    if (isExpression(value)) return [name, worth(value.expr, around(item)) ?? initial]
    if (value !== undefined && !isToken(value)) return [name, value]
    return [name, item[ofItem(name)] ?? initial]
  }))
}

/** The value of an expression; null when it cannot be worked out, which is a finding elsewhere. */
function worth(expr: string, environment: Environment): Literal {
  return orElse(() => evaluate(expr, environment), null)
}

/** What the holder's look gives an instance for its parameters, by name; its own initial values where it says nothing. */
function parametersOf(compiled: Compiled, values: Readonly<Record<string, Literal>>): Readonly<Record<string, Literal>> {
  return Object.fromEntries(compiled.component.parameters.map(({ id, name, initial }) => [name, values[parameterProperty(id)] ?? initial]))
}

function drivenStates(compiled: Compiled, start: Readonly<Record<string, string>>, values: Values): Readonly<Record<string, string>> {
  return Object.fromEntries(compiled.component.axes.flatMap((axis) => {
    const state = drivenState(start, axis, values)
    return state === null ? [] : [[axis.id, state]]
  }))
}

/** The state the holder's look puts an axis of an instance into; where the instance starts when it says nothing; null when a parameter decides. */
function drivenState(start: Readonly<Record<string, string>>, axis: Axis, values: Values): string | null {
  const said = values[stateProperty(axis.id)]
  return typeof said === 'string' ? said : (start[axis.id] ?? (axis.boundTo === null ? axis.start : null))
}
