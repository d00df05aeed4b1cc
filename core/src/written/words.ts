import { jsonOr } from '../document'

/** A word of a line, with where it is in it. */
export interface Word {
  /** Without the quotes it is in. */
  readonly text: string
  readonly isQuoted: boolean
  /** Where it begins and ends in the line, quotes included. */
  readonly from: number
  readonly to: number
}

const OPENING = '(['
const CLOSING = ')]'

/**
 * The words of a line: what is in quotes is one word, and so is what is in parentheses. A comma or a semicolon at the end of a word is
 * no part of it. In double quotes a backslash is as in JSON: `\"` is a quote, `\n` the end of a line.
 */
export function wordsOf(line: string): readonly Word[] {
  const words: Word[] = []
  let at = 0
  while (at < line.length) {
    if (/[\s,;]/.test(line.charAt(at))) at++
    else {
      const word = wordAt(line, at)
      words.push(word)
      at = word.to
    }
  }
  return words
}

function wordAt(line: string, from: number): Word {
  QUOTED.lastIndex = from
  const [inQuotes] = QUOTED.exec(line) ?? []
  if (inQuotes !== undefined) return { text: unquoted(inQuotes), isQuoted: true, from, to: from + inQuotes.length }
  let depth = 0
  let to = from
  while (to < line.length && (depth > 0 || !/[\s;]/.test(line.charAt(to)))) {
    if (OPENING.includes(line.charAt(to))) depth++
    if (CLOSING.includes(line.charAt(to))) depth--
    to++
  }
  const text = line.slice(from, to)
  return { text: text.endsWith(',') ? text.slice(0, -1) : text, isQuoted: false, from, to }
}

const QUOTED = /"(?:[^"\\]|\\.)*"|'[^']*'/y

/** A text without the quotes it is in. */
export function unquoted(text: string): string {
  const [, quote, inside] = /^(["'])(.*)\1$/s.exec(text) ?? []
  if (inside === undefined) return text
  // Somebody's backslash that means nothing else is a backslash.
  return quote === '"' && inside.includes('\\') ? String(jsonOr(text, inside)) : inside
}

/** A text in double quotes that reads as it is, whatever is in it. */
export const quoted = (text: string): string => JSON.stringify(text)
