/** A name as one word that expressions can use: `open note` becomes `openNote`; what cannot be part of a word is left out. */
export const wordOf = (name: string): string =>
  name.replace(/[^A-Za-z0-9_]+(.)?/g, (_all, next: string | undefined) => (next ?? '').toUpperCase()).replace(/^(?=\d)/, '_')

/** A text as a pattern that means just that. */
export const literally = (text: string): string => text.replace(/[$.*+?^{}()|[\]\\]/g, '\\$&')
