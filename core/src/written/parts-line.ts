import type { Named } from '../document'
import type { Describable } from './describable'
import { readPart, type NewKind, type SaidPart } from './part-line'
import { piecesOf } from './pieces'
import { beginsProperty, readProperties, type SaidText } from './properties-line'
import { unquoted, wordsOf } from './words'

/** A part there is, as a line can refer to it. */
export interface NamedPart extends Describable, Named {}

/** What a line says of one part: what it is to be like, or what it becomes. */
export type SaidOfPart<P extends NamedPart, K extends NewKind> =
  | { readonly of: P; readonly said: readonly SaidText[] }
  | { readonly of: P; readonly as: SaidPart<K> }

/**
 * Reads what a line says of parts, with semicolons between: of the selected one, and of others by their names:
 * `opacity 0.12; ring opacity 1; plate: fill #767f8a`. A colon is only needed behind a name that is a property as well. Behind `as`
 * comes what a part becomes, as `readPart` has it: `as picture 40x56`. Throws a `RheoError` (`unreadable`) with the word it is about.
 *
 * @param kinds what a part can become, asked for only where one does
 */
export function readPartsLine<P extends NamedPart, K extends NewKind>(line: string, selected: P, parts: readonly P[], kinds: () => readonly K[]): readonly SaidOfPart<P, K>[] {
  let of = selected
  return piecesOf(line, ';').map((piece) => {
    const named = namedAt(piece, of, parts)
    of = named?.part ?? of
    const rest = named?.rest ?? piece
    const [, becoming] = /^as\s+(\S.*)$/is.exec(rest) ?? []
    return becoming === undefined ? { of, said: readProperties(rest, of) } : { of, as: readPart(becoming, kinds()) }
  })
}

/** The part a piece begins with the name of, the longest there is, and what comes behind it. */
function namedAt<P extends NamedPart>(piece: string, current: P, parts: readonly P[]): { readonly part: P; readonly rest: string } | null {
  const colon = /^("[^"]*"|'[^']*'|[^"':]*?)\s*:\s*(.*)$/s.exec(piece)
  const called = colon && parts.find(({ name }) => name.toLowerCase() === unquoted(colon[1] ?? '').toLowerCase())
  if (called) return { part: called, rest: colon[2] ?? '' }
  if (beginsProperty(wordsOf(piece), 0, current.definitions)) return null
  const isAt = ({ name }: P) => piece.toLowerCase().startsWith(name.toLowerCase()) && /^(\s|$)/.test(piece.slice(name.length))
  const part = parts.filter(isAt).toSorted((a, b) => b.name.length - a.name.length)[0]
  return part ? { part, rest: piece.slice(part.name.length).trim() } : null
}
