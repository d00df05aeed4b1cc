import type { Action, Rule } from '../rule'
import type { Id } from '../value'
import type { Edit } from './edit'
import { fieldOf, inProject, inside, setAt, insertInto, removeFrom, type Place } from './place'

/** Whose rules: those of a component, by its id, or those of a screen. */
export type RuleOwner = Id | { readonly screen: Id }

const rulesPath = (owner: RuleOwner): Place<readonly Rule[]> => (typeof owner === 'object' ? inProject('screens', owner.screen, 'rules') : inProject('components', owner, 'rules'))

/** Where a rule is in the project. */
export const rulePath = (owner: RuleOwner, rule: Id): Place<Rule> => inside(rulesPath(owner), rule)

/** An edit that adds a rule. */
export const addRule = (owner: RuleOwner, rule: Rule): Edit =>
  insertInto(rulesPath(owner), rule)

/** An edit that takes out a rule. */
export const removeRule = (owner: RuleOwner, rule: Id): Edit => removeFrom(rulesPath(owner), rule)

/** An edit that says one thing of a rule anew. */
export const setRuleField = <K extends 'trigger' | 'part' | 'guard' | 'target' | 'within' | 'letThrough' | 'alsoAfterLeaving'>(
  owner: RuleOwner, rule: Id, field: K, to: Rule[K],
): Edit => setAt(fieldOf(rulePath(owner, rule), field), to)

/** An edit that adds an action to a rule. */
export const addAction = (owner: RuleOwner, rule: Id, action: Action): Edit => insertInto(inside(rulePath(owner, rule), 'actions'), action)

/** An edit that takes an action out of a rule. */
export const removeAction = (owner: RuleOwner, rule: Id, action: Id): Edit => removeFrom(inside(rulePath(owner, rule), 'actions'), action)

/** Says anew what an action does. */
export const setAction = (owner: RuleOwner, rule: Id, action: Action): Edit => setAt(inside(rulePath(owner, rule), 'actions', action.id), action)
