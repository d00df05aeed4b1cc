import { RheoError, type Identified, type Named } from '../../document'
import { clausesOf } from '../pieces'
import { wordsOf, type Word } from '../words'
import { idOf } from './names'

export const listed = (clauses: readonly string[]): string => clauses.filter((clause) => clause !== '').join(', ')

/** Says an identifier where it is not the one that is made where none is said. */
export const idClause = (id: string, made: string): readonly string[] => (id === made ? [] : [`id ${id}`])

/** Says the identifier of something where it is not made of its name. */
export const ownIdClause = ({ id, name }: Named, before: readonly Identified[]): readonly string[] => idClause(id, idOf(name, before))

/** Clauses without the one that says an identifier, and that, or the one that is made where none is said. */
export function withoutId(clauses: readonly string[], made: string): { readonly id: string; readonly others: readonly string[] } {
  const said = clauses.find((clause) => clause.startsWith('id '))
  return { id: said?.slice('id '.length) ?? made, others: clauses.filter((clause) => clause !== said) }
}

/** What comes behind a word in each of the clauses that begin with it. */
export const allBehind = (clauses: readonly string[], word: string): readonly string[] => clauses.filter((clause) => clause.startsWith(`${word} `)).map((clause) => clause.slice(word.length + 1))

/** What comes behind a word in the first of the clauses that begins with it; undefined where none does. */
export const behind = (clauses: readonly string[], word: string): string | undefined => allBehind(clauses, word)[0]

/** What a line says first: its name, its identifier, the words behind the name, and the clauses behind them. */
export interface Head extends Named {
  readonly words: readonly Word[]
  readonly clauses: readonly string[]
}

/**
 * The head of a line. Throws a `RheoError` (`unreadable`) where there is no name.
 *
 * @param known what there was when the text was written
 */
export function headOf(text: string, before: readonly Identified[], known: readonly Named[] = []): Head {
  const [head = '', ...said] = clausesOf(text)
  const [, name, ...words] = wordsOf(head)
  if (!name) throw new RheoError('unreadable', text, 'It lacks its name.')
  const { id, others } = withoutId(said, idOf(name.text, before, known))
  return { id, name: name.text, words, clauses: others }
}
