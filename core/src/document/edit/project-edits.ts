import type { Component } from '../component'
import type { NewId } from '../defaults'
import { freeName, namesOf } from '../free-name'
import type { Project } from '../project'
import type { Parameter } from '../rule'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import { inProject, setAt, insertInto, removeFrom } from './place'

/** An edit that renames the project. */
export const renameProject = (name: string): Edit => setAt(inProject('name'), name)

/** An edit that adds a component. */
export const addComponent = (component: Component): Edit =>
  insertInto(inProject('components'), component)

/** An edit that takes out a component. */
export const removeComponent = (id: Id): Edit => removeFrom(inProject('components'), id)

/** An edit that renames a component. */
export const renameComponent = (component: Id, name: string): Edit =>
  setAt(inProject('components', component, 'name'), name)

/** An edit that adds a parameter. */
export const addParameter = (component: Id, parameter: Parameter): Edit =>
  insertInto(inProject('components', component, 'parameters'), parameter)

/** An edit that takes out a parameter. */
export const removeParameter = (component: Id, parameter: Id): Edit =>
  removeFrom(inProject('components', component, 'parameters'), parameter)

/** Components once more, with everything in them, each after the one it is like and under a name of its own; those of one another that are inside them stay the ones there are. */
export function duplicateComponents(project: Project, ids: readonly Id[], newId: NewId): { readonly edit: Edit; readonly made: readonly Id[] } {
  const taken = namesOf(project.components)
  const copies = project.components.flatMap((component, index) => {
    if (!ids.includes(component.id)) return []
    const name = freeName(component.name, taken, ' ', component.name.replace(/ \d+$/, ''))
    taken.add(name)
    return [{ copy: { ...component, id: newId(name), name }, before: project.components[index + 1]?.id ?? null }]
  })
  return { edit: batch(...copies.map(({ copy, before }) => insertInto(inProject('components'), copy, before))), made: copies.map(({ copy }) => copy.id) }
}
