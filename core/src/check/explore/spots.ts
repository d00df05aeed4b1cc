import { certain, textFieldsOf, theOne, type Id } from '../../document'
import { NO_CONTENTS, NOTHING_GIVEN } from '../../machine'
import { keepsTapBack, rulesAt, type EventTarget } from '../../semantics'
import type { Thing } from './things'

/** A place one can point at or put the focus on: a part something listens to, with the way outward that events on it take. */
export interface Spot {
  readonly index: number
  /** The part itself; of what the surface as a whole listens to, its root. */
  readonly at: EventTarget<Thing>
  readonly way: readonly EventTarget<Thing>[]
  /** Something listens to it, or can be dragged; not only the focus comes there. */
  readonly isListened: boolean
  readonly canFocus: boolean
}

/** The way outward from a part: each part, and each thing after its last part. */
export function wayFrom(thing: Thing, part: Id): readonly EventTarget<Thing>[] {
  const way: EventTarget<Thing>[] = []
  for (let at: Thing | null = thing, step: Id | null = part; at !== null; step = at.part, at = at.holder) {
    for (let id: Id | null = step; id !== null; id = parentOf(at, id)) way.push({ thing: at, part: id })
    way.push({ thing: at, part: null })
  }
  return way
}

const parentOf = ({ compiled }: Thing, id: Id): Id | null => compiled.component.parts.find((part) => part.id === id)?.parent ?? null

/** What a thing is like as far as one can point at it: which of its parts show and take input, and which can have the focus. */
export interface Answering {
  readonly open: ReadonlySet<Id>
  readonly focusable: ReadonlySet<Id>
}

/** Which parts of a thing answer in a situation, those around them left aside. */
export function answeringOf({ compiled, environment }: Thing, states: readonly Id[], names: Thing['environment']): Answering {
  const { values } = compiled.targetsOf({ states, environment: { ...environment, ...names }, given: NOTHING_GIVEN, contents: NO_CONTENTS, isAbsent: false })
  const ids = compiled.parts.map(({ part }) => part.id)
  return {
    open: new Set(ids.filter((_id, index) => certain(values[index]).visible !== false && certain(values[index]).receivesInput !== false)),
    focusable: new Set(ids.filter((_id, index) => certain(values[index]).focusable === true)),
  }
}

/** The spots of some things: every part a rule listens to, every root of a thing with rules of its own, and every part that can take the focus. */
export function spotsOf(things: readonly Thing[], mattersFocus: boolean): readonly Spot[] {
  const spots: Spot[] = []
  for (const thing of things) {
    const { component, root } = thing.compiled
    const listened = component.rules.map(({ part }) => part ?? root.part.id)
    const focusable = component.parts.filter(({ id }) => canFocus(thing, id)).map(({ id }) => id)
    const dragged = component.parts.filter(({ drag }) => drag !== undefined).map(({ id }) => id)
    const written = textFieldsOf(component).map(({ id }) => id)
    const touched = new Set([...listened, ...dragged, ...written])
    for (const part of new Set([...touched, ...(mattersFocus ? focusable : [])])) {
      if (!component.parts.some(({ id }) => id === part)) continue
      spots.push({ index: spots.length, at: { thing, part }, way: wayFrom(thing, part), isListened: touched.has(part), canFocus: focusable.includes(part) })
    }
  }
  return spots
}

function canFocus({ compiled }: Thing, id: Id): boolean {
  const { component } = compiled
  const looks = component.axes.flatMap(({ states }) => states.map(({ look }) => look))
  const part = theOne(component.parts, (each) => each.id === id)
  if (part.kind === 'field') return part.base.focusable !== false
  return [part.base, ...looks.map((look) => look[id] ?? {})].some(({ focusable }) => focusable !== undefined && focusable !== false)
}

/** Whether a tap on a spot is kept back until no second one can come. */
export const isKeptBack = ({ way }: Spot): boolean => keepsTapBack(way.flatMap(({ thing, part }) => rulesAt(thing.compiled, part, 'double tap')))
