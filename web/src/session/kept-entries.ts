import type { Entry } from '@rheoscope/core/document'

/** Entries kept in the browser until the server has them, so that closing the window loses nothing. */
export interface KeptEntries {
  read(): readonly Entry[]
  write(entries: readonly Entry[]): void
}

const PREFIX = 'rheoscope.unsaved.'

/**
 * The entries kept for one project. Each window writes its own; a window that opens takes over what others left
 * behind, which is safe because the server stores an entry once however often it is sent.
 */
export function keptEntries(project: string, window: string, storage: Storage): KeptEntries {
  const own = `${PREFIX}${project}.${window}`
  const keys = () => Object.keys(storage).filter((key) => key.startsWith(`${PREFIX}${project}.`))
  return {
    read: () => {
      const entries = keys().flatMap((key) => parsed(storage.getItem(key)))
      keys().filter((key) => key !== own).forEach((key) => storage.removeItem(key))
      return [...new Map(entries.map((entry) => [entry.id, entry])).values()]
    },
    write: (entries) => {
      if (entries.length === 0) storage.removeItem(own)
      else storage.setItem(own, JSON.stringify(entries))
    },
  }
}

function parsed(text: string | null): readonly Entry[] {
  try {
    return text === null ? [] : (JSON.parse(text) as readonly Entry[])
  } catch {
    return []
  }
}
