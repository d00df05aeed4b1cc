import { asNumber, certain, never, type Literal } from '../document'
import { FUNCTIONS } from './functions'
import { ANGLE_TO_POINTER, ExpressionError, operandsOf, parseExpression, type Expression } from './parse'
import { orderOf } from './text-order'

/** What names stand for when an expression is evaluated. */
export type Environment = Readonly<Record<string, Literal>>

/** The value of an expression. Throws an `ExpressionError` for a name the environment does not hold. */
export const evaluate = (text: string, environment: Environment): Literal => valueOf(parseExpression(text), environment)

/** The name under which an environment holds the direction from a part to the pointer, in degrees clockwise from up. */
export const angleName = (part: string): string => `${ANGLE_TO_POINTER}(${part})`

/** The parts, by their names as one word, whose direction to the pointer is among some names. */
export const partsWithAngle = (names: Iterable<string>): readonly string[] =>
  [...names].flatMap((name) => (name.startsWith(`${ANGLE_TO_POINTER}(`) ? [name.slice(ANGLE_TO_POINTER.length + 1, -1)] : []))

/** Every name an expression reads, each once. */
export function namesIn(text: string): readonly string[] {
  const names = new Set<string>()
  const visit = (node: Expression): void => {
    if (node.kind === 'name') names.add(node.name)
    else if (node.kind === ANGLE_TO_POINTER) names.add(angleName(node.part))
    operandsOf(node).forEach(visit)
  }
  visit(parseExpression(text))
  return [...names]
}

function valueOf(node: Expression, environment: Environment): Literal {
  const of = (inner: Expression) => valueOf(inner, environment)
  switch (node.kind) {
    case 'literal':
      return node.value
    case 'name':
      if (!Object.hasOwn(environment, node.name)) throw new ExpressionError(0, `Nothing is called “${node.name}”.`)
      return environment[node.name] ?? null
    case ANGLE_TO_POINTER:
      return environment[angleName(node.part)] ?? 0
    case 'not':
      return of(node.of) !== true
    case 'minus':
      return -asNumber(of(node.of))
    case 'if':
      return of(node.test) === true ? of(node.yes) : of(node.no)
    case 'call':
      return certain(FUNCTIONS[node.name]).call(...node.args.map(of))
    case 'binary':
      return binary(node, of)
    default:
      return never(node, 'expression')
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
