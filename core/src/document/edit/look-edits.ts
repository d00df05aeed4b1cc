import type { Component, State } from '../component'
import type { PropertyValues } from '../part'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import { lookPath } from './part-edits'

/** What a look changes, by the names of the parts, so that it can be given to looks of other components too. */
export interface LookClip {
  readonly format: 'rheoscope-look'
  readonly parts: Readonly<Record<string, PropertyValues>>
}

/** Where a state's look is kept. */
export interface StatePlace {
  readonly axis: Id
  readonly state: Id
}

export const lookClipOf = (component: Component, state: State): LookClip => ({
  format: 'rheoscope-look',
  parts: Object.fromEntries(component.parts.filter(({ id }) => state.look[id] !== undefined).map(({ id, name }) => [name, state.look[id]!])),
})

/**
 * Gives looks what a clip changes, on top of what they change already. Parts go by their names; those this component
 * does not have are left out. Null when none is left.
 */
export function pasteLook(component: Component, places: readonly StatePlace[], clip: LookClip): Edit | null {
  const edits = places.flatMap(({ axis, state }) => {
    const look = component.axes.find(({ id }) => id === axis)?.states.find(({ id }) => id === state)?.look
    if (!look) return []
    return component.parts.flatMap(({ id, name }): Edit[] => {
      const said = clip.parts[name]
      return said ? [{ edit: 'set', path: [...lookPath(component.id, { look: 'state', axis, state }), id], to: { ...look[id], ...said } }] : []
    })
  })
  return edits.length > 0 ? batch(...edits) : null
}

/** Takes back everything a look changes. */
export const clearLook = (component: Id, axis: Id, state: Id): Edit => ({ edit: 'set', path: lookPath(component, { look: 'state', axis, state }), to: {} })
