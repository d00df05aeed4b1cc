/** A name as one word that expressions can use: `open note` becomes `openNote`; what cannot be part of a word is left out. */
export const wordOf = (name: string): string =>
  (IS_WORD.test(name) ? name : name.replace(/[^A-Za-z0-9_]+(.)?/g, (_all, next: string | undefined) => (next ?? '').toUpperCase()).replace(/^(?=\d)/, '_'))

const IS_WORD = /^[A-Za-z_]\w*$/

/** A text as a pattern that means just that. */
export const literally = (text: string): string => text.replace(/[$.*+?^{}()|[\]\\]/g, '\\$&')
