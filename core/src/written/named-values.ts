import { IDENTIFIER, itemAt, RheoError, type Literal, type Parameter } from '../document'
import { piecesOf } from './pieces'
import { unquoted } from './words'

/** A parameter or variable as a line says it. */
export interface NamedValue {
  readonly name: string
  readonly type: Exclude<Parameter['type'], 'slot'>
  readonly value: Literal
  /** Of a choice: all there are. It has the first of them where none is named: `M of S|M|L`. */
  readonly choices: readonly string[] | null
}

/**
 * Reads names with their values from a line: `title = Fog, tries = 0, open = no, size = M of S|M|L, tint = #24506f`. What a value looks
 * like says its type; quotes make a text of anything, and let it have commas in it; without a value it is an empty text. Throws a `RheoError`
 * (`unreadable`) with the piece that cannot be read.
 */
export function readNamedValues(line: string): readonly NamedValue[] {
  const pieces = piecesOf(line, ',')
  if (pieces.length === 0) throw new RheoError('unreadable', line, 'Write a name, = and a value: title = Fog.')
  const named = pieces.map(namedValue)
  const twice = named.find(({ name }, index) => named.findIndex((each) => each.name === name) < index)
  if (twice) throw new RheoError('unreadable', twice.name, `“${twice.name}” is there twice.`)
  return named
}

function namedValue(piece: string): NamedValue {
  const at = piece.indexOf('=')
  const name = (at < 0 ? piece : piece.slice(0, at)).trim()
  if (!IDENTIFIER.test(name)) throw new RheoError('unreadable', piece, `“${name}” is no name: a name is letters, digits and _, and starts with a letter.`)
  return { name, ...valueOf(at < 0 ? '' : piece.slice(at + 1).trim()) }
}

function valueOf(text: string): Omit<NamedValue, 'name'> {
  const bare = unquoted(text)
  if (bare !== text) return { type: 'text', value: bare, choices: null }
  if (text === 'yes' || text === 'no') return { type: 'yes/no', value: text === 'yes', choices: null }
  if (/^-?\d+(\.\d+)?$/.test(text)) return { type: 'number', value: Number(text), choices: null }
  if (/^#[0-9a-f]{6}$/i.test(text)) return { type: 'colour', value: text.toLowerCase(), choices: null }
  const [, first, all = text] = /^(.*?)\s+of\s+(.*\|.*)$/.exec(text) ?? []
  const choices = [...new Set(all.split('|').map((choice) => choice.trim()).filter((choice) => choice !== ''))]
  if (choices.length < 2) return { type: 'text', value: text, choices: null }
  const value = first ?? itemAt(choices, 0)
  if (!choices.includes(value)) throw new RheoError('unreadable', text, `“${value}” is none of ${choices.join(', ')}.`)
  return { type: 'choice', value, choices }
}
