import { apply, listAt, replaceAt, stepsInside, type Edit } from '../edit'
import { RheoError } from '../error'
import { freeName } from '../free-name'
import type { Project } from '../project'
import { sameValue } from '../value'
import { attempt } from './attempt'

/** So many names of one edit may be taken at once. */
const MOST_NAMES = 100

/** An edit as it can be made, and what `attempt` says of it. */
export interface Renumbered {
  readonly edit: Edit
  readonly after: Project | RheoError
}

/**
 * An edit with a number behind every name that is taken in this project: behind those of what is put in, and, for edits
 * made on an older project, also behind those that something is renamed to.
 */
export function renumbered(project: Project, wanted: Edit, which: 'put in' | 'any'): Renumbered {
  let edit = wanted
  let after = attempt(project, edit)
  for (let tries = 0; tries < MOST_NAMES && after instanceof RheoError && after.code === 'name-taken'; tries++) {
    const place = after.place.split('/')
    const taken = new Set(siblingNames(apply(project, edit), place))
    const next = withNameAt(edit, place, (name) => freeName(name, taken, ' ', name.replace(/ \d+$/, '')), which)
    if (next === edit) break
    edit = next
    after = attempt(project, edit)
  }
  return { edit, after }
}

/** The names of what is in the list in which something is. */
const siblingNames = (project: Project, place: readonly string[]): readonly string[] =>
  listAt(project, place.slice(0, -2)).flatMap((sibling) => ('name' in sibling && typeof sibling.name === 'string' ? [sibling.name] : []))

/** An edit that gives another name at a place, wherever in it that name is given. */
function withNameAt(edit: Edit, place: readonly string[], to: (name: string) => string, which: 'put in' | 'any'): Edit {
  switch (edit.edit) {
    case 'batch': {
      const edits = edit.edits.map((each) => withNameAt(each, place, to, which))
      return edits.some((each, index) => each !== edit.edits[index]) ? { edit: 'batch', edits } : edit
    }
    case 'set':
      return which === 'any' && typeof edit.to === 'string' && sameValue(edit.path, place) ? { ...edit, to: to(edit.to) } : edit
    case 'insert': {
      const inside = stepsInside([...edit.path, edit.item.id], place)
      return inside ? { ...edit, item: replaceAt(edit.item, inside, (name) => (typeof name === 'string' ? to(name) : name)) } : edit
    }
    default:
      return edit
  }
}
