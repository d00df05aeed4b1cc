import { certain, expressionsOfList, isExpression, isOfItem, isTable, parameterProperty, type Id, type ListPart, type Worth } from '../../document'
import { itemEnvironment, nameOfTable, namesOr } from '../../expression'
import { keptAt, throughFields, type Compiled, type Content } from '../../machine'
import type { Names } from '../../semantics'
import { UNKNOWN } from './domain'
import { mayStay } from './fleeting'
import type { Instant } from './instant'
import { saidOf } from './names'
import type { NetItem } from './network'
import { oncePerNetwork } from './once'
import { contentsIn, itemOfThing, type Thing } from './things'

/** What a thing holds, by the last steps of their paths. */
export type Held = ReadonlyMap<string, Content>

export const NOTHING_HELD: Held = new Map()

/** The states of a thing and what its names stand for; undefined where nobody knows. */
export interface Situated {
  readonly states: readonly Id[]
  readonly names: Names
}

/** What a thing holds of some things, as far as that is known: of lists nobody knows the items of, none. What it gives them is undefined where nobody knows. */
export function heldIn(thing: Thing, inside: readonly Thing[], { states, names }: Situated): Held {
  const known: Record<string, Worth> = {}
  const unknown = new Set<string>()
  for (const [name, value] of Object.entries(names)) {
    if (value === undefined) unknown.add(name)
    else known[name] = value
  }
  const unsure = unsureLists(thing, unknown)
  const isLookedAt = ({ step, part, compiled }: Content) => !unsure.has(part.id) && inside.some((inner) => inner.step === step && inner.compiled.component.id === compiled.component.id)
  const contents = contentsIn(thing.project, thing, states, { ...thing.environment, ...known }).filter(isLookedAt)
  return new Map(contents.map((content) => [content.step, unknown.size === 0 ? content : { ...content, parameters: { ...content.parameters, ...unknownOf(thing, content, unknown) } }]))
}

/** The lists of a thing of which nobody knows which items they have. */
const unsureLists = ({ compiled }: Thing, unknown: ReadonlySet<string>): ReadonlySet<Id> =>
  new Set(unknown.size === 0 ? [] : listsOf(compiled).flatMap(({ part, asks }) => (asks.some((name) => unknown.has(name)) ? [part] : [])))

/** The lists of a component, with the names that decide which items they have. */
function listsOf(compiled: Compiled): readonly AskingList[] {
  const { component, project } = compiled
  const known = asking.get(compiled) ?? component.parts.flatMap((part): AskingList[] => {
    if (part.kind !== 'list') return []
    const table = project.tables.find(({ id }) => id === part.table)
    return [{ part: part.id, asks: [...throughFields(component, expressionsOfList(part).flatMap(namesOr)), ...(table ? [nameOfTable(table)] : [])] }]
  })
  asking.set(compiled, known)
  return known
}

interface AskingList {
  readonly part: Id
  readonly asks: readonly string[]
}

const asking = new WeakMap<Compiled, readonly AskingList[]>()

/** What a thing gives something inside by expressions with names that nobody knows. */
function unknownOf({ compiled: { component } }: Thing, { part, compiled }: Content, unknown: ReadonlySet<string>): Readonly<Record<string, undefined>> {
  const said = saidOf(component, part.id)
  return Object.fromEntries(compiled.component.parameters.flatMap(({ id, name }) =>
    (said.some(([property, value]) => property === parameterProperty(id) && isExpression(value) && throughFields(component, namesOr(value.expr)).some((each) => unknown.has(each))) ? [[name, undefined]] : [])))
}

/** An item of a list nobody knows the items of: what its record holds is known as long as its table is, and nothing else of what it is given. */
function unsureItem({ network, configuration }: Instant, holder: Thing, thing: Thing): Content {
  const { step, compiled } = thing
  const { list, names, table: tableName, record: id } = listed(network, thing)
  const kept = tableName === null ? undefined : network.nameFor(holder, tableName)
  const table = kept?.domain.valueOf(keptAt(configuration, kept.at))
  const record = isTable(table) ? table.records.find((each) => each.id === id) : undefined
  const columns = isTable(table) && record ? itemEnvironment(table, record) : {}
  return { step, part: list, compiled, parameters: Object.fromEntries(names.map((name) => [name, columns[name]])), states: {} }
}

/** The list an item is of, the names it is given, and the table and record it shows. */
const listed = oncePerNetwork((network, thing) => {
  const list = certain(thing.holder?.compiled.component.parts.find((each): each is ListPart => each.id === thing.part && each.kind === 'list'))
  const given = new Set(thing.compiled.component.parameters.map(({ name }) => name))
  const item = itemOfThing(network.project, thing)
  return { list, names: [...network.namesOfThing(thing).keys()].filter((name) => given.has(name) || isOfItem(name)), table: item && nameOfTable(item.table), record: item?.record }
})

/** What a thing holds, with the items that are there of lists nobody knows the items of; all that may be, where nothing follows from one's going. */
export function withUnsure(instant: Instant, thing: Thing, held: Held): Held {
  const lists = unsureListsNow(instant, thing)
  if (lists.size === 0) return held
  const unsure = instant.manner.insideOf(thing).filter((inner) => inner.part !== null && lists.has(inner.part) && (mayStay(instant.network, inner) || (instant.isThere(inner) && !instant.isLeaving(inner))))
  return unsure.length === 0 ? held : new Map([...held, ...unsure.map((inner) => [inner.step, unsureItem(instant, thing, inner)] as const)])
}

/** What is held, with nothing known of what is given what nobody knows: it may be given something else. The very same where there is no such. */
export const withoutUnknown = (held: Held): Held =>
  ([...held.values()].some(givesUnknown) ? new Map([...held].map(([step, content]) => [step, givesUnknown(content) ? { ...content, parameters: {} } : content])) : held)

const givesUnknown = ({ parameters }: Content): boolean => Object.values(parameters).includes(undefined)

/** The lists of a thing of which nobody knows now which items they have. */
function unsureListsNow({ network, configuration }: Instant, thing: Thing): ReadonlySet<Id> {
  if (!thing.compiled.holders.some(({ part }) => part.kind === 'list')) return NONE
  return unsureLists(thing, new Set([...network.namesOfThing(thing)].flatMap(([name, { at }]) => (configuration[at] === UNKNOWN ? [name] : []))))
}

const NONE: ReadonlySet<Id> = new Set()

/** Whether something is an item of a list nobody knows the items of. */
export const isUnsure = (instant: Instant, { holder, part }: Thing): boolean => holder !== null && part !== null && unsureListsNow(instant, holder).has(part)

/** What the kept names of a thing stand for; undefined where nobody knows. */
export const namesOrUnknown = ({ network, configuration }: Instant, thing: Thing): Names =>
  Object.fromEntries([...network.namesOfThing(thing)].map(([name, { domain, at }]) => [name, domain.valueOf(keptAt(configuration, at))]))

/** An item comes or goes of which nobody knows whether it is there. */
export function drift(instant: Instant, { thing }: NetItem): void {
  const { holder } = thing
  if (!holder || !instant.isThere(holder)) return
  const had = instant.heldBy(holder)
  const has = new Map(had)
  if (!has.delete(thing.step)) has.set(thing.step, unsureItem(instant, holder, thing))
  instant.isExact = false
  instant.interpreter.asStep(() => instant.arranger.arrange(holder, had, has))
}
