import { RheoError } from '../../document'

/** A line of a written form, with the lines that stand further in below it. */
export interface FormLine {
  /** From 1. */
  readonly number: number
  /** How many letters it stands further in than the edge. */
  readonly indent: number
  readonly text: string
  /** What the lines above it say that begin with `#`. */
  readonly notes: readonly string[]
  readonly inside: readonly FormLine[]
}

/** Why a line cannot be read. */
export interface FormProblem {
  readonly line: number
  /** From 1. */
  readonly column: number
  /** How many letters of the line it is about; 0 for the whole line. */
  readonly length: number
  readonly sentence: string
}

/** How long a written form may be, in UTF-16 code units. */
const LONGEST = 20_000_000

type Growing = Omit<FormLine, 'inside' | 'notes'> & { readonly inside: Growing[]; readonly notes: string[] }

/** The lines of a text, those that stand further in inside the one above them, those that begin with `#` with the one below them, and at the end with the last one at the edge. Empty lines are passed over. Throws a `RheoError` (`too-large`). */
export function formLines(text: string): readonly FormLine[] {
  if (text.length > LONGEST) throw new RheoError('too-large', '', `A written form has up to ${LONGEST.toLocaleString('en')} letters.`)
  const roots: Growing[] = []
  const open: Growing[] = []
  let notes: string[] = []
  for (const [index, raw] of text.split(/\r\n?|\n/).entries()) {
    const said = raw.trim()
    if (said === '') continue
    if (said.startsWith(NOTE)) {
      notes.push(said.slice(NOTE.length).replace(/^ /, ''))
      continue
    }
    const line: Growing = { number: index + 1, indent: raw.length - raw.trimStart().length, text: said, notes, inside: [] }
    notes = []
    while ((open.at(-1)?.indent ?? -1) >= line.indent) open.pop()
    const holder = open.at(-1)
    if (holder) holder.inside.push(line)
    else roots.push(line)
    open.push(line)
  }
  roots.at(-1)?.notes.push(...notes)
  return roots
}

/** What a line begins with that says what people are told of what comes below it. */
const NOTE = '#'

/** The text of lines, each two letters further in than what it is inside. */
export const textOfLines = (lines: readonly WrittenLine[]): string => lines.map((line) => `${written(line, 0)}\n`).join('')

/** A line that is to be written. */
export interface WrittenLine {
  readonly text: string
  readonly notes?: readonly string[]
  readonly inside: readonly WrittenLine[]
}

/** A line that is to be written, as it would be read. */
export const formLine = (text: string, inside: readonly WrittenLine[] = [], notes: readonly string[] = []): FormLine => ({ number: 0, indent: 0, text, notes, inside: formed(inside) })

/** The same of several. */
export const formed = (lines: readonly WrittenLine[]): readonly FormLine[] => lines.map(({ text, inside, notes }) => formLine(text, inside, notes))

const written = ({ text, notes = [], inside }: WrittenLine, depth: number): string =>
  [...notes.map((note) => `${NOTE} ${note}`.trimEnd()), text].map((line) => `${'  '.repeat(depth)}${line}`).concat(inside.map((line) => written(line, depth + 1))).join('\n')

/** Where of a line something is that a `RheoError` is about: where its place stands in it, or at its beginning. */
export function problemIn({ number, indent, text }: FormLine, { place, message }: RheoError): FormProblem {
  const at = place === '' ? -1 : text.indexOf(place)
  return { line: number, column: indent + Math.max(0, at) + 1, length: at < 0 ? 0 : place.length, sentence: message }
}

/** Reads one line, and says what is wrong with it where it cannot; the others are read all the same. */
export type Attempt = <T>(line: FormLine, read: () => T) => T | undefined

/** What cannot be read is thrown. */
export const AT_ONCE: Attempt = (_line, read) => read()
