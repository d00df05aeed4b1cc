import type { Component } from '../component'
import type { Parameter } from '../rule'
import type { Id } from '../value'
import type { Edit } from './edit'
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
