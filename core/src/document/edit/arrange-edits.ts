import { certain, entryOf } from '../certain'
import { rootOf, type Component } from '../component'
import type { NewId } from '../defaults'
import { freeName, namesOf } from '../free-name'
import type { Look, PropertyValues } from '../look'
import { isPartWithin, withDescendants, type Part, type PlainPart } from '../part'
import { propertyDefinition } from '../property'
import { isExpression, type Id, type Value } from '../value'
import { batch, type Edit } from './edit'
import { inProject, inside, setAt, unsetAt, removeFrom, moveWithin } from './place'
import { lookAt, lookPath, lookPlaces } from './look-place'
import { addPart, reparent, setProperty } from './part-edits'

/** Parts taken out of a component to be put into another: the parts, and what states of the same name say about them. */
export interface Clip {
  readonly format: 'rheoscope-parts'
  readonly parts: readonly Part[]
  readonly looks: readonly { readonly axis: string; readonly state: string; readonly look: Look }[]
}

/** How far a copy lies from its original, in px, so that it can be seen. */
export const COPY_OFFSET = 8

/** The topmost of the parts: those that are inside none of the others. The root is never among them. */
export function topmost({ parts }: Component, ids: readonly Id[]): readonly Part[] {
  const chosen = parts.filter(({ id, parent }) => parent !== null && ids.includes(id))
  return chosen.filter(({ id }) => !chosen.some((other) => other.id !== id && isPartWithin(parts, id, other.id)))
}

/** The parts, with everything inside them, as a clip. */
export function clipOf(component: Component, ids: readonly Id[]): Clip {
  const parts = topmost(component, ids).flatMap(({ id }) => withDescendants(component.parts, id))
  const looks = component.axes.flatMap((axis) =>
    axis.states.map((state) => ({
      axis: axis.name, state: state.name,
      look: Object.fromEntries(parts.flatMap(({ id }) => (state.look[id] ? [[id, state.look[id]] as const] : []))),
    })))
  return { format: 'rheoscope-parts', parts, looks: looks.filter(({ look }) => Object.keys(look).length > 0) }
}

/**
 * Puts a clip into a component: new identifiers throughout, into the same holders where those are there and into
 * the root otherwise, a little aside. States of the same names say of the copies what they said of the originals.
 */
export function pasteClip(component: Component, clip: Clip, newId: NewId): { readonly edit: Edit; readonly pasted: readonly Id[] } {
  const renamed = new Map(clip.parts.map(({ id, name }) => [id, newId(name)]))
  const names = namesOf(component.parts)
  const isTop = ({ parent }: Part) => parent === null || !renamed.has(parent)
  const holderOf = ({ parent }: Part) => {
    const copied = parent === null ? undefined : renamed.get(parent)
    if (copied !== undefined) return copied
    return component.parts.some(({ id, kind }) => id === parent && kind === 'container') ? parent : rootOf(component).id
  }
  const parts = clip.parts.map((part): Part => ({
    ...part, id: entryOf(renamed, part.id), parent: holderOf(part), name: nameOfCopy(part.name, names),
    base: { ...speakingOf(part.base, renamed), ...(isTop(part) ? { x: shiftedBy(part.base.x, COPY_OFFSET), y: shiftedBy(part.base.y, COPY_OFFSET) } : {}) },
  }))
  const looks = clip.looks.flatMap(({ axis: axisName, state: stateName, look }) => {
    const axis = component.axes.find(({ name }) => name === axisName) ?? component.axes[0]
    const state = axis?.states.find(({ name }) => name === stateName)
    if (!axis || !state) return []
    return Object.entries(look).map(([part, said]): Edit => setAt(inProject('components', component.id, 'axes', axis.id, 'states', state.id, 'look', entryOf(renamed, part)), clip.parts.some((each) => each.id === part && isTop(each)) ? movedBy(said, COPY_OFFSET, COPY_OFFSET) : said))
  })
  const pasted = clip.parts.filter(isTop).map(({ id }) => entryOf(renamed, id))
  return { edit: batch(...parts.map((part) => addPart(component.id, part)), ...looks), pasted }
}

/** Puts parts of one holder into a new container that lies where `frame` says, without moving anything on screen. */
export function groupParts(component: Component, ids: readonly Id[], id: Id, frame: { readonly x: number; readonly y: number; readonly width: number; readonly height: number }): Edit | null {
  const parts = topmost(component, ids)
  const [first] = parts
  if (!first || parts.some(({ parent }) => parent !== first.parent)) return null
  const group: PlainPart = { id, kind: 'container', name: freeName('group', namesOf(component.parts)), parent: first.parent, base: frame }
  return batch(addPart(component.id, group), ...parts.flatMap((part) => [reparent(component.id, part.id, id), ...movePart(component, part, -frame.x, -frame.y)]))
}

/** Takes a container away and leaves what was in it where it is on screen; null for the root and for what holds nothing. */
export function ungroupPart(component: Component, id: Id): Edit | null {
  const group = component.parts.find((part) => part.id === id)
  if (!group || group.parent === null || group.kind !== 'container') return null
  const held = component.parts.filter(({ parent }) => parent === id)
  const [x, y] = [Number(group.base.x ?? 0), Number(group.base.y ?? 0)]
  const forgotten = lookPlaces(component).filter((place) => lookAt(component, place)[id] !== undefined)
    .map((place): Edit => unsetAt(inside(lookPath(component, place), id)))
  return batch(
    ...held.flatMap((part) => [reparent(component.id, part.id, certain(group.parent)), ...movePart(component, part, x, y)]),
    ...forgotten,
    removeFrom(inProject('components', component.id, 'parts'), id),
  )
}

/** Puts a part into a container, before one of those in it, moved by what keeps it in its place on screen; null where it would hold itself. */
export function putPart(component: Component, id: Id, parent: Id, before: Id | null, by: { readonly x: number; readonly y: number }): Edit | null {
  const part = component.parts.find((each) => each.id === id)
  if (!part || part.parent === null || id === before || isPartWithin(component.parts, parent, id)) return null
  const order: Edit = moveWithin(inProject('components', component.id, 'parts'), id, before)
  return part.parent === parent ? order : batch(reparent(component.id, id, parent), order, ...movePart(component, part, by.x, by.y))
}

/** Moves a part in every look that says where it is. */
function movePart(component: Component, part: Part, dx: number, dy: number): readonly Edit[] {
  const by = { x: dx, y: dy }
  return (['x', 'y'] as const).flatMap((property) => [
    setProperty(component, { look: 'base' }, part.id, property, shiftedBy(part.base[property], by[property])),
    ...lookPlaces(component).flatMap((place) => {
      const said = lookAt(component, place)[part.id]?.[property]
      return said === undefined ? [] : [setProperty(component, place, part.id, property, shiftedBy(said, by[property]))]
    }),
  ])
}

function movedBy(said: Readonly<Record<string, Value>>, dx: number, dy: number): Readonly<Record<string, Value>> {
  return {
    ...said,
    ...(said.x === undefined ? {} : { x: shiftedBy(said.x, dx) }),
    ...(said.y === undefined ? {} : { y: shiftedBy(said.y, dy) }),
  }
}

/** What is said of a copied part: of the copies, where it refers to other parts that were copied with it. */
export const speakingOf = (base: PropertyValues, ids: ReadonlyMap<Id, Id>): PropertyValues =>
  Object.fromEntries(Object.entries(base).map(([property, value]) => [property, propertyDefinition(property)?.type === 'part' && typeof value === 'string' ? (ids.get(value) ?? value) : value]))

/** A length moved by some px, whether it is a number or an expression. */
export function shiftedBy(value: Value | undefined, by: number): Value {
  if (isExpression(value)) return { expr: `(${value.expr}) ${by < 0 ? '-' : '+'} ${Math.abs(by)}` }
  return typeof value === 'number' || value === undefined ? (value ?? 0) + by : value
}

/** A free name for a copy, counting on from the original's number; it is taken from then on. */
function nameOfCopy(original: string, taken: Set<string>): string {
  const name = freeName(original, taken, ' ', original.replace(/ \d+$/, ''))
  taken.add(name)
  return name
}
