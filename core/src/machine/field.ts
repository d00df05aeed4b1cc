import { asLiteral, textFieldsOf, isExpression, orElse, wordOf, type Component, type FieldPart, type Literal } from '../document'
import { evaluate, FIELD_READINGS, namesOr, type Environment } from '../expression'

/** What a field holds, as text. */
export function heldBy({ writes }: FieldPart, environment: Environment): string {
  const held = writes === null || !Object.hasOwn(environment, writes) ? undefined : asLiteral(environment[writes])
  return typeof held === 'string' ? held : typeof held === 'number' ? String(held) : ''
}

/** What a field shows of what it holds: of a password only how long it is. */
export const shownOf = (text: string, kind: unknown): string => (kind === 'password' ? '•'.repeat([...text].length) : text)

/** What names stand for, with what expressions of a component can ask of its fields; the very same where it has none. */
export function withFields(component: Component, environment: Environment): Environment {
  const fields = textFieldsOf(component)
  if (fields.length === 0) return environment
  return { ...environment, ...Object.fromEntries(fields.flatMap((field) => {
    const text = heldBy(field, environment)
    const word = wordOf(field.name)
    return [[`${word}.isEmpty`, text === ''], [`${word}.isValid`, isValid(field, text, environment)]] as const
  })) }
}

/** What a name asks of a field is worked out of what that writes into; other names stay. */
export const throughFields = (component: Component, names: readonly string[]): readonly string[] =>
  names.flatMap((name) => {
    const field = textFieldsOf(component).find((each) => FIELD_READINGS.some((reading) => name === `${wordOf(each.name)}.${reading}`))
    return field ? [...(field.writes === null ? [] : [field.writes]), ...namesOr(field.accepts ?? '')] : [name]
  })

function isValid({ base, accepts }: FieldPart, text: string, environment: Environment): boolean {
  const kind = isExpression(base.fieldKind) ? 'text' : base.fieldKind
  return fits(kind, text) && (accepts === undefined || orElse(() => evaluate(accepts, environment) === true, false))
}

/** Whether a text is what a kind of field asks for, as HTML has it; nothing at all always is. */
function fits(kind: unknown, text: string): boolean {
  if (text === '') return true
  switch (kind) {
    case 'email':
      return EMAIL.test(text)
    case 'number':
      return NUMBER.test(text)
    default:
      return true
  }
}

/** A valid e-mail address (HTML, § 4.10.5.1.5). */
const EMAIL = /^[a-zA-Z0-9.!#$%&'*+/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*$/

/** A valid floating-point number (HTML, § 2.3.4.3). */
const NUMBER = /^-?(?:\d+|\d*\.\d+)(?:[eE][+-]?\d+)?$/

/** What is written into a variable of the type it has now; undefined for a text that is no number where it wants one. */
export function writtenAs(text: string, now: Literal | undefined): Literal | undefined {
  if (typeof now !== 'number') return text
  if (text.trim() === '') return 0
  return NUMBER.test(text.trim()) ? Number(text.trim()) : undefined
}
