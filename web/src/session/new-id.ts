import { idFrom, type NewId } from '@rheoscope/core/document'

const ALPHABET = 'abcdefghijkmnpqrstuvwxyz23456789'

const random = (length: number): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(length)), (byte) => ALPHABET[byte % ALPHABET.length]).join('')

/** An identifier for a thing of a document, by its name or what it is. */
export const newId: NewId = (name) => idFrom(name, random(5))

/** An identifier for an entry of the log. */
export const newEntryId = (): string => `e${random(19)}`
