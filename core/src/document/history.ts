import { apply, invert, type Edit } from './edit'
import { RheoError } from './error'
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
  /** The entry this one takes back, or makes once more; the last one there is when it is left out. */
  readonly of?: string
}

export interface History {
  readonly undo: readonly Entry[]
  readonly redo: readonly Entry[]
}

export const EMPTY_HISTORY: History = { undo: [], redo: [] }

/** The history after one more entry. */
export function record({ undo, redo }: History, entry: Entry): History {
  switch (entry.what) {
    case 'do':
      return { undo: [...undo, entry], redo: [] }
    case 'undo':
      return { undo: without(undo, entry.of), redo: [...redo, entry] }
    case 'redo':
      return { undo: [...undo, entry], redo: without(redo, entry.of) }
  }
}

/** Entries without the one of that id; without the last when no id is given. */
const without = (entries: readonly Entry[], id: string | undefined): readonly Entry[] => (id === undefined ? entries.slice(0, -1) : entries.filter((each) => each.id !== id))

/** An entry that makes `edit` on `project`. Throws what `apply` throws. */
export const doing = (id: string, project: Project, edit: Edit, label: string): Entry => ({
  id, what: 'do', label, edit, inverse: invert(edit, project),
})

/** An entry that takes back the last one not yet taken back; null when there is none. */
export function undoing(id: string, history: History): Entry | null {
  const last = history.undo.at(-1)
  return last ? { id, what: 'undo', label: last.label, edit: last.inverse, inverse: last.edit, of: last.id } : null
}

/** An entry that makes the last one taken back once more; null when there is none. */
export function redoing(id: string, history: History): Entry | null {
  const last = history.redo.at(-1)
  return last ? { id, what: 'redo', label: last.label, edit: last.inverse, inverse: last.edit, of: last.id } : null
}

/** What became of entries that were made on an older project. */
export interface Rebased {
  readonly entries: readonly Entry[]
  readonly project: Project
  /** Those that have nothing to stand on any more. */
  readonly lost: readonly Entry[]
}

/**
 * Entries, in their order, for a project that has moved on: edits stay what they are and their inverses are taken anew;
 * taking back one of them takes back what it has become. What takes back something that is lost is lost with it, and
 * nothing is to be said of it.
 */
export function rebase(entries: readonly Entry[], start: Project): Rebased {
  const kept = new Map<string, Entry>()
  const gone = new Set<string>()
  const lost: Entry[] = []
  let project = start
  for (const entry of entries) {
    if (entry.of !== undefined && gone.has(entry.of)) {
      gone.add(entry.id)
      continue
    }
    const of = entry.of === undefined ? undefined : kept.get(entry.of)
    const edit = of ? of.inverse : entry.edit
    try {
      const inverse = of ? of.edit : invert(edit, project)
      project = apply(project, edit)
      kept.set(entry.id, { ...entry, edit, inverse })
    } catch (error) {
      if (!(error instanceof RheoError)) throw error
      gone.add(entry.id)
      lost.push(entry)
    }
  }
  return { entries: [...kept.values()], project, lost }
}
