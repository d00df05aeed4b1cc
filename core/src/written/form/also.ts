import { fieldsOf, isFields, jsonOr, orElse, RheoError, sameValue } from '../../document'
import { jsonText } from '../json'
import type { FormLine, WrittenLine } from './form-lines'
import { noteLines } from './note-text'

const ALSO = 'also '

/** What neither words nor a note above can say, as a line of JSON; none where nothing is left. */
export function also(left: object | null): readonly WrittenLine[] {
  const said = Object.entries(left ?? {}).filter(([key, value]) => !(key === 'note' && typeof value === 'string' && noteLines({ note: value }).length > 0))
  return said.length === 0 ? [] : [{ text: `${ALSO}${jsonText(Object.fromEntries(said))}`, inside: [] }]
}

/** Whether a line says something in JSON. */
export const isAlso = ({ text }: FormLine): boolean => text.startsWith(ALSO)

/** What was read, with what lines of JSON below it say. Throws a `RheoError` (`unreadable`). */
export const alsoIn = <T extends object>(read: T, inside: readonly FormLine[]): T =>
  inside.filter(isAlso).reduce((merged, { text }) => mergedWith(merged, jsonIn(text.slice(ALSO.length))), read)

/** An object in JSON. Throws a `RheoError` (`unreadable`) for anything else. */
export function jsonIn(text: string): object {
  const value = jsonOr(text, null)
  if (isFields(value)) return value
  throw new RheoError('unreadable', text, 'Here comes an object in JSON: {"locked": true}.')
}

/** What of a thing is not, or otherwise, in what is read back of it; null where nothing is. Where it cannot be read back, that is all of it. */
export function leftOver(whole: object, read: () => object): object | null {
  return between(whole, orElse(read, {}))
}

function between(whole: object, read: object): object | null {
  const fields: Record<string, unknown> = {}
  for (const [key, value] of Object.entries(whole)) {
    const other: unknown = fieldsOf(read)[key]
    if (sameValue(value, other)) continue
    fields[key] = isFields(value) && isFields(other) && Object.keys(other).every((inner) => Object.hasOwn(value, inner)) ? between(value, other) : value
  }
  return Object.keys(fields).length === 0 ? null : fields
}

function mergedWith<T extends object>(read: T, more: object): T {
  const merged: Record<string, unknown> = Object.fromEntries(Object.entries(read))
  for (const [key, value] of Object.entries(more)) {
    const before = Object.hasOwn(merged, key) ? merged[key] : undefined
    merged[key] = isFields(before) && isFields(value) ? mergedWith(before, value) : value
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
  return merged as T
}
