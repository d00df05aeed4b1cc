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
  readonly fields: Readonly<Record<string, string | number | readonly ItemOrder[]>>
  /** In the motion of a list's items. */
  readonly motion: Partial<Pick<Motion, 'durationMs' | 'easing' | 'stagger'>>
  /** The icons it needs, by name. */
  readonly icons: readonly string[]
}

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
  const fields: Record<string, string | number | readonly ItemOrder[]> = {}
  let motion: SaidValues['motion'] = {}
  const icons: string[] = []
  const table = said.find(({ definition }) => definition.name === 'table')?.text ?? tableOf
  const shown = tables.find(({ id }) => id === table)
  for (const { definition, text } of said) {
    const { name, type, keptAs, among } = definition
    if (name === 'order') {
      const order = orderOr(text, shown, scope)
      if ('problem' in order) return order
      fields.order = order.value
      continue
    }
    if (name === 'most') {
      const most = countOf(text)
      if ('problem' in most) return most
      fields.most = most.value
      continue
    }
    const expr = text.replace(/^=\s*/, '')
    const parsed: Parsed<Value> =
      name === 'filter' ? orValue(conditionProblem(expr, { ...scope, ...itemScope(shown) }, 'A filter'), expr)
        : name === 'easing' ? orValue(easingProblem(text), text)
        : keptAs === 'motion' ? timeOf(text)
        : among || keptAs === 'field' ? { value: text }
        : parseValue(definition, text, scope, tokens)
    if ('problem' in parsed) return parsed
    const { value } = parsed
    if (keptAs === 'field') fields[name] = String(value)
    else if (keptAs === 'motion') motion = { ...motion, [name]: name === 'stagger' ? { stepMs: Number(value), from: 'first' } : value }
    else properties[name] = value
    if (type === 'icon' && typeof value === 'string' && value !== '') icons.push(value)
  }
  return { value: { properties, fields, motion, icons } }
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

const orValue = (problem: string | null, value: Value): Parsed<Value> => (problem === null ? { value } : { problem })

function timeOf(text: string): Parsed<Value> {
  const ms = wholeMs(text)
  return typeof ms === 'string' ? { problem: ms } : { value: ms }
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
