import { literally, RheoError, type Column, type DataTable, type RecordAction } from '../document'
import { named } from './named'
import { expressionsOf } from './pieces'
import { unquoted, wordsOf, type Word } from './words'

/** What is done to records, in lines. */
export const RECORD_LINES = 'add to Goods with name "Oil", price 3, set price of Goods to 0 where record.price > 9, remove from Goods where record.sold, remove item, move item up, restore Goods'

type SaidRecordAction = RecordAction extends infer Each ? (Each extends RecordAction ? Omit<Each, 'id'> : never) : never

type Tables = readonly DataTable[]

/**
 * Reads what is done to records from a line: `add to Goods with name "Oil", price 3`, `set price of Goods to 0 where record.price > 9`,
 * `remove from Goods where record.sold`, `remove item`, `move item up`, `move in Goods first where record.isUrgent`, `restore Goods`. Null for a line
 * about something else. Throws a `RheoError` (`unreadable`) that says what there is to choose from.
 */
export function readRecordAction(line: string, tables: Tables): SaidRecordAction | null {
  const words = wordsOf(line)
  const [verb, second] = words.map(({ text }) => text.toLowerCase())
  switch (verb) {
    case 'add':
      return second === 'to' ? adding(line, words, tables) : null
    case 'set':
      return settingRecords(line, words, tables)
    case 'remove':
      return second === 'item' ? { do: 'remove records', table: null, where: null } : { do: 'remove records', ...meant(line, second === 'from' ? 2 : 1, words.length, tables) }
    case 'move':
      return moving(line, words, tables)
    case 'restore':
      return { do: 'restore table', table: named(tables, textFrom(line, words, 1), 'data table').id }
    default:
      return null
  }
}

function adding(line: string, words: readonly Word[], tables: Tables): SaidRecordAction {
  const withAt = indexOf(words, 'with')
  const table = named(tables, textFrom(line, words, 2, withAt), 'data table')
  const cells = withAt < 0 ? [] : expressionsOf(line.slice(words[withAt]?.to)).map((said): readonly [string, string] => {
    const column = columnAt(table, said)
    const to = said.slice(column.name.length).trim().replace(/^=\s*/, '')
    if (to === '') throw new RheoError('unreadable', said, `Write what ${column.name} holds: ${column.name} = …`)
    return [column.id, to]
  })
  return { do: 'add record', table: table.id, cells: Object.fromEntries(cells) }
}

/** The column whose name a text begins with; of several the longest. */
function columnAt({ name, columns }: DataTable, said: string): Column {
  const found = columns.filter((column) => new RegExp(`^${literally(column.name)}(?![\\w.])`, 'i').test(said)).toSorted((a, b) => b.name.length - a.name.length)[0]
  if (found) return found
  throw new RheoError('unreadable', said, `${name} has these columns: ${columns.map((column) => column.name).join(', ')}.`)
}

/** `set … of … to …`; null where it is a variable that is set. */
function settingRecords(line: string, words: readonly Word[], tables: Tables): SaidRecordAction | null {
  const [of, to] = [indexOf(words, 'of'), indexOf(words, 'to')]
  if (of < 2 || to < of) return null
  const where = indexOf(words, 'where', to)
  const table = named(tables, textFrom(line, words, of + 1, to), 'data table')
  const column = named(table.columns, textFrom(line, words, 1, of), `column of ${table.name}`)
  return { do: 'set records', table: table.id, column: column.id, to: line.slice(words[to]?.to, where < 0 ? undefined : words[where]?.from).trim(), where: conditionAt(line, words, where) }
}

function moving(line: string, words: readonly Word[], tables: Tables): SaidRecordAction {
  const at = words.findIndex(({ text }) => PLACES.some((place) => place === text.toLowerCase()))
  const to = PLACES.find((place) => place === words[at]?.text.toLowerCase())
  if (!to) throw new RheoError('unreadable', line, `Write where it is moved: ${PLACES.join(', ')}.`)
  if (words[1]?.text.toLowerCase() === 'item') return { do: 'move records', table: null, where: null, to }
  return { do: 'move records', ...meant(line, words[1]?.text.toLowerCase() === 'in' ? 2 : 1, at, tables), to }
}

const PLACES = ['first', 'up', 'down', 'last'] as const

/** A table by its name, with the condition that says which of its records are meant. */
function meant(line: string, from: number, to: number, tables: Tables): { readonly table: string; readonly where: string | null } {
  const words = wordsOf(line)
  const where = indexOf(words, 'where', from)
  return { table: named(tables, textFrom(line, words, from, where < 0 ? to : Math.min(to, where)), 'data table').id, where: conditionAt(line, words, where) }
}

function conditionAt(line: string, words: readonly Word[], where: number): string | null {
  if (where < 0) return null
  const condition = line.slice(words[where]?.to).trim()
  if (condition === '') throw new RheoError('unreadable', line, 'Write which records are meant after “where”: record.price > 3.')
  return condition
}

const indexOf = (words: readonly Word[], text: string, from = 1): number => words.findIndex((word, index) => index >= from && !word.isQuoted && word.text.toLowerCase() === text)

/** The text between two words, without the quotes it is in. */
function textFrom(line: string, words: readonly Word[], from: number, to = -1): string {
  const end = to < 0 ? line.length : (words[to]?.from ?? line.length)
  return unquoted(line.slice(words[from]?.from ?? end, end).trim())
}
