import { areIdentified, fieldsOf, touchedBy, type Component, type Edit, type Screen } from '@rheoscope/core/document'

/** One of each list. */
const ONE_OF: Readonly<Record<string, string>> = {
  parts: 'part', axes: 'axis', states: 'state', groups: 'group', rules: 'rule', parameters: 'parameter', variables: 'variable', combinations: 'combination', pairs: 'motion', sizes: 'size',
}

/** What an edit of a component or screen changes, by name, each once: `Changes “plate”, “over”, a new rule.` */
export function whatChanges(owner: Component | Screen, edit: Edit): string {
  const things = touchedBy(edit).map(([, , list = '', id, inner, innerId]) => (list === 'axes' && inner !== undefined && inner in ONE_OF ? thingIn(thing(owner, list, id), inner, innerId) : thingIn(owner, list, id)))
  return `Changes ${[...new Set(things)].join(', ')}.`
}

function thing(owner: object, list: string, id: string | undefined): object {
  const things = fieldsOf(owner)[list]
  return (areIdentified(things) ? things.find((each) => each.id === id) : undefined) ?? {}
}

function thingIn(owner: object, list: string, id: string | undefined): string {
  const one = ONE_OF[list]
  if (one === undefined) return list
  const found = fieldsOf(thing(owner, list, id))
  if (found.id === undefined) return `a new ${one}`
  return typeof found.name === 'string' ? `“${found.name}”` : `a ${one}`
}
