import fc from 'fast-check'
import { isExpression, PROPERTIES, type Project, type Value } from '@rheoscope/core/document'

/** Names that look like something else in a line: words of the language, signs, several words, other scripts. */
export const anyName: fc.Arbitrary<string> = fc.oneof(
  fc.constantFrom('any', 'none', 'next', 'back', 'on', 'to', 'if', 'look', 'tap', 'text', 'fill', 'state', 'id', 'hue', 'final', 'of', 'as', 'called', 'also', 'absent', 'motion', 'by', '208x42', 'at 3,4', '#plate', '~plate', '@sea', '= 2', 'yes', '->', 'a -> b', 'a: b', 'a, b', 'a; b', "it's", '"', 'say "hi"', '\\', 'back\\slash', '(', 'f(', ')', '{', 'Plätzchen', '名前', '__proto__', 'constructor', 'two words', 'box', 'axis', 'starts at'),
  fc.string({ minLength: 1, maxLength: 12, unit: 'grapheme' }).map((name) => name.trim()).filter((name) => name !== ''),
)

const anyText = fc.oneof(anyName, fc.constantFrom('', 'one\ntwo', '= not an expression', '@ no token', 'none', 'true', '12', ' spaces ', '\t'), fc.string({ maxLength: 20, unit: 'grapheme' }))

const anyNumber = fc.oneof(fc.integer({ min: -500, max: 500 }), fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((number) => (Object.is(number, -0) ? 0 : number)))

/** A project of which names, texts and numbers are others, here and there; what expressions call by name keeps its name. */
export function reworded(project: Project): fc.Arbitrary<Project> {
  return fc.infiniteStream(fc.tuple(fc.nat(9), anyName, anyText, anyNumber)).map((stream) => {
    const next = () => stream.next().value
    const otherValue = (property: string, value: Value): Value => {
      const [dice, , text, number] = next()
      if (dice > 2) return value
      const type = PROPERTIES.find(({ name }) => name === property)?.type
      if (isExpression(value) && dice === 1) return { expr: `"${text.replaceAll('"', '').replaceAll('\n', ' ')}" + "b, c: d -> e"` }
      if (typeof value === 'number') return number
      return type === 'text' && typeof value === 'string' ? text : value
    }
    const visit = (node: unknown, path: readonly string[], taken: Set<string>): unknown => {
      if (Array.isArray(node)) {
        const names = new Set<string>()
        return node.map((item: unknown) => visit(item, path, names))
      }
      if (typeof node !== 'object' || node === null) return node
      const isValues = path.at(-1) === 'base' || path.at(-2) === 'look' || path.at(-2) === 'to'
      const [dice, , note] = next()
      const noted = dice === 0 && note !== '' && NOTED.includes(path.at(-1) ?? '') ? { ...node, note } : node
      return Object.fromEntries(Object.entries(noted).map(([key, value]: [string, unknown]) => {
        if (isValues) return [key, otherValue(key, value as Value)]
        if (key === 'name' && typeof value === 'string' && !NAMED_IN_EXPRESSIONS.some((list) => path.includes(list))) return [key, freeName(value, next(), taken)]
        return [key, visit(value, [...path, key], new Set())]
      }))
    }
    return visit(project, [], new Set()) as Project
  })
}

/** Lists of things that have notes. */
const NOTED = ['components', 'parts', 'axes', 'states', 'rules', 'parameters', 'screens', 'variables', 'tokens', 'takes', 'promises', 'tables']

const NAMED_IN_EXPRESSIONS = ['variables', 'parameters', 'trigger', 'accepted', 'inputs', 'expectations', 'promises', 'tables', 'assets', 'icons', 'actions']

function freeName(name: string, [dice, other]: readonly [number, string, ...unknown[]], taken: Set<string>): string {
  const wanted = dice < 4 ? other : name
  const free = taken.has(wanted.toLowerCase()) ? `${wanted} ${taken.size}` : wanted
  taken.add(free.toLowerCase())
  return free
}
