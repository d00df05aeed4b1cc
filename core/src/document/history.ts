import { apply, invert, type Edit } from './edit'
import type { Project } from './project'

/**
 * One line of a project's history. The log is the truth: what can be undone and redone follows from it,
 * so it survives a reload and is the same in every window.
 */
export interface Entry {
  /** Chosen by whoever made the edit; an entry is stored once however often it is sent. */
  readonly id: string
  readonly what: 'do' | 'undo' | 'redo'
  /** For a person: “set fill in over”. */
  readonly label: string
  readonly edit: Edit
  readonly inverse: Edit
}

export interface History {
  readonly undo: readonly Entry[]
  readonly redo: readonly Entry[]
}

export const EMPTY_HISTORY: History = { undo: [], redo: [] }

/** The history after one more entry. */
export function record(history: History, entry: Entry): History {
  switch (entry.what) {
    case 'do':
      return { undo: [...history.undo, entry], redo: [] }
    case 'undo':
      return { undo: history.undo.slice(0, -1), redo: [...history.redo, entry] }
    case 'redo':
      return { undo: [...history.undo, entry], redo: history.redo.slice(0, -1) }
  }
}

/** An entry that makes `edit` on `project`. Throws what `apply` throws. */
export const doing = (id: string, project: Project, edit: Edit, label: string): Entry => ({
  id, what: 'do', label, edit, inverse: invert(edit, project),
})

/** An entry that takes back the last one not yet taken back; null when there is none. */
export function undoing(id: string, history: History): Entry | null {
  const last = history.undo.at(-1)
  return last ? { id, what: 'undo', label: last.label, edit: last.inverse, inverse: last.edit } : null
}

/** An entry that makes the last one taken back once more; null when there is none. */
export function redoing(id: string, history: History): Entry | null {
  const last = history.redo.at(-1)
  return last ? { id, what: 'redo', label: last.label, edit: last.inverse, inverse: last.edit } : null
}

/**
 * The same entry for a project that has moved on: its edit stays, its inverse is taken anew.
 * Throws `gone` or `taken` when the edit has nothing to stand on any more.
 */
export function rebase(entry: Entry, project: Project): { readonly entry: Entry; readonly project: Project } {
  const inverse = invert(entry.edit, project)
  return { entry: { ...entry, inverse }, project: apply(project, entry.edit) }
}
