import { isFields } from '../document'

/** What a text says in JSON; undefined where it is none. */
export function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    if (error instanceof SyntaxError) return undefined
    throw error
  }
}

/** A value in JSON, with its keys in order: what is the same value is the same text. */
export const jsonText = (value: unknown): string => JSON.stringify(value, (_key, inner: unknown) => (isFields(inner) ? Object.fromEntries(Object.entries(inner).toSorted(([a], [b]) => (a < b ? -1 : 1))) : inner))
