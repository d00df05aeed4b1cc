import type { Component } from '../component'
import { childrenOf, withDescendants, type Part } from '../part'
import type { Id, Value } from '../value'
import { batch, type Edit } from './edit'
import { lookAt, lookPath, lookPlaces, type LookPlace, type OwnLookPlace } from './look-place'
import type { Path } from './path'

const partPath = (component: Id, part: Id): Path => ['components', component, 'parts', part]

/** Puts a part on top of its siblings, or before the sibling of that id. */
export const addPart = (component: Id, part: Part, before: Id | null = null): Edit =>
  ({ edit: 'insert', path: ['components', component, 'parts'], item: part, before })

export const renamePart = (component: Id, part: Id, name: string): Edit =>
  ({ edit: 'set', path: [...partPath(component, part), 'name'], to: name })

/** Says a property of a part in one look. */
export function setProperty(component: Component, place: LookPlace, part: Id, property: string, value: Value): Edit {
  if (place.look === 'base') {
    return { edit: 'set', path: [...partPath(component.id, part), 'base', property], to: value }
  }
  const path = lookPath(component, place)
  return lookAt(component, place)[part]
    ? { edit: 'set', path: [...path, part, property], to: value }
    : { edit: 'set', path: [...path, part], to: { [property]: value } }
}

export interface Said {
  readonly part: Id
  readonly property: string
  readonly value: Value
}

/** Says several properties of several parts in one look. */
export function setProperties(component: Component, place: LookPlace, said: readonly Said[]): Edit {
  const begun = new Set<Id>()
  return batch(...said.map(({ part, property, value }): Edit => {
    const edit = setProperty(component, place, part, property, value)
    const beginsPart = edit.edit === 'set' && edit.path.at(-1) === part
    if (beginsPart && begun.has(part)) return { edit: 'set', path: [...edit.path, property], to: value }
    if (beginsPart) begun.add(part)
    return edit
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
  return { edit: 'unset', path: isLast ? [...path, part] : [...path, part, property] }
}

/** Takes back what the base look says about a property, so that it is as it is initially. */
export const takeBackFromBase = (component: Id, part: Id, property: string): Edit => ({ edit: 'unset', path: [...partPath(component, part), 'base', property] })

const takeBackEverywhere = (component: Component, part: Id, property: string): Edit[] =>
  lookPlaces(component).filter((place) => lookAt(component, place)[part]?.[property] !== undefined).map((place) => takeBackProperty(component, place, part, property))

/** Takes out a part, all that is inside it, and every word looks, rules and motions say about them. */
export function removePart(component: Component, part: Id): Edit {
  const doomed = withDescendants(component.parts, part).map(({ id }) => id)
  return batch(
    ...lookPlaces(component).flatMap((place) =>
      doomed.filter((id) => lookAt(component, place)[id] !== undefined).map((id): Edit => ({ edit: 'unset', path: [...lookPath(component, place), id] }))),
    ...component.rules
      .filter((rule) => rule.part !== null && doomed.includes(rule.part))
      .map((rule): Edit => ({ edit: 'remove', path: ['components', component.id, 'rules'], id: rule.id })),
    ...doomed.toReversed().map((id): Edit => ({ edit: 'remove', path: ['components', component.id, 'parts'], id })),
  )
}

/** Puts a part one place up or down among its siblings; null when it already is at that end. */
export function reorderPart(component: Component, part: Part, towards: 'front' | 'back'): Edit | null {
  const siblings = childrenOf(component.parts, part.parent)
  const index = siblings.findIndex(({ id }) => id === part.id)
  const path: Path = ['components', component.id, 'parts']
  if (towards === 'front') {
    if (index === siblings.length - 1) return null
    return { edit: 'move', path, id: part.id, before: siblings[index + 2]?.id ?? null }
  }
  if (index <= 0) return null
  return { edit: 'move', path, id: part.id, before: siblings[index - 1]!.id }
}

/** Moves a part into another container. */
export const reparent = (component: Id, part: Id, parent: Id): Edit =>
  ({ edit: 'set', path: [...partPath(component, part), 'parent'], to: parent })
