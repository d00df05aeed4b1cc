import jsep from 'jsep'
import { LRUCache } from 'lru-cache'
import { AGGREGATE_NAMES, isFields, literally, never, RheoError, type AggregateName } from '../document'
import { AGGREGATES } from './aggregates'
import { FUNCTIONS } from './functions'

/** An expression as a tree: the subset of ECMAScript that values and guards are written in. */
export type Expression =
  | { readonly kind: 'literal'; readonly value: number | string | boolean | null }
  | { readonly kind: 'name'; readonly name: string }
  | { readonly kind: 'not' | 'minus'; readonly of: Expression }
  | { readonly kind: 'binary'; readonly operator: BinaryOperator; readonly left: Expression; readonly right: Expression }
  | { readonly kind: 'if'; readonly test: Expression; readonly yes: Expression; readonly no: Expression }
  /** The direction from a part, by its name as one word, to the pointer. */
  | { readonly kind: 'angleToPointer'; readonly part: string }
  | { readonly kind: 'call'; readonly name: string; readonly args: readonly Expression[] }
  | AggregateExpression

/** What the records of a table come to; `of` is asked of each of them, and reads its columns as `record.name`. */
export interface AggregateExpression {
  readonly kind: 'aggregate'
  readonly name: AggregateName
  /** The table, by its name as one word. */
  readonly table: string
  readonly of: Expression | null
  /** The column that is read of the record that was found, by its name as one word. */
  readonly column: string | null
}

export const EQUALITIES = ['==', '===', '!=', '!=='] as const

export const ORDERINGS = ['<', '<=', '>', '>='] as const

export const BINARY_OPERATORS = ['+', '-', '*', '/', '%', ...ORDERINGS, ...EQUALITIES, '&&', '||'] as const

export type BinaryOperator = (typeof BINARY_OPERATORS)[number]

/** The expressions an expression is made of, in the order they are written. */
export function operandsOf(node: Expression): readonly Expression[] {
  switch (node.kind) {
    case 'literal':
    case 'name':
    case ANGLE_TO_POINTER:
      return []
    case 'not':
    case 'minus':
      return [node.of]
    case 'binary':
      return [node.left, node.right]
    case 'if':
      return [node.test, node.yes, node.no]
    case 'call':
      return node.args
    case 'aggregate':
      return node.of ? [node.of] : []
    default:
      return never(node, 'expression')
  }
}

/** An error in an expression, with where in the text it stands (characters from the start). */
export class ExpressionError extends RheoError {
  constructor(readonly position: number, sentence: string) {
    super('expression', `character ${position + 1}`, sentence)
  }
}

const cache = new LRUCache<string, Expression>({ max: 5000 })

/** Reads an expression. Throws an `ExpressionError` with the place of what cannot be read. */
export function parseExpression(text: string): Expression {
  const known = cache.get(text)
  if (known) return known
  if (text.trim() === '') throw new ExpressionError(0, 'The expression is empty.')
  let tree: jsep.Expression
  try {
    tree = jsep(text)
  } catch (error) {
    const { index, description } = whatIsWrong(error)
    throw new ExpressionError(index, `At character ${index + 1}: ${description}.`)
  }
  const expression = translate(tree, text)
  cache.set(text, expression)
  return expression
}

/** What the parser says of a text it cannot read, and from which character on. */
function whatIsWrong(error: unknown): { readonly index: number; readonly description: string } {
  const said = isFields(error) ? error : {}
  return { index: typeof said.index === 'number' ? said.index : 0, description: typeof said.description === 'string' ? said.description : 'it cannot be read' }
}

/** What the parser makes of a text, by its types. */
type Node = jsep.CoreExpression | LogicalExpression

interface LogicalExpression extends jsep.Expression {
  type: 'LogicalExpression'
  operator: string
  left: jsep.Expression
  right: jsep.Expression
}

// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the parser has no plugins, which could make others
const nodeOf = (read: jsep.Expression): Node => read as Node

function translate(read: jsep.Expression, text: string): Expression {
  const inner = (child: jsep.Expression) => translate(child, text)
  const node = nodeOf(read)
  switch (node.type) {
    case 'Literal':
      if (node.value instanceof RegExp) break
      return { kind: 'literal', value: node.value }
    case 'Identifier':
      return { kind: 'name', name: node.name }
    case 'MemberExpression': {
      const of = nodeOf(node.object)
      return of.type === 'CallExpression' ? found(of, node, text) : { kind: 'name', name: dottedName(node, text) }
    }
    case 'UnaryExpression':
      if (node.operator === '!') return { kind: 'not', of: inner(node.argument) }
      if (node.operator === '-') return { kind: 'minus', of: inner(node.argument) }
      break
    case 'BinaryExpression':
    case 'LogicalExpression': {
      const operator = BINARY_OPERATORS.find((known) => known === node.operator)
      if (!operator) break
      return { kind: 'binary', operator, left: inner(node.left), right: inner(node.right) }
    }
    case 'ConditionalExpression':
      return { kind: 'if', test: inner(node.test), yes: inner(node.consequent), no: inner(node.alternate) }
    case 'CallExpression': {
      const name = dottedName(node.callee, text)
      if (name === ANGLE_TO_POINTER) return { kind: ANGLE_TO_POINTER, part: partNamed(node.arguments, text) }
      const spoken = SPEAKING.find((each) => each === name)
      if (spoken) return { kind: 'name', name: stateName(spoken, node.arguments, text) }
      const aggregate = AGGREGATE_NAMES.find((each) => each === name)
      if (aggregate) return aggregated(aggregate, node.arguments, text)
      const args = node.arguments.map(inner)
      const known = Object.hasOwn(FUNCTIONS, name) ? FUNCTIONS[name] : undefined
      if (!known) throw new ExpressionError(placeInText(text, name), `There is no function “${name}”. Known: ${[...Object.keys(FUNCTIONS), ...AGGREGATE_NAMES, ANGLE_TO_POINTER, ...SPEAKING].join(', ')}.`)
      if (args.length < known.least || args.length > known.most) {
        throw new ExpressionError(placeInText(text, name), `“${name}” takes ${known.takes}.`)
      }
      return { kind: 'call', name, args }
    }
    case 'Compound':
      throw new ExpressionError(text.length, 'The expression has several parts with nothing between them.')
    case 'ArrayExpression':
    case 'SequenceExpression':
    case 'ThisExpression':
      break
  }
  const what = 'operator' in node ? `“${String(node.operator)}”` : node.type
  throw new ExpressionError('operator' in node ? placeInText(text, String(node.operator)) : 0, `${what} cannot be used in an expression.`)
}

function aggregated(name: AggregateName, args: readonly jsep.Expression[], text: string, column: string | null = null): Expression {
  const [table, of, ...more] = args
  const { takes, isAlone } = AGGREGATES[name]
  const fail = (sentence: string): never => {
    throw new ExpressionError(placeInText(text, name), sentence)
  }
  if (!table || more.length > 0 || (!of && !isAlone)) return fail(`“${name}” takes ${takes}.`)
  const named = nodeOf(table)
  if (named.type !== 'Identifier') return fail(`“${name}” takes ${takes}; the table goes by its name as one word.`)
  if (name === 'first' && column === null) return fail('“first” is followed by the column that is read: first(table, condition).column.')
  return { kind: 'aggregate', name, table: named.name, of: of ? translate(of, text) : null, column }
}

/** `first(table, condition).column`. */
function found(call: jsep.CallExpression, { property, computed }: jsep.MemberExpression, text: string): Expression {
  const [name, column] = [nodeOf(call.callee), nodeOf(property)]
  if (name.type !== 'Identifier' || name.name !== 'first' || column.type !== 'Identifier' || computed) throw new ExpressionError(0, 'Only what “first” finds has columns to read: first(table, condition).column.')
  return aggregated('first', call.arguments, text, column.name)
}

/** The function that takes a part rather than a value. */
export const ANGLE_TO_POINTER = 'angleToPointer'

/** What refers to states rather than to values: `is(axis, state)` and `in(group)`, of the own component or, with the part before a dot, of an instance inside. */
const SPEAKING = ['is', 'in'] as const

/** The name under which an environment holds whether an axis is in a state, or in one of a group. */
export const isName = (axis: string, state: string): string => `is(${axis}, ${state})`

/** The name under which an expression reads whether an instance is in one of the states of a group: `in(group)`. */
export const inName = (group: string): string => `in(${group})`

function stateName(spoken: 'is' | 'in', args: readonly jsep.Expression[], text: string): string {
  const [first, second] = args.map((each) => dottedName(each, text))
  if (spoken === 'is' && first !== undefined && second !== undefined && args.length === 2) return isName(first, second)
  if (spoken === 'in' && first !== undefined && args.length === 1) return inName(first)
  throw new ExpressionError(placeInText(text, spoken), spoken === 'is' ? '“is” takes an axis and a state.' : '“in” takes a group.')
}

function partNamed(args: readonly jsep.Expression[], text: string): string {
  const [part] = args.map(nodeOf)
  if (args.length !== 1 || part?.type !== 'Identifier') throw new ExpressionError(placeInText(text, ANGLE_TO_POINTER), `“${ANGLE_TO_POINTER}” takes the name of one part.`)
  return part.name
}

function dottedName(read: jsep.Expression, text: string): string {
  const node = nodeOf(read)
  if (node.type === 'Identifier') return node.name
  if (node.type === 'MemberExpression' && !node.computed) return `${dottedName(node.object, text)}.${dottedName(node.property, text)}`
  throw new ExpressionError(0, 'A name is made of words joined by dots.')
}

/** Where a word first is in a text as a whole word; the start when it does not. */
export function placeInText(text: string, word: string): number {
  const escaped = literally(word)
  return Math.max(0, text.search(new RegExp(/^\w/.test(word) ? `(?<![\\w.])${escaped}(?!\\w)` : escaped)))
}
