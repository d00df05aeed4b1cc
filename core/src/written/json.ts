import { isFields } from '../document'

/** A value in JSON, with its keys in order: what is the same value is the same text. */
export const jsonText = (value: unknown): string => JSON.stringify(value, (_key, inner: unknown) => (isFields(inner) ? Object.fromEntries(Object.entries(inner).toSorted(([a], [b]) => (a < b ? -1 : 1))) : inner))
