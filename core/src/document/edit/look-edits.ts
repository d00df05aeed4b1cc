import type { CombinationLook, Component } from '../component'
import type { Look, PropertyValues } from '../look'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import { inProject, inside, setAt, insertInto, removeFrom } from './place'
import { lookAt, lookPath, type OwnLookPlace } from './look-place'

/** What a look changes, by the names of the parts, so that it can be given to looks of other components too. */
export interface LookClip {
  readonly format: 'rheoscope-look'
  readonly parts: Readonly<Record<string, PropertyValues>>
}

/** A look as something that can be pasted elsewhere, by the names of the parts. */
export function lookClipOf(component: Component, place: OwnLookPlace): LookClip {
  return { format: 'rheoscope-look', parts: lookByNames(component, lookAt(component, place)) }
}

/** What a look changes, by the names of the parts. */
export const lookByNames = ({ parts }: Pick<Component, 'parts'>, look: Look): LookClip['parts'] =>
  Object.fromEntries(parts.flatMap(({ id, name }) => (look[id] ? [[name, look[id]] as const] : [])))

/**
 * Gives looks what a clip changes, on top of what they change already. Parts go by their names; those this component
 * does not have are left out. Null when none is left.
 */
export function pasteLook(component: Component, places: readonly OwnLookPlace[], clip: LookClip): Edit | null {
  const edits = places.flatMap((place) => {
    const look = lookAt(component, place)
    return component.parts.flatMap(({ id, name }): Edit[] => {
      const said = clip.parts[name]
      return said ? [setAt(inside(lookPath(component, place), id), { ...look[id], ...said })] : []
    })
  })
  return edits.length > 0 ? batch(...edits) : null
}

/** Takes back everything a look changes. */
export const clearLook = (component: Component, place: OwnLookPlace): Edit => setAt(lookPath(component, place), {})

/** A look for several axes in given states at once. */
export const addCombination = (component: Id, combination: CombinationLook): Edit =>
  insertInto(inProject('components', component, 'combinations'), combination)

/** An edit that takes away the look of a combination of states. */
export const removeCombination = (component: Id, combination: Id): Edit => removeFrom(inProject('components', component, 'combinations'), combination)
