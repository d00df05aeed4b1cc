import { never } from '../document'
import { FUNCTIONS } from './functions'
import { ExpressionError, parseExpression, placeOf, type Expression } from './parse'

export type ExpressionType = 'number' | 'text' | 'yes/no'

/** The names an expression may use, with their types. */
export type Scope = Readonly<Record<string, ExpressionType>>

/**
 * The type of an expression. Throws an `ExpressionError` for a name that is not in scope and for operands whose
 * types do not go together.
 */
export function typeOf(text: string, scope: Scope): ExpressionType {
  return visit(parseExpression(text))

  function visit(node: Expression): ExpressionType {
    switch (node.kind) {
      case 'literal':
        return typeof node.value === 'number' ? 'number' : typeof node.value === 'boolean' ? 'yes/no' : 'text'
      case 'name': {
        const type = Object.hasOwn(scope, node.name) ? scope[node.name] : undefined
        if (type) return type
        const known = Object.keys(scope)
        const hint = known.length > 0 ? `Known here: ${known.join(', ')}.` : 'No names are known here yet.'
        throw new ExpressionError(placeOf(text, node.name), `Nothing is called “${node.name}”. ${hint}`)
      }
      case 'not':
        return require(node.of, 'yes/no', '!')
      case 'minus':
        return require(node.of, 'number', '-')
      case 'if': {
        require(node.test, 'yes/no', '?')
        const yes = visit(node.yes)
        const no = visit(node.no)
        if (yes !== no) throw new ExpressionError(placeOf(text, '?'), `One side of “?” is a ${yes}, the other a ${no}.`)
        return yes
      }
      case 'call': {
        const { argument, result } = FUNCTIONS[node.name]!
        for (const arg of node.args) require(arg, argument, node.name)
        return result
      }
      case 'binary':
        return binary(node)
      default:
        return never(node, 'expression')
    }
  }

  function binary({ operator, left, right }: Extract<Expression, { kind: 'binary' }>): ExpressionType {
    switch (operator) {
      case '&&':
      case '||':
        require(left, 'yes/no', operator)
        return require(right, 'yes/no', operator)
      case '==':
      case '===':
      case '!=':
      case '!==': {
        const [a, b] = [visit(left), visit(right)]
        if (a !== b) throw new ExpressionError(placeOf(text, operator), `“${operator}” compares a ${a} with a ${b}.`)
        return 'yes/no'
      }
      case '+': {
        const [a, b] = [visit(left), visit(right)]
        if (a === 'yes/no' || b === 'yes/no') throw new ExpressionError(placeOf(text, operator), `“+” cannot add a yes/no.`)
        return a === 'text' || b === 'text' ? 'text' : 'number'
      }
      default:
        require(left, 'number', operator)
        require(right, 'number', operator)
        return operator === '<' || operator === '<=' || operator === '>' || operator === '>=' ? 'yes/no' : 'number'
    }
  }

  function require(node: Expression, wanted: ExpressionType, operator: string): ExpressionType {
    const type = visit(node)
    if (type !== wanted) throw new ExpressionError(placeOf(text, operator), `“${operator}” needs a ${wanted}, not a ${type}.`)
    return type
  }
}
