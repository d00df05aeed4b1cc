import { itemAt, type Id, type Look, type PropertyValues } from '../../document'
import { readProperties } from '../properties-line'
import { wordsOf } from '../words'
import { also, alsoIn, leftOver } from './also'
import { AT_ONCE, formLine, type Attempt, type FormLine, type WrittenLine } from './form-lines'
import { referenceText, referred } from './names'
import { innerOf, propertiesText, saidOf, sayableOf, type FormScope } from './said-text'

/** What a look says, a line for each part, in the order of the parts. */
export function lookLines(scope: FormScope, look: Look): readonly WrittenLine[] {
  const { parts } = scope.owner
  const place = new Map(parts.map(({ id }, index) => [id, index]))
  return Object.entries(look).toSorted(([a], [b]) => (place.get(a) ?? Infinity) - (place.get(b) ?? Infinity) || (a < b ? -1 : 1)).map(([id, said]) => {
    const part = parts.find((each) => each.id === id)
    const of = part ? sayableOf(scope, part.kind, innerOf(part)) : sayableOf(scope, 'box', null)
    const properties = propertiesText(scope, of, said)
    const text = `${referenceText(parts, id)}:${properties === '' ? '' : ` ${properties}`}`
    return { text, inside: also(leftOver(said, () => itemAt(Object.values(readLook(scope, [formLine(text)])), 0))) }
  })
}

/** What a look says of each part it says anything of, in words. */
export const lookWords = (scope: FormScope, look: Look): readonly string[] => lookLines(scope, look).map(({ text }) => text)

/** A look of such lines, each attempted by itself. */
export function readLook(scope: FormScope, lines: readonly FormLine[], attempt: Attempt = AT_ONCE): Look {
  return Object.fromEntries(lines.flatMap((line) => { const said = attempt(line, () => lookLine(scope, line)); return said ? [said] : [] }))
}

function lookLine(scope: FormScope, { text, inside }: FormLine): readonly [Id, PropertyValues] {
  const { parts } = scope.owner
  const [first] = wordsOf(text)
  const [, name = '', rest = ''] = (first?.isQuoted === true ? [text, first.text, text.slice(first.to).replace(/^:\s*/, '')] : /^([^:]*):\s*(.*)$/s.exec(text)) ?? []
  const id = referred(parts, name, 'part')
  const part = parts.find((each) => each.id === id)
  const { base } = saidOf(readProperties(rest, part ? sayableOf(scope, part.kind, innerOf(part)) : sayableOf(scope, 'box', null)), scope)
  return [id, alsoIn(base, inside)]
}
