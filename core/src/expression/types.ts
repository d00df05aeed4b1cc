import { certain, lastOf, never } from '../document'
import { AGGREGATES } from './aggregates'
import { FUNCTIONS } from './functions'
import { ANGLE_TO_POINTER, ExpressionError, parseExpression, placeInText, type AggregateExpression, type Expression } from './parse'
import { READINGS } from './readings'
import { columnName, isOfRecord, isTableName, ofRecord, tableName } from './tables'

/** `anything` is what nobody knows beforehand, such as what comes with a message from outside: it goes with whatever is asked for. */
export type ExpressionType = 'number' | 'text' | 'yes/no' | 'anything'

/** The names an expression may use, with their types. */
export type Scope = Readonly<Record<string, ExpressionType>>

/**
 * The type of an expression. Throws an `ExpressionError` for a name that is not in scope and for operands whose
 * types do not go together.
 */
export const typeOf = (text: string, scope: Scope): ExpressionType => new Typing(text, scope).of(parseExpression(text))

/** The names of a scope that can be written as they are. */
export const namesToWrite = (scope: Scope): readonly string[] => Object.keys(scope).filter((name) => !isTableName(name))

/** The names a scope adds where the records of a table are asked about. */
export function recordScope(scope: Scope, table: string): Scope {
  const before = columnName(table, '')
  return Object.fromEntries(Object.entries(scope).flatMap(([name, type]) => (name.startsWith(before) ? [[ofRecord(name.slice(before.length)), type]] : [])))
}

/** Whether something of one type can be of the other. */
export const goWith = (one: ExpressionType, other: ExpressionType): boolean => one === other || one === 'anything' || other === 'anything'

const known = (one: ExpressionType, other: ExpressionType): ExpressionType => (one === 'anything' ? other : one)

class Typing {
  constructor(private readonly text: string, private readonly scope: Scope) {}

  of(node: Expression): ExpressionType {
    switch (node.kind) {
      case 'literal':
        return typeof node.value === 'number' ? 'number' : typeof node.value === 'boolean' ? 'yes/no' : 'text'
      case 'name':
        return this.ofName(node.name)
      case ANGLE_TO_POINTER:
        return Object.hasOwn(this.scope, `${node.part}.natural.width`) ? 'number' : this.fail(node.part, `No part is called “${node.part}”.`)
      case 'not':
        return this.require(node.of, 'yes/no', '!')
      case 'minus':
        return this.require(node.of, 'number', '-')
      case 'if': {
        this.require(node.test, 'yes/no', '?')
        const yes = this.of(node.yes)
        const no = this.of(node.no)
        return goWith(yes, no) ? known(yes, no) : this.fail('?', `One side of “?” is a ${yes}, the other a ${no}.`)
      }
      case 'call': {
        const { parameters, result } = certain(FUNCTIONS[node.name])
        node.args.forEach((arg, index) => this.require(arg, parameters[index] ?? lastOf(parameters), node.name))
        return result
      }
      case 'aggregate':
        return this.ofAggregate(node)
      case 'binary':
        return this.ofBinary(node)
      default:
        return never(node, 'expression')
    }
  }

  private ofAggregate({ name, table, of, column }: AggregateExpression): ExpressionType {
    if (!Object.hasOwn(this.scope, tableName(table))) {
      const tables = Object.keys(this.scope).filter((each) => isTableName(each) && each.endsWith(')')).map((each) => each.slice(tableName('').length - 1, -1))
      return this.fail(table, `No data table is called “${table}”. ${tables.length > 0 ? `There are: ${tables.join(', ')}.` : 'There is none yet.'}`)
    }
    const columns = recordScope(this.scope, table)
    const { asks, result } = AGGREGATES[name]
    if (of) new Typing(this.text, { ...this.scope, ...columns }).require(of, asks, name)
    if (result !== null) return result
    const type = column === null ? undefined : columns[ofRecord(column)]
    return type ?? this.fail(column ?? name, `The data table ${table} has no column “${column ?? ''}”. ${columnsIn(columns)}`)
  }

  private ofName(name: string): ExpressionType {
    const type = Object.hasOwn(this.scope, name) ? this.scope[name] : undefined
    if (type) return type
    const names = namesToWrite(this.scope)
    if (isOfRecord(name)) return this.fail(name, names.some(isOfRecord) ? `No column is called “${name}”. ${columnsIn(this.scope)}` : '“record” is a record of a table that is asked about, such as in count(goods, record.price > 3).')
    const measures = names.filter((each) => each.includes('.natural.'))
    const spoken = names.filter((each) => each.endsWith(')'))
    const readings = names.filter((each) => READINGS.some((reading) => each.endsWith(`.${reading}`)) && Object.hasOwn(this.scope, `${each.slice(0, each.indexOf('.'))}.natural.width`))
    const known = names.filter((each) => !measures.includes(each) && !spoken.includes(each) && !readings.includes(each))
    const measured = measures.length > 0 ? ` Sizes of content, such as ${lastOf(measures)}, and where parts stand, such as ${readings[0] ?? ''}, are known too.` : ''
    const asked = spoken.length > 0 ? ` Of states: ${spoken.slice(0, 6).join(', ')}${spoken.length > 6 ? ', …' : ''}.` : ''
    return this.fail(name, `Nothing is called “${name}”. ${known.length > 0 ? `Known here: ${known.join(', ')}.` : 'No names are known here yet.'}${measured}${asked}`)
  }

  private ofBinary({ operator, left, right }: Extract<Expression, { kind: 'binary' }>): ExpressionType {
    switch (operator) {
      case '&&':
      case '||':
        this.require(left, 'yes/no', operator)
        return this.require(right, 'yes/no', operator)
      case '==':
      case '===':
      case '!=':
      case '!==': {
        const [a, b] = [this.of(left), this.of(right)]
        return goWith(a, b) ? 'yes/no' : this.fail(operator, `“${operator}” compares a ${a} with a ${b}.`)
      }
      case '+': {
        const [a, b] = [this.of(left), this.of(right)]
        if (a === 'yes/no' || b === 'yes/no') return this.fail(operator, '“+” cannot add a yes/no.')
        return a === 'text' || b === 'text' ? 'text' : a === 'anything' || b === 'anything' ? 'anything' : 'number'
      }
      case '<':
      case '<=':
      case '>':
      case '>=': {
        // What nobody knows beforehand is held against a number unless the other is a text.
        const wanted = [left, right].some((side) => this.of(side) === 'text') ? 'text' : 'number'
        this.require(left, wanted, operator)
        this.require(right, wanted, operator)
        return 'yes/no'
      }
      default:
        this.require(left, 'number', operator)
        return this.require(right, 'number', operator)
    }
  }

  require(node: Expression, wanted: ExpressionType, operator: string): ExpressionType {
    const type = this.of(node)
    return goWith(type, wanted) ? wanted : this.fail(operator, `“${operator}” needs a ${wanted}, not a ${type}.`)
  }

  private fail(word: string, sentence: string): never {
    throw new ExpressionError(placeInText(this.text, word), sentence)
  }
}

const columnsIn = (scope: Scope): string => {
  const columns = Object.keys(scope).filter(isOfRecord)
  return columns.length > 0 ? `Known: ${columns.join(', ')}.` : 'It has no columns yet.'
}
