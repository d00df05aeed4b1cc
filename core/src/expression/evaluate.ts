import { asNumber, cellIn, certain, columnsOf, emptyCell, isTable, never, readOf, type DataRecord, type DataTable, type Literal, type Worth } from '../document'
import { ofAll } from './aggregates'
import { FUNCTIONS } from './functions'
import { ANGLE_TO_POINTER, ExpressionError, operandsOf, parseExpression, type AggregateExpression, type Expression } from './parse'
import { isHandReading } from './readings'
import { isOfRecord, tableName } from './tables'
import { orderOf } from './text-order'

/** What names stand for when an expression is evaluated: values, and tables under their names as `tableName` has them. */
export type Environment = Readonly<Record<string, Worth>>

/** A record an expression is asked about. */
export interface AskedRecord {
  readonly table: DataTable
  readonly record: DataRecord
}

/** So many records may be asked about before an expression comes to a value. */
const MOST_ASKED = 1_000_000

/**
 * The value of an expression. Throws an `ExpressionError` for a name the environment does not hold, and where it would ask more
 * than a million records.
 *
 * @param asked the record whose columns it can read, where it is asked about one
 */
export const evaluate = (text: string, environment: Environment, asked: AskedRecord | null = null): Literal => new Evaluation(environment).of(parseExpression(text), asked)

/** The value of an expression that has been read, asked about no record; throws as `evaluate`. */
export const valueOfTree = (node: Expression, environment: Environment): Literal => new Evaluation(environment).of(node, null)

/** The name under which an environment holds the direction from a part to the pointer, in degrees clockwise from up. */
export const angleName = (part: string): string => `${ANGLE_TO_POINTER}(${part})`

/** The parts, by their names as one word, whose direction to the pointer is among some names. */
export const partsWithAngle = (names: Iterable<string>): readonly string[] =>
  [...names].flatMap((name) => (name.startsWith(`${ANGLE_TO_POINTER}(`) ? [name.slice(ANGLE_TO_POINTER.length + 1, -1)] : []))

/** Every name an expression reads, each once. */
export function namesIn(text: string): readonly string[] {
  const names = new Set<string>()
  const visit = (node: Expression, asksRecords: boolean): void => {
    if (node.kind === 'name' && !(asksRecords && isOfRecord(node.name))) names.add(node.name)
    else if (node.kind === ANGLE_TO_POINTER) names.add(angleName(node.part))
    else if (node.kind === 'aggregate') names.add(tableName(node.table))
    for (const inner of operandsOf(node)) visit(inner, asksRecords || node.kind === 'aggregate')
  }
  visit(parseExpression(text), false)
  return [...names]
}

class Evaluation {
  private asked = 0

  constructor(private readonly environment: Environment) {}

  of(node: Expression, asked: AskedRecord | null): Literal {
    const of = (inner: Expression) => this.of(inner, asked)
    switch (node.kind) {
      case 'literal':
        return node.value
      case 'name':
        return this.named(node.name, asked, isHandReading(node.name) ? 0 : undefined)
      case ANGLE_TO_POINTER:
        return this.named(angleName(node.part), null, 0)
      case 'not':
        return of(node.of) !== true
      case 'minus':
        return -asNumber(of(node.of))
      case 'if':
        return of(node.test) === true ? of(node.yes) : of(node.no)
      case 'call':
        return certain(FUNCTIONS[node.name]).call(...node.args.map(of))
      case 'aggregate':
        return this.aggregate(node)
      case 'binary':
        return binary(node, of)
      default:
        return never(node, 'expression')
    }
  }

  private named(name: string, asked: AskedRecord | null, otherwise?: Literal): Literal {
    const read = asked && isOfRecord(name) ? readOf(asked.table, asked.record, name) : undefined
    if (read !== undefined) return read
    const worth = Object.hasOwn(this.environment, name) ? (this.environment[name] ?? null) : otherwise
    if (worth === undefined || isTable(worth)) throw new ExpressionError(0, `Nothing is called “${name}”.`)
    return worth
  }

  private aggregate({ name, table: word, of, column }: AggregateExpression): Literal {
    const table = Object.hasOwn(this.environment, tableName(word)) ? this.environment[tableName(word)] : undefined
    if (!isTable(table)) throw new ExpressionError(0, `No data table is called “${word}”.`)
    const ask = (record: DataRecord): Literal => {
      if (++this.asked > MOST_ASKED) throw new ExpressionError(0, `“${name}” asks more than ${MOST_ASKED.toLocaleString('en')} records.`)
      return of === null || this.of(of, { table, record })
    }
    const { records } = table
    switch (name) {
      case 'count':
        return of === null ? records.length : records.filter((record) => ask(record) === true).length
      case 'any':
        return records.some((record) => ask(record) === true)
      case 'every':
        return records.every((record) => ask(record) === true)
      case 'first': {
        const read = columnsOf(table).get(column ?? '')
        if (!read) throw new ExpressionError(0, `The data table ${word} has no column “${column ?? ''}”.`)
        const found = records.find((record) => ask(record) === true)
        return found ? cellIn(found, read) : emptyCell(read)
      }
      default:
        return ofAll(name, records.map(ask))
    }
  }
}

function binary({ operator, left, right }: Extract<Expression, { kind: 'binary' }>, of: (inner: Expression) => Literal): Literal {
  if (operator === '&&') return of(left) === true && of(right) === true
  if (operator === '||') return of(left) === true || of(right) === true
  const [a, b] = [of(left), of(right)]
  switch (operator) {
    case '+':
      return typeof a === 'number' && typeof b === 'number' ? a + b : String(a) + String(b)
    case '-':
      return asNumber(a) - asNumber(b)
    case '*':
      return asNumber(a) * asNumber(b)
    case '/':
      return asNumber(a) / asNumber(b)
    case '%':
      return asNumber(a) % asNumber(b)
    case '<':
      return differenceOf(a, b) < 0
    case '<=':
      return differenceOf(a, b) <= 0
    case '>':
      return differenceOf(a, b) > 0
    case '>=':
      return differenceOf(a, b) >= 0
    case '==':
    case '===':
      return a === b
    case '!=':
    case '!==':
      return a !== b
    default:
      return never(operator, 'operator')
  }
}

/** Below 0 where one value comes before another: of numbers the smaller, of texts as `orderOf` has them. NaN is neither before nor after anything. */
function differenceOf(a: Literal, b: Literal): number {
  if (typeof a === 'string' && typeof b === 'string') return orderOf(a, b)
  const [one, other] = [asNumber(a), asNumber(b)]
  return one === other ? 0 : one - other
}
