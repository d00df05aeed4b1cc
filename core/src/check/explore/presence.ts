import { certain, decidedState, type DataTable, type Id } from '../../document'
import { axisAt, keptAt, type Content } from '../../machine'
import { isFleeting } from './fleeting'
import type { Instant } from './instant'
import type { NetAxis, NetItem } from './network'
import { keptLeaving, PRESENCE, type Configuration } from './occasion'
import { addedIds } from './tables'
import { itemOfThing, type Thing } from './things'

/** What stands on its own begins, with what is inside it; of several screens the one where a run does. */
export function beginAnew(instant: Instant): void {
  for (const thing of instant.network.things) {
    if (thing.holder !== null && (instant.network.has(thing.holder) || instant.network.holderOf(thing)?.shown)) continue
    const item = instant.network.items.get(thing)
    if (thing.shown && !thing.shown.isStart && item) vanish(instant, item)
    else beginSurface(instant, thing)
  }
}

/** Starts a screen or overlay, or a component alone, at rest. */
export function beginSurface(instant: Instant, thing: Thing): void {
  const item = instant.network.items.get(thing)
  if (item) instant.configuration[item.at] = PRESENCE.there
  rank(instant.network.stackAt, instant.configuration, thing, true)
  restart(instant, thing)
  instant.interpreter.appear(thing)
  if (!thing.shown) return
  for (const inner of instant.manner.detachedIn(thing)) {
    restart(instant, inner)
    instant.interpreter.appear(inner)
  }
}

/** What a thing holds begins inside it. */
export function fill(instant: Instant, thing: Thing): void {
  const inside = instant.manner.insideOf(thing)
  if (inside.length === 0) return
  for (const inner of inside) {
    const item = instant.network.items.get(inner)
    if (item) vanish(instant, item)
    else instant.coming.add(inner)
  }
  instant.arranger.arrange(thing, null, instant.heldBy(thing))
}

/** Starts something inside a thing. */
export function beginPresence(instant: Instant, thing: Thing, { step, ...given }: Content): Thing {
  const inner = certain(instant.manner.insideAt(thing, step))
  const item = instant.network.items.get(inner)
  if (item) instant.configuration[item.at] = PRESENCE.there
  instant.coming.delete(inner)
  restart(instant, inner, given)
  return inner
}

/** Puts a thing where it begins, with what it is given now. */
function restart(instant: Instant, thing: Thing, given?: Pick<Content, 'parameters' | 'states'>): void {
  instant.manner.restart(instant.configuration, thing)
  instant.markShown(thing)
  for (const kept of instant.network.namesOfThing(thing).values()) if (kept.thing === thing && given && kept.name in given.parameters) instant.configuration[kept.at] = kept.domain.numberOf(given.parameters[kept.name])
  for (const axis of instant.network.axesOfThing(thing)) instant.configuration[axis.at] = startOf(instant, axis, given)
}

/** The state an axis begins in: the one its holder wants, else the one a name decides, else its own. */
function startOf(instant: Instant, axis: NetAxis, given: Pick<Content, 'states'> | undefined): number {
  const of = axisAt(axis.thing.compiled, axis.own)
  const wanted = given?.states[of.id]
  if (wanted !== undefined) return axis.states.indexOf(wanted)
  const decided = decidedState(of, instant.namesOf(axis.thing))
  return decided ? axis.states.indexOf(decided.id) : axis.start
}

/** What was on its way out turns back. */
export function keepPresence(instant: Instant, thing: Thing, content: Content): void {
  const item = itemIn(instant, thing, content)
  if (!item) return
  instant.leaving.delete(item)
  instant.configuration[item.at] = PRESENCE.there
}

/** What takes no time to go is gone at once, but not before it has been told. */
export function dismissPresence(instant: Instant, thing: Thing, content: Content): void {
  const item = itemIn(instant, thing, content)
  if (!item) return
  const mostMs = content.part.kind === 'list' && !isFleeting(instant.network, item.thing) ? instant.manner.wayOut(item.thing, instant.statesOf(item.thing)) : 0
  if (mostMs > 0) {
    instant.configuration[item.at] = keptLeaving(instant.network.spanIndex({ least: 0, most: mostMs, policy: 'continue' }))
    instant.isExact = false
    instant.start(instant.network.itemClock(item))
  } else if (content.part.kind === 'list' && item.thing.compiled.rulesOn.has('hidden')) instant.leaving.add(item)
  else vanish(instant, item)
}

function itemIn({ manner, network }: Instant, thing: Thing, { step }: Content): NetItem | undefined {
  const inner = manner.insideAt(thing, step)
  return inner && network.items.get(inner)
}

/** What is not there is as it will be when it comes, with all that stands inside it. */
export function vanish({ manner, configuration, network }: Instant, { thing, at }: NetItem): void {
  for (const inner of [thing, ...manner.allInside(thing)]) {
    manner.restart(configuration, inner)
    rank(network.recencyAt, configuration, inner, false)
    const item = network.items.get(inner)
    if (item) configuration[item.at] = PRESENCE.gone
  }
  rank(network.stackAt, configuration, thing, false)
  configuration[at] = PRESENCE.gone
}

/** A screen or overlay has come all the way in. */
export function arrive(instant: Instant, item: NetItem): void {
  instant.configuration[item.at] = PRESENCE.there
  instant.marks.push({ what: 'arrived', item })
}

/** Of those that are kept in an order a thing comes to be the last, or is not there any more. */
export function rank(ranksAt: ReadonlyMap<Thing, number>, configuration: Configuration, thing: Thing, isThere: boolean): void {
  const own = ranksAt.get(thing)
  if (own === undefined) return
  const before = keptAt(configuration, own)
  const others = [...ranksAt.values()].filter((at) => at !== own)
  if (before > 0) for (const at of others) if (keptAt(configuration, at) > before) configuration[at] = keptAt(configuration, at) - 1
  configuration[own] = isThere ? others.filter((at) => keptAt(configuration, at) > 0).length + 1 : 0
}

/** An id for a record more of a table: the first that no record has, and no item that is still on its way out. Undefined where so many are not told apart. */
export function freeRecordId(instant: Instant, table: DataTable): Id | undefined {
  const { project, things } = instant.network
  const isHad = (id: Id) => table.records.some((record) => record.id === id) || things.some((thing) => itemOfThing(project, thing)?.record === id && instant.isThere(thing))
  return addedIds(project, certain(instant.tableAsDrawn(table.id))).find((id) => !isHad(id))
}
