import { RheoError, type Literal, type Named, type Parameter, type Token, type Variable } from '../../document'
import { clausesOf, halves } from '../pieces'
import { quoted, unquoted } from '../words'
import { also, alsoIn, leftOver } from './also'
import { listed, ownIdClause, withoutId } from './clauses'
import { formLine, type FormLine, type WrittenLine } from './form-lines'
import { idOf, nameText, referenceText, referred } from './names'
import { noted, noteLines } from './note-text'

/** What is called by a name and has a value: a parameter, a variable, a token. */
interface Valued {
  readonly id: string
  readonly name: string
  readonly type: (Parameter | Variable | Token)['type']
  readonly min?: number | undefined
  readonly max?: number | undefined
  readonly step?: number | undefined
  readonly choices?: readonly string[] | undefined
  readonly note?: string | undefined
}

const RANGE = { least: 'min', most: 'max', step: 'step' } as const

/** `parameter labelText: text "Board"`, `variable tries: number 0, least 0, most 9`, `token quick: duration 160`. */
export function valuedLine(keyword: string, valued: Valued, value: Literal, field: string, before: readonly Named[], components: readonly Named[]): WrittenLine {
  const { id, name, type, choices } = valued
  const ranged = Object.entries(RANGE).flatMap(([word, bound]) => (valued[bound] === undefined ? [] : [`${word} ${valued[bound]}`]))
  const text = `${keyword} ${nameText(name)}: ${listed([`${type} ${literalText(type, value, components)}`, ...ranged, ...(choices ? [`of ${choices.map((choice) => quoted(choice)).join(' ')}`] : []), ...ownIdClause({ id, name }, before)])}`
  return { text, notes: noteLines(valued), inside: also(leftOver({ ...valued, [field]: value }, () => readValued(formLine(text), keyword, field, before, components))) }
}

function literalText(type: Valued['type'], value: Literal, components: readonly Named[]): string {
  if (type === 'slot') return value === '' ? 'nothing' : referenceText(components, String(value), ['nothing'])
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'string') return type === 'colour' && /^#[0-9a-f]+$/i.test(value) ? value : quoted(value)
  return JSON.stringify(value)
}

/** Reads what `valuedLine` writes; the value goes into `field`. Throws a `RheoError` (`unreadable`). */
export function readValued(line: FormLine, keyword: string, field: string, before: readonly Named[], components: readonly Named[], known: readonly Named[] = []): object {
  const [head, body] = halves(line.text, ':')
  const name = unquoted(head.slice(keyword.length).trim())
  const { id, others: [first = '', ...others] } = withoutId(clausesOf(body), idOf(name, before, known))
  const [, type = '', said = ''] = /^(yes\/no|text|number|choice|colour|slot|duration|easing|size)\s*(.*)$/s.exec(first) ?? []
  if (type === '') throw new RheoError('unreadable', first, `Behind the colon comes what ${name} is, and its value: text "Board", number 0, yes/no no, choice "M", colour #24506f.`)
  const more = Object.fromEntries(others.map((clause) => {
    const [word = '', ...rest] = clause.split(' ')
    if (word === 'of') return ['choices', [...clause.matchAll(/"(?:[^"\\]|\\.)*"/g)].map(([choice]) => unquoted(choice))]
    if (word !== 'least' && word !== 'most' && word !== 'step') throw new RheoError('unreadable', clause, `“${clause}” says nothing of a ${keyword}: least 0, most 9, step 1, of "S" "M".`)
    return [RANGE[word], Number(rest.join(' '))]
  }))
  return noted(alsoIn({ id, name, type, [field]: literalIn(type, said, components), ...more }, line.inside), line)
}

function literalIn(type: string, said: string, components: readonly Named[]): Literal {
  if (type === 'slot') return said === 'nothing' || said === '' ? '' : referred(components, unquoted(said), 'component')
  if (type === 'yes/no' && (said === 'yes' || said === 'no')) return said === 'yes'
  if (said.startsWith('"')) return unquoted(said)
  if (type === 'number' || type === 'duration' || type === 'size') {
    const number = said === '' ? NaN : Number(said)
    if (!Number.isFinite(number)) throw new RheoError('unreadable', said, `“${said}” is no number.`)
    return number
  }
  return said
}
