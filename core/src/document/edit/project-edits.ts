import type { Component } from '../component'
import type { Parameter } from '../rule'
import type { Id } from '../value'
import type { Edit } from './edit'
import { inProject, setAt, insertInto, removeFrom } from './place'

export const renameProject = (name: string): Edit => setAt(inProject('name'), name)

export const addComponent = (component: Component): Edit =>
  insertInto(inProject('components'), component)

export const removeComponent = (id: Id): Edit => removeFrom(inProject('components'), id)

export const renameComponent = (component: Id, name: string): Edit =>
  setAt(inProject('components', component, 'name'), name)

export const addParameter = (component: Id, parameter: Parameter): Edit =>
  insertInto(inProject('components', component, 'parameters'), parameter)

export const removeParameter = (component: Id, parameter: Id): Edit =>
  removeFrom(inProject('components', component, 'parameters'), parameter)
