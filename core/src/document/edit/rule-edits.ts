import type { Action, Rule } from '../rule'
import type { Id } from '../value'
import type { Edit } from './edit'
import type { Path } from './path'

/** Whose rules: those of a component, by its id, or those of a screen. */
export type RuleOwner = Id | { readonly screen: Id }

const rulesPath = (owner: RuleOwner): Path => [...(typeof owner === 'object' ? ['screens', owner.screen] : ['components', owner]), 'rules']

export const rulePath = (owner: RuleOwner, rule: Id): Path => [...rulesPath(owner), rule]

export const addRule = (owner: RuleOwner, rule: Rule): Edit =>
  ({ edit: 'insert', path: rulesPath(owner), item: rule, before: null })

export const removeRule = (owner: RuleOwner, rule: Id): Edit => ({ edit: 'remove', path: rulesPath(owner), id: rule })

export const setRuleField = <K extends 'trigger' | 'part' | 'guard' | 'target' | 'within' | 'letThrough'>(
  owner: RuleOwner, rule: Id, field: K, to: Rule[K],
): Edit => ({ edit: 'set', path: [...rulePath(owner, rule), field], to })

export const addAction = (owner: RuleOwner, rule: Id, action: Action): Edit => ({ edit: 'insert', path: [...rulePath(owner, rule), 'actions'], item: action, before: null })

export const removeAction = (owner: RuleOwner, rule: Id, action: Id): Edit => ({ edit: 'remove', path: [...rulePath(owner, rule), 'actions'], id: action })

/** Says anew what an action does. */
export const setAction = (owner: RuleOwner, rule: Id, action: Action): Edit => ({ edit: 'set', path: [...rulePath(owner, rule), 'actions', action.id], to: action })
