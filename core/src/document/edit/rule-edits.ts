import type { Rule } from '../rule'
import type { Id } from '../value'
import type { Edit } from './edit'
import type { Path } from './path'

const rulesPath = (component: Id): Path => ['components', component, 'rules']

export const rulePath = (component: Id, rule: Id): Path => [...rulesPath(component), rule]

export const addRule = (component: Id, rule: Rule): Edit =>
  ({ edit: 'insert', path: rulesPath(component), item: rule, before: null })

export const removeRule = (component: Id, rule: Id): Edit => ({ edit: 'remove', path: rulesPath(component), id: rule })

export const setRuleField = <K extends 'trigger' | 'part' | 'guard' | 'target' | 'within' | 'letThrough'>(
  component: Id, rule: Id, field: K, to: Rule[K],
): Edit => ({ edit: 'set', path: [...rulePath(component, rule), field], to })
