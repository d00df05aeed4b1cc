import { jsonOr, RheoError, type Column, type DataRecord, type DataTable, type IconOutline, type Literal } from '../../document'
import { clausesOf, halves } from '../pieces'
import { quoted, unquoted, wordsOf } from '../words'
import { also, alsoIn, leftOver } from './also'
import { headOf, idClause, listed, ownIdClause, withoutId } from './clauses'
import { formLine, type FormLine, type WrittenLine } from './form-lines'
import { earlier, idOf, nameText } from './names'
import { noted, noteLines } from './note-text'

/** A cell that nothing was written into. */
const EMPTY = '-'

/** `table goods`, with its columns and records below: `column price: number`, `record "Oil", 3, no`. */
export function tableLine(table: DataTable, before: readonly DataTable[]): WrittenLine {
  const { columns, records } = table
  const text = listed([`table ${nameText(table.name)}`, ...ownIdClause(table, before)])
  const inside = [
    ...columns.map((column): WrittenLine => ({ text: `column ${nameText(column.name)}: ${listed([column.type, ...ownIdClause(column, earlier(columns, column.id))])}`, inside: [] })),
    ...records.map((record, index) => recordLine(columns, record, index)),
  ]
  return { text, notes: noteLines(table), inside: [...inside, ...also(leftOver(table, () => readTable(formLine(text, inside), before)))] }
}

function recordLine(columns: readonly Column[], record: DataRecord, index: number): WrittenLine {
  const cells = columns.map(({ id }) => (Object.hasOwn(record.cells, id) ? cellText(record.cells[id] ?? null) : EMPTY))
  const text = `record ${listed([...cells, ...idClause(record.id, `record${index + 1}`)])}`
  return { text, inside: also(leftOver(record, () => recordOf(columns, formLine(text), index))) }
}

const cellText = (cell: Literal): string => (typeof cell === 'boolean' ? (cell ? 'yes' : 'no') : typeof cell === 'string' ? quoted(cell) : JSON.stringify(cell))

/** Reads a table. Throws a `RheoError` (`unreadable`). */
export function readTable(line: FormLine, before: readonly DataTable[]): DataTable {
  const { text, inside } = line
  const { id, name } = headOf(text, before)
  const columns: Column[] = []
  for (const column of inside.filter(isColumn)) columns.push(columnOf(column, columns))
  const records = inside.filter((each) => each.text.startsWith('record')).map((each, index) => recordOf(columns, each, index))
  return noted(alsoIn({ id, name, columns, records }, inside), line)
}

const isColumn = ({ text }: FormLine): boolean => text.startsWith('column')

function columnOf({ text }: FormLine, before: readonly Column[]): Column {
  const [head, body] = halves(text, ':')
  const name = wordsOf(head)[1]?.text ?? ''
  const { id, others: [type = ''] } = withoutId(clausesOf(body), idOf(name, before))
  const known = TYPES.find((each) => each === type)
  if (!known) throw new RheoError('unreadable', type, `A column is of ${TYPES.join(', ')}.`)
  return { id, name, type: known }
}

const TYPES = ['text', 'number', 'yes/no', 'colour', 'picture'] as const

function recordOf(columns: readonly Column[], { text, inside }: FormLine, index: number): DataRecord {
  const { id, others } = withoutId(clausesOf(text.slice('record'.length)), `record${index + 1}`)
  const cells = columns.flatMap(({ id: column }, at): readonly (readonly [string, Literal])[] => {
    const said = others[at] ?? EMPTY
    return said === EMPTY ? [] : [[column, cellOf(said)]]
  })
  return alsoIn({ id, cells: Object.fromEntries(cells) }, inside)
}

function cellOf(said: string): Literal {
  if (said === 'yes' || said === 'no') return said === 'yes'
  const value = said.startsWith('"') ? unquoted(said) : jsonOr(said, null)
  if (typeof value !== 'string' && typeof value !== 'number') throw new RheoError('unreadable', said, 'A cell is a text in quotes, a number, yes, no, or - where nothing is written.')
  return value
}

/** `icon anchor "M12 2 …"`: an outline in a field of 24 by 24. */
export function iconLine({ id, name, d }: IconOutline, before: readonly IconOutline[]): WrittenLine {
  return { text: listed([`icon ${nameText(name)} ${quoted(d)}`, ...ownIdClause({ id, name }, before)]), inside: [] }
}

/** Reads an icon. Throws a `RheoError` (`unreadable`). */
export function readIcon({ text }: FormLine, before: readonly IconOutline[]): IconOutline {
  const { id, name, words: [outline] } = headOf(text, before)
  return { id, name, d: outline?.text ?? '' }
}
