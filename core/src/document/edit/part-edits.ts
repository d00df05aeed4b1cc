import { certain, itemAt } from '../certain'
import type { Component, State } from '../component'
import type { PropertyValues } from '../look'
import type { Loop } from '../motion'
import { childrenOf, withDescendants, type Part } from '../part'
import { propertyDefinition } from '../property'
import type { Action } from '../rule'
import type { Id, Value } from '../value'
import { batch, type Edit } from './edit'
import { renamingPart, reworded, rewordedAwaited } from './expression-uses'
import type { Path } from './path'
import { inProject, inside, setAt, unsetAt, insertInto, removeFrom, moveWithin, type Place } from './place'
import { lookAt, lookPath, lookPlaces, restingLooks, stageLooks, type LookPlace, type OwnLookPlace } from './look-place'
import { motionOf, motionPath, motionPlaces, type MotionPlace } from './motion-edits'
import { removeAction, removeRule } from './rule-edits'

const partPath = (component: Id, part: Id) => inProject('components', component, 'parts', part)

/** Puts a part on top of its siblings, or before the sibling of that id. */
export const addPart = (component: Id, part: Part, before: Id | null = null): Edit =>
  insertInto(inProject('components', component, 'parts'), part, before)

/** Renames a part with everything its component reads of it. */
export function renamePart(component: Component, part: Id, name: string): Edit {
  const within = renamingPart(component.parts, part, name)
  return batch(setAt(inside(partPath(component.id, part), 'name'), name), ...reworded(component, within), ...rewordedAwaited(component.id, component.rules, within))
}

/** Says a property of a part in one look. */
export function setProperty(component: Component, place: LookPlace, part: Id, property: string, value: Value): Edit {
  if (place.look === 'base') {
    return setAt(inside(partPath(component.id, part), 'base', property), value)
  }
  const path = lookPath(component, place)
  return lookAt(component, place)[part]
    ? setAt(inside(path, part, property), value)
    : setAt(inside(path, part), { [property]: value })
}

export interface Said {
  readonly part: Id
  readonly property: string
  readonly value: Value
}

/** Says several properties of several parts in one look. */
export function setProperties(component: Component, place: LookPlace, said: readonly Said[]): Edit {
  if (place.look === 'base') return batch(...said.map(({ part, property, value }) => setProperty(component, place, part, property, value)))
  const path = lookPath(component, place)
  const begun = new Set<Id>()
  return batch(...said.map(({ part, property, value }): Edit => {
    if (begun.has(part)) return setAt(inside(path, part, property), value)
    begun.add(part)
    return setProperty(component, place, part, property, value)
  }))
}

/** Says a property in all looks: in the base look, with every other look's own word on it taken back. */
export function setPropertyEverywhere(component: Component, part: Id, property: string, value: Value): Edit {
  return batch(setProperty(component, { look: 'base' }, part, property, value), ...takeBackEverywhere(component, part, property))
}

/** Takes back what one look says about a property, so that the base look shows again. */
export function takeBackProperty(component: Component, place: OwnLookPlace, part: Id, property: string): Edit {
  const path = lookPath(component, place)
  const said = lookAt(component, place)[part] ?? {}
  const isLast = Object.keys(said).every((name) => name === property)
  return unsetAt(isLast ? inside(path, part) : inside(path, part, property))
}

/** Takes back what the base look says about a property, so that it is as it is initially. */
export const takeBackFromBase = (component: Id, part: Id, property: string): Edit => unsetAt(inside(partPath(component, part), 'base', property))

const takeBackEverywhere = (component: Component, part: Id, property: string): Edit[] =>
  lookPlaces(component).filter((place) => lookAt(component, place)[part]?.[property] !== undefined).map((place) => takeBackProperty(component, place, part, property))

/** Takes out a part, all that is inside it, and every word looks, rules and motions say about them. */
export const removePart = (component: Component, part: Id): Edit => removeParts(component, [part])

/** The same for several parts at once, also where what is said about one is in what is said about another. */
export function removeParts(component: Component, parts: readonly Id[]): Edit {
  const doomed = [...new Set(parts.flatMap((part) => withDescendants(component.parts, part).map(({ id }) => id)))]
  const isDoomed = (id: Id | null): boolean => id !== null && doomed.includes(id)
  const rules = component.rules.filter((rule) => isDoomed(rule.part))
  const isKept = (place: MotionPlace) => !(place.of === 'list' && isDoomed(place.part)) && !('rule' in place && rules.some(({ id }) => id === place.rule)) && !(place.of === 'pulse' && isAbout(actionAt(component, place), isDoomed))
  const places = motionPlaces(component).filter(isKept)
  return batch(
    ...[...restingLooks(component), ...stageLooks(component, places)].flatMap((place) =>
      doomed.filter((id) => lookAt(component, place)[id] !== undefined).map((id): Edit => unsetAt(inside(lookPath(component, place), id)))),
    ...component.axes.flatMap(({ id, states }) => states.flatMap(({ id: state, loop }) => (loop ? withoutInTurn(inProject('components', component.id, 'axes', id, 'states', state, 'loop'), loop, doomed) : []))),
    ...places.flatMap((place) => (motionOf(component, place)?.lanes ?? []).filter((lane) => isDoomed(lane.part)).map(({ id }): Edit => removeFrom(inside(certain(motionPath(component, place)), 'lanes'), id))),
    ...component.rules.filter((rule) => !rules.includes(rule)).flatMap((rule) => rule.actions.filter((action) => isAbout(action, isDoomed)).map(({ id }) => removeAction(component.id, rule.id, id))),
    ...rules.map((rule) => removeRule(component.id, rule.id)),
    ...referencesTo(component, doomed),
    ...doomed.toReversed().map((id): Edit => removeFrom(inProject('components', component.id, 'parts'), id)),
  )
}

/** Takes back what parts that stay say of parts that go: that they control them, or have them active. */
function referencesTo(component: Component, doomed: readonly Id[]): readonly Edit[] {
  const isGone = ([property, value]: readonly [string, Value]) => propertyDefinition(property)?.type === 'part' && typeof value === 'string' && doomed.includes(value)
  return component.parts.filter(({ id }) => !doomed.includes(id)).flatMap(({ id, base }) => [
    ...Object.entries(base).filter(isGone).map(([property]) => takeBackFromBase(component.id, id, property)),
    ...lookPlaces(component).flatMap((place) => Object.entries(lookAt(component, place)[id] ?? {}).filter(isGone).map(([property]) => takeBackProperty(component, place, id, property))),
  ])
}

const actionAt = (component: Component, { rule, action }: { readonly rule: Id; readonly action: Id }): Action | undefined =>
  component.rules.find(({ id }) => id === rule)?.actions.find(({ id }) => id === action)

/** Whether an action does something to one of some parts. */
export function isAbout(action: Action | undefined, isOne: (part: Id) => boolean): boolean {
  switch (action?.do) {
    case 'focus':
    case 'pulse':
      return isOne(action.part)
    case 'drive':
      return isOne(action.instance)
    case 'send':
      return typeof action.recipient === 'object' && isOne(action.recipient.instance)
    default:
      return false
  }
}

/** A continuous motion without some parts; none when nothing else moves in it. */
function withoutInTurn(path: Place<State['loop']>, { to }: Loop, doomed: readonly Id[]): readonly Edit[] {
  const gone = doomed.filter((id) => to[id] !== undefined)
  if (gone.length === 0) return []
  return gone.length === Object.keys(to).length ? [setAt(path, null)] : gone.map((id) => unsetAt(inside(path, 'to', id)))
}

/** Puts a part one place up or down among its siblings; null when it already is at that end. */
export function reorderPart(component: Component, part: Part, towards: 'front' | 'back'): Edit | null {
  const siblings = childrenOf(component.parts, part.parent)
  const index = siblings.findIndex(({ id }) => id === part.id)
  const path = inProject('components', component.id, 'parts')
  if (towards === 'front') {
    if (index === siblings.length - 1) return null
    return moveWithin(path, part.id, siblings[index + 2]?.id ?? null)
  }
  if (index <= 0) return null
  return moveWithin(path, part.id, itemAt(siblings, index - 1).id)
}

/** Moves a part into another container. */
export const reparent = (component: Id, part: Id, parent: Id): Edit =>
  setAt(inside(partPath(component, part), 'parent'), parent)

/**
 * Makes another kind of thing of something drawn, in its place and under its id: what it is said to be like goes on to hold as far as that
 * kind has it, in every look and motion; what it lacks is as `fresh` says. An instance is as large as its component. Null for an instance,
 * slot or list, for the root, and for what holds other parts unless it becomes a container.
 *
 * @param said what the base look says of it from now on, whatever it said before
 */
export function turnInto(component: Component, id: Id, fresh: Part, said: PropertyValues = {}): Edit | null {
  const part = component.parts.find((each) => each.id === id)
  if (!part || part.parent === null || HELD.includes(part.kind) || (childrenOf(component.parts, id).length > 0 && fresh.kind !== 'container')) return null
  const has = (property: string) => propertyDefinition(property)?.kinds.includes(fresh.kind) === true && !(fresh.kind === 'instance' && (property === 'width' || property === 'height'))
  const base = { ...fresh.base, ...Object.fromEntries(Object.entries(part.base).filter(([property]) => has(property))), ...said }
  return batch(
    setAt(partPath(component.id, id), { ...ofAnyKind(part), ...fresh, id, parent: part.parent, base }),
    ...lookPlaces(component).flatMap((place) => withoutProperties(inside(lookPath(component, place), id), lookAt(component, place)[id], has)),
    ...component.axes.flatMap((axis) => axis.states.flatMap(({ id: state, loop }) => (loop ? withoutProperties(inside(inProject('components', component.id, 'axes', axis.id, 'states', state), 'loop', 'to', id), loop.to[id], has) : []))),
    ...motionPlaces(component).flatMap((place) => (motionOf(component, place)?.lanes ?? [])
      .filter((lane) => lane.part === id && lane.property !== null && !has(lane.property))
      .map((lane) => removeFrom(inside(certain(motionPath(component, place)), 'lanes'), lane.id))),
  )
}

/** What stands for something elsewhere: rules put it into states and send it messages. */
const HELD: readonly Part['kind'][] = ['instance', 'slot', 'list']

/** What a part is whatever its kind: what one writes in a field goes with the field. */
function ofAnyKind(part: Part): Omit<Part, 'kind'> {
  if (part.kind === 'field') {
    const { kind: _kind, writes: _writes, accepts: _accepts, waitsMs: _waitsMs, ...left } = part
    return left
  }
  const { kind: _kind, ...left } = part
  return left
}

/** Takes out of what is said of a part, at a path, what it is not any more. */
function withoutProperties(path: Path, said: PropertyValues | undefined, has: (property: string) => boolean): readonly Edit[] {
  const all = Object.keys(said ?? {})
  const gone = all.filter((property) => !has(property))
  return gone.length === all.length && gone.length > 0 ? [unsetAt(path)] : gone.map((property) => unsetAt([...path, property]))
}
