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

/** The words of a line: what is in quotes is one word, and so is what is in parentheses. A comma or a semicolon at the end of a word is no part of it. */
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
  const quote = line.charAt(from)
  const closing = quote === '"' || quote === "'" ? line.indexOf(quote, from + 1) : -1
  if (closing >= 0) return { text: line.slice(from + 1, closing), isQuoted: true, from, to: closing + 1 }
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

/** A text without the quotes it is in. */
export const unquoted = (text: string): string => text.replace(/^(["'])(.*)\1$/, '$2')
