import type { Author } from '@rheoscope/core/document'
import { newEntryId } from './new-id'

const KEY = 'rheoscope.author'

/** Who makes edits in this browser: the same one each time, in all its windows. */
export function authorIn(storage: Pick<Storage, 'getItem' | 'setItem'>): Author {
  const known = storage.getItem(KEY)
  const id = known ?? newEntryId()
  if (known === null) {
    try {
      storage.setItem(KEY, id)
    } catch (error) {
      // A full browser keeps nobody: whoever works here is somebody else next time.
      if (!(error instanceof DOMException)) throw error
    }
  }
  return { id, name: `Guest ${id.slice(-4)}` }
}
