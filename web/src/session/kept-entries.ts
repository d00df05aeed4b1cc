import { fieldsOf, LAST_WITHOUT_AUTHORS, type Author, type Entry } from '@rheoscope/core/document'
import { jsonOr } from '@rheoscope/core/document'
import type { SetAside } from './sending'

/** What a window has not got to the server: edits that are still to be stored, and those that could not be. */
export interface Kept {
  readonly pending: readonly Entry[]
  readonly setAside: readonly SetAside[]
}

/** Entries kept in the browser until the server has them, so that closing the window loses nothing. */
export interface KeptEntries {
  read(): Kept
  write(kept: Kept): void
}

const PREFIX = 'rheoscope.unsaved.'

/**
 * The entries kept for one project. Each window writes its own; a window that opens takes over what others left
 * behind, which is safe because the server stores an entry once however often it is sent.
 */
export function keptEntries(project: string, window: string, author: Author, storage: Storage): KeptEntries {
  const own = `${PREFIX}${project}.${window}`
  const keys = () => Object.keys(storage).filter((key) => key.startsWith(`${PREFIX}${project}.`))
  const write = (kept: Kept) => {
    if (kept.pending.length + kept.setAside.length === 0) storage.removeItem(own)
    else storage.setItem(own, JSON.stringify(kept))
  }
  return {
    read: () => {
      const left = keys().map((key) => parsed(storage.getItem(key)))
      const kept: Kept = { pending: once(left.flatMap(({ pending }) => pending).map((entry) => ({ ...signed(author), ...entry })), ({ id }) => id), setAside: once(left.flatMap(({ setAside }) => setAside), ({ entry }) => entry.id) }
      write(kept)
      keys().filter((key) => key !== own).forEach((key) => storage.removeItem(key))
      return kept
    },
    write,
  }
}

/** What entries that earlier versions kept say nothing of. */
const signed = (author: Author): Pick<Entry, 'author' | 'madeAt' | 'version'> => ({ author, madeAt: new Date().toISOString(), version: LAST_WITHOUT_AUTHORS })

const once = <T>(all: readonly T[], idOf: (each: T) => string): readonly T[] => [...new Map(all.map((each) => [idOf(each), each])).values()]

const NOTHING: Kept = { pending: [], setAside: [] }

/** What was written; a list of entries is what earlier versions wrote. */
function parsed(text: string | null): Kept {
  // Where something else wrote under this name, there is nothing of ours in it.
  const kept = jsonOr(text ?? '', NOTHING)
  return Array.isArray(kept) ? { ...NOTHING, pending: kept } : { ...NOTHING, ...fieldsOf(kept) }
}
