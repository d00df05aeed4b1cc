import type { Action, Rule } from '../document'

const known = new WeakMap<readonly Action[], readonly (readonly Action[])[]>()

/** The actions of a rule in groups that begin together: each one with those after it that are to go together with it. */
export function groupsOf({ actions }: Rule): readonly (readonly Action[])[] {
  const groups = known.get(actions) ?? inGroups(actions)
  known.set(actions, groups)
  return groups
}

function inGroups(actions: readonly Action[]): readonly (readonly Action[])[] {
  const groups: Action[][] = []
  for (const action of actions) {
    const last = groups.at(-1)
    if (action.together && last) last.push(action)
    else groups.push([action])
  }
  return groups
}
