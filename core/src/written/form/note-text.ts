import type { FormLine } from './form-lines'

/** The lines of a note as they stand behind `#`; none where there is none, or where what begins or ends a line of it would be lost there. */
export function noteLines({ note }: { readonly note?: string | undefined }): readonly string[] {
  const lines = note?.split('\n') ?? []
  return lines.every((line) => line === line.trim() && !line.includes('\r')) ? lines : []
}

/**
 * A thing that was read with the notes above its line, and above the lines inside it, but for those of things of their own.
 *
 * @param isApart whether a line inside it is of a thing of its own
 */
export function noted<T extends object>(read: T, line: FormLine, isApart: (inner: FormLine) => boolean = () => false): T {
  const lines = notesIn(line, isApart)
  return lines.length === 0 ? read : { ...read, note: lines.join('\n') }
}

const notesIn = ({ notes, inside }: FormLine, isApart: (inner: FormLine) => boolean): readonly string[] =>
  [...notes, ...inside.flatMap((inner) => (isApart(inner) ? [] : notesIn(inner, isApart)))]
