const ALPHABET = 'abcdefghijkmnpqrstuvwxyz23456789'

const random = (length: number): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(length)), (byte) => ALPHABET[byte % ALPHABET.length]).join('')

/** An identifier for a thing in a document. */
export const newId = (): string => `i${random(9)}`

/** An identifier for an entry of the log. */
export const newEntryId = (): string => `e${random(19)}`
