import { messageOf, RheoError, type Token, type Value } from '@rheoscope/core/document'
import type { Scope } from '@rheoscope/core/expression'
import { readNamedValues, readProperties, type Describable, type NamedValue, type SaidText } from '@rheoscope/core/written'
import { parseValue, type Parsed } from './parse-value'

type Values = Readonly<Record<string, Value>>

/** The values by property that a line says of a part, or why it cannot be taken. */
export function valuesInLine(line: string, of: Describable, scope: Scope, tokens: readonly Token[]): Parsed<Values> {
  return orProblem(() => valuesOf(readProperties(line, of), scope, tokens))
}

/** The names with their values that a line says, none of which is taken, or why they cannot be. */
export const namedInLine = (line: string, taken: ReadonlySet<string>): Parsed<readonly NamedValue[]> => orProblem<readonly NamedValue[]>(() => {
  const named = readNamedValues(line)
  const double = named.find(({ name }) => taken.has(name))
  return double ? { problem: `The name ${double.name} is taken.` } : { value: named }
})

/** The values of what was said, or the first problem among them. */
export function valuesOf(said: readonly SaidText[], scope: Scope, tokens: readonly Token[]): Parsed<Values> {
  const values: Record<string, Value> = {}
  for (const { definition, text } of said) {
    const parsed = parseValue(definition, text, scope, tokens)
    if ('problem' in parsed) return parsed
    values[definition.name] = parsed.value
  }
  return { value: values }
}

/** What reading a line gives, or the sentence it is refused with. */
export function orProblem<T>(read: () => Parsed<T>): Parsed<T> {
  try {
    return read()
  } catch (error) {
    if (error instanceof RheoError) return { problem: messageOf(error) }
    throw error
  }
}
