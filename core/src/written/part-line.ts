import { RheoError } from '../document'
import type { Describable } from './describable'
import { piecesOf } from './pieces'
import { beginsProperty, readProperties, type SaidText } from './properties-line'
import { wordsOf } from './words'

/** What a new part can be, by its word. */
export interface NewKind extends Describable {
  readonly word: string
}

/** A new part as a line says it. */
export interface SaidPart<K extends NewKind> {
  readonly is: K
  /** Null where the line gives it none. */
  readonly name: string | null
  readonly said: readonly SaidText[]
}

/** One of several new parts, with how many of those before it hold it. */
export interface SaidPartWithin<K extends NewKind> extends SaidPart<K> {
  readonly depth: number
}

/**
 * Reads new parts from a line, with semicolons between, each as `readPart` has it; with `>` before it, it goes into the container
 * before it, with `>>` into one inside that: `container row gap 8; > icon anchor; > text "Call the bridge"`. Throws a `RheoError` (`unreadable`).
 */
export function readParts<K extends NewKind>(line: string, kinds: readonly K[]): readonly SaidPartWithin<K>[] {
  const pieces = piecesOf(line, ';')
  if (pieces.length === 0) return [{ ...readPart(line, kinds), depth: 0 }]
  const parts: SaidPartWithin<K>[] = []
  for (const piece of pieces) {
    const [, signs = '', said = ''] = /^((?:>\s*)*)(.*)$/s.exec(piece) ?? []
    const depth = signs.replace(/\s/g, '').length
    const part = { ...readPart(said, kinds), depth }
    const before = parts.findLast((each) => each.depth < depth)
    if (depth > 0 && (before?.depth !== depth - 1 || before.is.kind !== 'container')) throw new RheoError('unreadable', piece, `Before “${piece}” comes no container it could go into.`)
    parts.push(part)
  }
  return parts
}

/**
 * Reads a new part from a line: what it is, then its name where it is to have one, then its properties as `readProperties`
 * has them: `text heading "Boarding at 10:40" at 20,12`. A component goes by its name. Throws a `RheoError` (`unreadable`).
 */
export function readPart<K extends NewKind>(line: string, kinds: readonly K[]): SaidPart<K> {
  const words = wordsOf(line)
  const spoken = words.map(({ text }) => text.toLowerCase())
  const isAt = (each: K) => each.word.toLowerCase().split(' ').every((part, index) => spoken[index] === part) || spoken[0] === each.word.toLowerCase()
  const is = kinds.filter(isAt).toSorted((a, b) => b.word.length - a.word.length)[0]
  const first = words[0]
  if (!is || !first) throw new RheoError('unreadable', first?.text ?? line, `A part begins with what it is: ${kinds.map(({ word }) => word).join(', ')}.`)
  const begins = first.isQuoted || spoken[0] === is.word.toLowerCase() ? 1 : is.word.split(' ').length
  let end = begins
  while (!beginsProperty(words, end, is.definitions)) end++
  // A text says what it reads in quotes; everything else can have its name in them.
  if (end === begins && words[end]?.isQuoted === true && is.kind !== 'text') end++
  const name = words.slice(begins, end).map(({ text }) => text).join(' ')
  const rest = words[end]
  return { is, name: name === '' ? null : name, said: rest ? readProperties(line.slice(rest.from), is) : [] }
}
