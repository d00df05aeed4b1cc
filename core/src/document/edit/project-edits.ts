import type { Component } from '../component'
import type { Parameter } from '../rule'
import type { Id } from '../value'
import type { Edit } from './edit'

export const renameProject = (name: string): Edit => ({ edit: 'set', path: ['name'], to: name })

export const addComponent = (component: Component): Edit =>
  ({ edit: 'insert', path: ['components'], item: component, before: null })

export const removeComponent = (id: Id): Edit => ({ edit: 'remove', path: ['components'], id })

export const renameComponent = (component: Id, name: string): Edit =>
  ({ edit: 'set', path: ['components', component, 'name'], to: name })

export const addParameter = (component: Id, parameter: Parameter): Edit =>
  ({ edit: 'insert', path: ['components', component, 'parameters'], item: parameter, before: null })

export const removeParameter = (component: Id, parameter: Id): Edit =>
  ({ edit: 'remove', path: ['components', component, 'parameters'], id: parameter })
