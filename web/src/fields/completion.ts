import { FUNCTIONS } from '@rheoscope/core/expression'

/** What the word before the caret could become, and where it begins. */
export interface Completion {
  readonly from: number
  readonly options: readonly string[]
}

/** Nothing to be made whole. */
export const NO_COMPLETION: Completion = { from: 0, options: [] }

const MOST = 8

const CALLS = [...Object.keys(FUNCTIONS), 'angleToPointer'].map((name) => `${name}(`)

/** The names and functions the word before the caret is the beginning of; none when there is no word, or it is whole. */
export function completionFor(text: string, caret: number, names: readonly string[]): Completion {
  const word = /[A-Za-z_][\w.]*$/.exec(text.slice(0, caret))?.[0] ?? ''
  const from = caret - word.length
  if (word === '' || /['"]/.test(text.slice(0, from).replace(/'[^']*'|"[^"]*"/g, ''))) return { from, options: [] }
  const begins = (name: string) => name.toLowerCase().startsWith(word.toLowerCase()) && name !== word
  return { from, options: [...names, ...CALLS].filter(begins).slice(0, MOST) }
}

/** The text with the word before the caret made whole, and where the caret is then. */
export function completed(text: string, caret: number, { from }: Completion, option: string): { readonly text: string; readonly caret: number } {
  return { text: text.slice(0, from) + option + text.slice(caret), caret: from + option.length }
}
