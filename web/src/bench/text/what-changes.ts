import { areIdentified, fieldsOf, touchedBy, type Component, type Edit, type Path, type Screen } from '@rheoscope/core/document'

/** One of each list. */
const ONE_OF: Readonly<Record<string, string>> = {
  parts: 'part', axes: 'axis', states: 'state', groups: 'group', rules: 'rule', parameters: 'parameter', variables: 'variable', combinations: 'combination', pairs: 'motion', sizes: 'size',
}

const VERBS = ['renames', 'adds', 'takes out', 'changes'] as const

/** So many things are told one by one, of each that is done. */
const MOST = 6

interface Told {
  readonly does: (typeof VERBS)[number]
  readonly what: string
}

/** What an edit of a component or screen changes, by name, each once: `Renames “over” to “hovered”, adds a rule, changes “plate”.` */
export function whatChanges(owner: Component | Screen, edit: Edit): string {
  const told = toldOf(owner, edit)
  const said = VERBS.flatMap((verb) => {
    const whats = [...new Set(told.flatMap(({ does, what }) => (does === verb ? [what] : [])))]
    return whats.length === 0 ? [] : [`${verb} ${inShort(whats)}`]
  }).join(', ')
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}.`
}

function toldOf(owner: Component | Screen, edit: Edit): readonly Told[] {
  if (edit.edit === 'batch') return edit.edits.flatMap((each) => toldOf(owner, each))
  const [path = []] = touchedBy(edit)
  const place = placeOf(path)
  const thing = thingAt(owner, place)
  switch (edit.edit) {
    case 'insert':
      if (isWhole(edit.path, place)) return [{ does: 'adds', what: calledAs(place, edit.item) }]
      break
    case 'remove':
      if (isWhole(edit.path, place)) return [{ does: 'takes out', what: calledAs(place, thing) }]
      break
    case 'set':
      if (path.at(-1) === 'name' && isWhole(path.slice(0, -2), place)) return [{ does: 'renames', what: `${calledAs(place, thing)} to “${String(edit.to)}”` }]
      break
    case 'unset':
    case 'move':
  }
  return [{ does: 'changes', what: place.length === 1 ? (place[0] ?? '') : calledAs(place, thing) }]
}

/** The way to the innermost thing with a name of its own that a path is about, from the owner on: a state rather than its axis. */
function placeOf([, , ...inside]: Path): Path {
  const [list = '', id, inner = '', innerId] = inside
  if (id === undefined || !(list in ONE_OF)) return [list]
  return list === 'axes' && inner in ONE_OF && innerId !== undefined ? [list, id, inner, innerId] : [list, id]
}

/** Whether a list is the one a thing stands in, so that it is about the whole of the thing. */
const isWhole = (list: Path, place: Path): boolean => list.length === place.length + 1

function thingAt(owner: object, [list, id, ...inner]: Path): object {
  if (list === undefined || id === undefined) return owner
  const things = fieldsOf(owner)[list]
  const found = areIdentified(things) ? things.find((each) => each.id === id) : undefined
  return found ? thingAt(found, inner) : {}
}

function calledAs(place: Path, thing: object): string {
  const { name } = fieldsOf(thing)
  if (typeof name === 'string') return `“${name}”`
  const one = ONE_OF[place.at(-2) ?? ''] ?? 'thing'
  return /^[aeiou]/.test(one) ? `an ${one}` : `a ${one}`
}

const inShort = (whats: readonly string[]): string => (whats.length <= MOST ? whats.join(', ') : `${whats.slice(0, MOST).join(', ')} and ${whats.length - MOST} more`)
