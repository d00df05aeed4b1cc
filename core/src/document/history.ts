import { apply, invert, stepsInside, touchedBy, valueAt, type Edit, type Path } from './edit'
import { RheoError } from './error'
import { DOCUMENT_VERSION, type Project } from './project'
import { attempt } from './schema/attempt'
import { renumbered } from './schema/renumbered'
import { sameValue } from './value'
import { areIdentified } from './fields'

/** Whoever makes edits: a browser, until there are accounts. */
export interface Author {
  readonly id: string
  /** For the others. */
  readonly name: string
}

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
  /** The entry this one takes back, or makes once more. */
  readonly of?: string
  readonly author: Author
  /** When it was made, by the clock of whoever made it; ISO 8601. */
  readonly madeAt: string
  /** The version of the document model it was made with. */
  readonly version: number
}

/** The last version of the document model whose entries say nothing of author, time and version. */
export const LAST_WITHOUT_AUTHORS = 3

/** What an entry says besides what it does. */
export type Signature = Pick<Entry, 'id' | 'author' | 'madeAt'>

/** The end of a project's log, as far as it is known, and what of it one author can take back and make again. */
export interface History {
  readonly author: string
  /** The oldest first. */
  readonly entries: readonly Entry[]
  /** Entries of the author that stand, the newest last. */
  readonly undo: readonly Entry[]
  /** Entries by which the author has taken others back since the last that did something new, the newest last. */
  readonly redo: readonly Entry[]
}

/** The history that the entries of an author make. */
export const historyOf = (author: string, entries: readonly Entry[] = []): History =>
  entries.reduce(recordEntry, { author, entries: [], undo: [], redo: [] })

/** The history after one more entry. */
export function recordEntry(history: History, entry: Entry): History {
  const { author, undo, redo } = history
  const entries = [...history.entries, entry]
  if (entry.author.id !== author) return { ...history, entries }
  switch (entry.what) {
    case 'do':
      return { author, entries, undo: [...undo, entry], redo: [] }
    case 'undo':
      return { author, entries, undo: without(undo, entry.of), redo: [...redo, entry] }
    case 'redo':
      return { author, entries, undo: [...undo, entry], redo: without(redo, entry.of) }
  }
}

const without = (entries: readonly Entry[], id: string | undefined): readonly Entry[] => entries.filter((each) => each.id !== id)

/** An entry that makes an edit on a project, with names of what it puts in that nothing else has; what keeps it from being made, as `attempt` says it. */
export function doing(signature: Signature, project: Project, wanted: Edit, label: string): Entry | RheoError {
  const { edit, after } = renumbered(project, wanted, 'put in')
  return after instanceof RheoError ? after : { ...signature, what: 'do', label, edit, inverse: invert(edit, project), version: DOCUMENT_VERSION }
}

/**
 * An entry that takes back the author's last one that stands, whatever others have done since; null when there is none.
 * Where a place it touched no longer holds what it left, says whose edit is `in-the-way`; an entry of an earlier version
 * of the document model is `migrated` and stays.
 */
export const undoing = (signature: Signature, history: History, project: Project): Entry | RheoError | null =>
  takingBack(signature, 'undo', history.undo.at(-1), history, project)

/** An entry that makes once more the last one the author has taken back; otherwise as `undoing`. */
export const redoing = (signature: Signature, history: History, project: Project): Entry | RheoError | null =>
  takingBack(signature, 'redo', history.redo.at(-1), history, project)

function takingBack(signature: Signature, what: 'undo' | 'redo', last: Entry | undefined, history: History, project: Project): Entry | RheoError | null {
  if (!last) return null
  const hindrance = hindranceTo(what, last, history, project)
  return hindrance ?? { ...signature, what, label: last.label, edit: last.inverse, inverse: last.edit, of: last.id, version: DOCUMENT_VERSION }
}

/** What keeps an entry from being taken back; null when nothing does. */
function hindranceTo(what: 'undo' | 'redo', entry: Entry, { entries }: History, project: Project): RheoError | null {
  const verb = what === 'undo' ? 'undone' : 'made again'
  if (entry.version !== DOCUMENT_VERSION) return new RheoError('migrated', entry.id, `“${entry.label}” cannot be ${verb}: the project has been brought to a newer version of the file since.`)
  const changed = changedSince(project, entry.edit, entry.inverse)
  if (changed) {
    const later = entries.slice(entries.findIndex(({ id }) => id === entry.id) + 1).findLast((each) => touchedBy(each.edit).some((path) => stepsInside(changed, path) ?? stepsInside(path, changed)))
    return new RheoError('in-the-way', changed.join('/'), `“${entry.label}” cannot be ${verb}: ${later ? `${later.author.name} has changed the same since (“${later.label}”)` : 'the same has been changed since'}.`)
  }
  const after = attempt(project, entry.inverse)
  return after instanceof RheoError ? new RheoError(after.code, after.place, `“${entry.label}” cannot be ${verb}: ${after.message}`) : null
}

/** A place an edit touched that no longer holds what the edit left there; null when all of them do. */
function changedSince(project: Project, edit: Edit, inverse: Edit): Path | null {
  if (edit.edit !== 'batch') return holdsWhatItLeft(project, edit) ? null : (touchedBy(edit)[0] ?? [])
  let now = project
  for (const [index, each] of edit.edits.toReversed().entries()) {
    const back = inverse.edit === 'batch' ? inverse.edits[index] : undefined
    const changed = back ? changedSince(now, each, back) : (touchedBy(each)[0] ?? [])
    if (changed || !back) return changed
    now = apply(now, back)
  }
  return null
}

function holdsWhatItLeft(project: Project, edit: Exclude<Edit, { edit: 'batch' }>): boolean {
  try {
    const value = valueAt(project, edit.path)
    if (edit.edit === 'set') return sameValue(value, edit.to)
    if (edit.edit === 'unset') return value === undefined
    if (!areIdentified(value)) return false
    const id = edit.edit === 'insert' ? edit.item.id : edit.id
    const list = value
    const index = list.findIndex((each) => each.id === id)
    switch (edit.edit) {
      case 'insert':
        return sameValue(list[index], edit.item)
      case 'remove':
        return index < 0
      case 'move':
        return index >= 0 && (edit.before === null ? true : list[index + 1]?.id === edit.before || !list.some((each) => each.id === edit.before))
    }
  } catch (error) {
    // Something further out has been taken away.
    if (error instanceof RheoError) return false
    throw error
  }
}

/** An entry that has nothing to stand on any more, and why. */
export interface Lost {
  readonly entry: Entry
  readonly why: RheoError
}

/** What became of entries that were made on an older project. */
export interface Rebased {
  readonly entries: readonly Entry[]
  readonly project: Project
  readonly lost: readonly Lost[]
}

/**
 * Entries, in their order, for a project that has moved on: edits stay what they are and their inverses are taken anew;
 * a name that is taken by now gets a number. Taking back an entry takes back what that has become, if its places still
 * hold what it left. What takes back something that is lost is lost with it, and nothing is to be said of it.
 *
 * @param history what the project has come to it by
 */
export function rebase(entries: readonly Entry[], start: Project, history: History): Rebased {
  const kept: Entry[] = []
  const gone = new Set<string>()
  const lost: Lost[] = []
  let project = start
  let known = history
  for (const entry of entries) {
    if (entry.of !== undefined && gone.has(entry.of)) {
      gone.add(entry.id)
      continue
    }
    const next = onto(entry, project, known)
    if (next instanceof RheoError) {
      gone.add(entry.id)
      lost.push({ entry, why: next })
      continue
    }
    project = apply(project, next.edit)
    known = recordEntry(known, next)
    kept.push(next)
  }
  return { entries: kept, project, lost }
}

/** An entry made on what a project is now. */
function onto(entry: Entry, project: Project, known: History): Entry | RheoError {
  const of = entry.of === undefined ? undefined : known.entries.find(({ id }) => id === entry.of)
  if (of && entry.what !== 'do') return hindranceTo(entry.what, of, known, project) ?? { ...entry, edit: of.inverse, inverse: of.edit }
  const { edit, after } = renumbered(project, entry.edit, 'any')
  return after instanceof RheoError ? after : { ...entry, edit, inverse: invert(edit, project) }
}
