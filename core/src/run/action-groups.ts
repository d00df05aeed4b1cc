import type { Action } from '../document'

/** Actions that begin together: each one with those after it that are to go together with it. */
export function inGroups(actions: readonly Action[]): readonly (readonly Action[])[] {
  const groups: Action[][] = []
  for (const action of actions) {
    const last = groups.at(-1)
    if (action.together && last) last.push(action)
    else groups.push([action])
  }
  return groups
}
