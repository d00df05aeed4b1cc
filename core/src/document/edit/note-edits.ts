import { fieldOf, setAt, unsetAt, type Place } from './place'
import type { Edit } from './edit'

/** Says something of a thing for whoever works on it next; with no letters in it, nothing more is said. */
export function setNote(of: Place<{ readonly note?: string | undefined }>, note: string): Edit {
  const at = fieldOf(of, 'note')
  const said = note.replace(/\r\n?/g, '\n').split('\n').map((line) => line.trim()).join('\n').trim()
  return said === '' ? unsetAt(at) : setAt(at, said)
}
