import { firstOf, itemAt } from '../certain'
import { never, RheoError } from '../error'
import { areIdentified, type Identified } from '../fields'
import type { Project } from '../project'
import { sameValue, type Id } from '../value'
import { gone, listAt, replaceAt, valueAt, type Path } from './path'

/**
 * A change to a project, as a small value that can be applied, inverted, merged and written as JSON.
 * Every change in the product is one; undo, storage and what the checks look at all follow from it.
 */
export type Edit =
  /** Gives the field at `path` a value. */
  | { readonly edit: 'set'; readonly path: Path; readonly to: unknown }
  /** Takes the field at `path` away. */
  | { readonly edit: 'unset'; readonly path: Path }
  /** Puts an item into the list at `path`, before the item of that id; at the end when `before` is null or gone. */
  | { readonly edit: 'insert'; readonly path: Path; readonly item: Identified; readonly before: Id | null }
  /** Takes the item of that id out of the list at `path`. */
  | { readonly edit: 'remove'; readonly path: Path; readonly id: Id }
  /** Puts an item of the list at `path` before another one; at the end when `before` is null or gone. */
  | { readonly edit: 'move'; readonly path: Path; readonly id: Id; readonly before: Id | null }
  /** Several edits as one, applied in order. */
  | { readonly edit: 'batch'; readonly edits: readonly Edit[] }

/** The project after the edit. Throws a `RheoError` (`gone`, `taken`) when the edit has nothing to stand on; the project is never left half changed. */
export function apply(project: Project, edit: Edit): Project {
  switch (edit.edit) {
    case 'set':
      return replaceAt(project, edit.path, () => edit.to)
    case 'unset':
      return replaceAt(project, edit.path, () => undefined)
    case 'insert':
      return replaceAt(project, edit.path, (list) => inserted(asList(list, edit.path), edit.item, edit.before, edit.path))
    case 'remove':
      return replaceAt(project, edit.path, (list) => without(asList(list, edit.path), edit.id, edit.path))
    case 'move':
      return replaceAt(project, edit.path, (value) => {
        const list = asList(value, edit.path)
        const item = list.find(({ id }) => id === edit.id)
        if (!item) throw gone([...edit.path, edit.id])
        return inserted(without(list, edit.id, edit.path), item, edit.before, edit.path)
      })
    case 'batch':
      return edit.edits.reduce(apply, project)
    default:
      return never(edit, 'edit')
  }
}

/** The edit that undoes `edit`, given the project it is about to be applied to. */
export function invert(edit: Edit, before: Project): Edit {
  switch (edit.edit) {
    case 'set':
    case 'unset': {
      const old = valueAt(before, edit.path)
      return old === undefined ? { edit: 'unset', path: edit.path } : { edit: 'set', path: edit.path, to: old }
    }
    case 'insert':
      return { edit: 'remove', path: edit.path, id: edit.item.id }
    case 'remove': {
      const list = listAt(before, edit.path)
      const item = list.find(({ id }) => id === edit.id)
      if (!item) throw gone([...edit.path, edit.id])
      return { edit: 'insert', path: edit.path, item, before: nextIn(list, edit.id) }
    }
    case 'move':
      return { ...edit, before: nextIn(listAt(before, edit.path), edit.id) }
    case 'batch': {
      const inverses: Edit[] = []
      let project = before
      for (const part of edit.edits) {
        inverses.unshift(invert(part, project))
        project = apply(project, part)
      }
      return { edit: 'batch', edits: inverses }
    }
    default:
      return never(edit, 'edit')
  }
}

/** One edit that does what `first` and then `second` do, or null when they do not belong together. */
export function merge(first: Edit, second: Edit): Edit | null {
  if (first.edit === 'batch' && second.edit === 'batch') {
    if (first.edits.length !== second.edits.length) return null
    const merged = first.edits.map((edit, index) => merge(edit, itemAt(second.edits, index)))
    return merged.every((edit) => edit !== null) ? { edit: 'batch', edits: merged } : null
  }
  const overwrites = (edit: Edit): edit is Extract<Edit, { edit: 'set' | 'unset' }> => edit.edit === 'set' || edit.edit === 'unset'
  if (overwrites(first) && overwrites(second) && sameValue(first.path, second.path)) return second
  if (first.edit === 'move' && second.edit === 'move' && first.id === second.id && sameValue(first.path, second.path)) return second
  return null
}

/** The places an edit changes. */
export function touchedBy(edit: Edit): readonly Path[] {
  if (edit.edit === 'batch') return edit.edits.flatMap(touchedBy)
  return [edit.edit === 'insert' ? [...edit.path, edit.item.id] : 'id' in edit ? [...edit.path, edit.id] : edit.path]
}

/** Several edits as one; a single one stays itself. */
export const batch = (...edits: readonly Edit[]): Edit =>
  edits.length === 1 ? firstOf(edits) : { edit: 'batch', edits }

function asList(value: unknown, path: Path): readonly Identified[] {
  if (!areIdentified(value)) throw gone(path)
  return value
}

function inserted(list: readonly Identified[], item: Identified, before: Id | null, path: Path): readonly Identified[] {
  if (list.some(({ id }) => id === item.id)) {
    throw new RheoError('taken', [...path, item.id].join('/'), `There already is a “${item.id}” in ${path.join(' / ')}.`)
  }
  const index = before === null ? -1 : list.findIndex(({ id }) => id === before)
  return index < 0 ? [...list, item] : list.toSpliced(index, 0, item)
}

function without(list: readonly Identified[], id: Id, path: Path): readonly Identified[] {
  const index = list.findIndex((item) => item.id === id)
  if (index < 0) throw gone([...path, id])
  return list.toSpliced(index, 1)
}

function nextIn(list: readonly Identified[], id: Id): Id | null {
  const index = list.findIndex((item) => item.id === id)
  return list[index + 1]?.id ?? null
}
