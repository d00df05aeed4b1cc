import { messageOf, RheoError, type DataTable, type ItemOrder, type Motion, type Project, type Value } from '@rheoscope/core/document'
import { itemScope, type Scope } from '@rheoscope/core/expression'
import { easingProblem } from '@rheoscope/core/motion'
import { readNamedValues, readOrder, type NamedValue, type SaidText } from '@rheoscope/core/written'
import { conditionProblem } from './condition'
import { wholeMs } from './ms-field'
import { parseNumber, parseValue, type Parsed } from './parse-value'

/** What was said of a part, by where it is kept. */
export interface SaidValues {
  /** In looks. */
  readonly properties: Readonly<Record<string, Value>>
  /** In the part itself. */
  readonly fields: Readonly<Record<string, SaidField>>
  /** In the motion of a list's items. */
  readonly motion: SaidMotion
  /** The icons it needs, by name. */
  readonly icons: readonly string[]
}

type SaidField = string | number | readonly ItemOrder[]

type SaidMotion = Partial<Pick<Motion, 'durationMs' | 'easing' | 'stagger'>>

/** The names with their values that a line says, none of which is taken, or why they cannot be. */
export const namedInLine = (line: string, taken: ReadonlySet<string>): Parsed<readonly NamedValue[]> => orProblem<readonly NamedValue[]>(() => {
  const named = readNamedValues(line)
  const double = named.find(({ name }) => taken.has(name))
  return double ? { problem: `The name ${double.name} is taken.` } : { value: named }
})

/**
 * The values of what was said, or the first problem among them.
 *
 * @param tableOf the table a list has so far
 */
export function valuesOf(said: readonly SaidText[], scope: Scope, { tokens, tables }: Pick<Project, 'tokens' | 'tables'>, tableOf: string | null = null): Parsed<SaidValues> {
  const properties: Record<string, Value> = {}
  const fields: Record<string, SaidField> = {}
  const motion: SaidMotion[] = []
  const icons: string[] = []
  const named = said.find(({ definition }) => definition.name === 'table')?.text ?? tableOf
  const table = tables.find(({ id }) => id === named)
  for (const { definition, text } of said) {
    const { name, type, keptAs } = definition
    if (keptAs === 'field') {
      const parsed = fieldOf(name, text, table, scope)
      if ('problem' in parsed) return parsed
      fields[name] = parsed.value
    } else if (keptAs === 'motion') {
      const parsed = motionOf(name, text)
      if ('problem' in parsed) return parsed
      motion.push(parsed.value)
    } else {
      const parsed: Parsed<Value> = definition.among ? { value: text } : parseValue(definition, text, scope, tokens)
      if ('problem' in parsed) return parsed
      properties[name] = parsed.value
      if (type === 'icon' && typeof parsed.value === 'string' && parsed.value !== '') icons.push(parsed.value)
    }
  }
  return { value: { properties, fields, motion: Object.assign({}, ...motion), icons } }
}

function fieldOf(name: string, text: string, table: DataTable | undefined, scope: Scope): Parsed<SaidField> {
  switch (name) {
    case 'order':
      return orderOr(text, table, scope)
    case 'most':
      return countOf(text)
    case 'filter': {
      const condition = text.replace(/^=\s*/, '')
      return orValue(conditionProblem(condition, { ...scope, ...itemScope(table) }, 'A filter'), condition)
    }
    default:
      return { value: text }
  }
}

function motionOf(name: string, text: string): Parsed<SaidMotion> {
  if (name === 'easing') return orValue(easingProblem(text), { easing: text })
  const ms = wholeMs(text)
  if (typeof ms === 'string') return { problem: ms }
  return { value: name === 'stagger' ? { stagger: { stepMs: ms, from: 'first' } } : { durationMs: ms } }
}

/** What items are in order by, or why it cannot be read. */
export const orderOr = (text: string, table: DataTable | undefined, scope: Scope): Parsed<readonly ItemOrder[]> =>
  orProblem(() => ({ value: readOrder(text, table, { ...scope, ...itemScope(table) }) }))

/** How many items there are at most. */
export function countOf(text: string): Parsed<number> {
  const count = parseNumber(text)
  if ('problem' in count) return count
  return Number.isInteger(count.value) && count.value >= 0 ? count : { problem: 'A whole number, 0 or more.' }
}

const orValue = <T>(problem: string | null, value: T): Parsed<T> => (problem === null ? { value } : { problem })

/** What reading a line gives, or the sentence it is refused with. */
export function orProblem<T>(read: () => Parsed<T>): Parsed<T> {
  try {
    return read()
  } catch (error) {
    if (error instanceof RheoError) return { problem: messageOf(error) }
    throw error
  }
}
