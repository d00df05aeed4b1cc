import { AGGREGATE_NAMES } from '../aggregate-names'
import type { Component } from '../component'
import type { PropertyValues } from '../look'
import type { Part } from '../part'
import { withExpressions, type Rule } from '../rule'
import type { Screen } from '../screen'
import { withTriggerExpressions } from '../trigger'
import { isExpression, type Id } from '../value'
import { literally, wordOf } from '../word'
import type { Edit } from './edit'
import { lookAt, lookPath, lookPlaces } from './look-place'
import { inProject, inside, setAt, type Place } from './place'
import { rulePath, setAction, type RuleOwner } from './rule-edits'

/** Says an expression otherwise; the very same text where it has nothing to change. */
export type Rewording = (expression: string) => string

/** Every expression of a component, said otherwise. */
export const reworded = (component: Component, within: Rewording): readonly Edit[] => [
  ...component.parts.flatMap((part) => rewordedPart(inProject('components', component.id, 'parts', part.id), part, within)),
  ...lookPlaces(component).flatMap((place) => Object.entries(lookAt(component, place)).flatMap(([part, said]) => rewordedValues(said, inside(lookPath(component, place), part), within))),
  ...component.rules.flatMap((rule) => rewordedRule(component.id, rule, within)),
]

/** Every expression of a screen, said otherwise. */
export const rewordedScreen = ({ id, parts, rules }: Screen, within: Rewording): readonly Edit[] => [
  ...parts.flatMap((part) => rewordedPart(inProject('screens', id, 'parts', part.id), part, within)),
  ...rules.flatMap((rule) => rewordedRule({ screen: id }, rule, within)),
]

/** The expressions of a part, said otherwise. */
export function rewordedPart(path: Place<Part>, part: Part, within: Rewording): readonly Edit[] {
  const { filter, order } = part.kind === 'list' ? part : { filter: null, order: undefined }
  const inOrder = order?.map((each) => ({ ...each, by: within(each.by) }))
  return [
    ...rewordedValues(part.base, inside(path, 'base'), within),
    ...(filter !== null && within(filter) !== filter ? [setAt(inside(path, 'filter'), within(filter))] : []),
    ...(inOrder && inOrder.some(({ by }, index) => by !== order?.[index]?.by) ? [setAt(inside(path, 'order'), inOrder)] : []),
  ]
}

const rewordedValues = (said: PropertyValues, path: Place<PropertyValues>, within: Rewording): readonly Edit[] =>
  Object.entries(said).flatMap(([property, value]): Edit[] =>
    isExpression(value) && within(value.expr) !== value.expr ? [setAt(inside(path, property), { expr: within(value.expr) })] : [])

/** The expressions of a rule, said otherwise. */
function rewordedRule(owner: RuleOwner, rule: Rule, within: Rewording): readonly Edit[] {
  const path = rulePath(owner, rule.id)
  const { trigger } = rule
  const said: Edit[] = []
  if (rule.guard !== null && within(rule.guard) !== rule.guard) said.push(setAt(inside(path, 'guard'), within(rule.guard)))
  const reworded = withTriggerExpressions(trigger, within)
  if (reworded !== trigger) said.push(setAt(inside(path, 'trigger'), reworded))
  for (const action of rule.actions) {
    const next = withExpressions(action, within)
    if (next !== action) said.push(setAction(owner, rule.id, next))
  }
  return said
}

/** What is quoted in an expression, or a name with its dots. */
const quotedOr = (pattern: string): RegExp => new RegExp(`"(?:[^"\\\\]|\\\\.)*"|'(?:[^'\\\\]|\\\\.)*'|${pattern}`, 'g')

/** Renames a name where it stands as a word of its own: not as a part of another name, not as a function, and not in a text between quotes. */
export function renaming(from: string, to: string): Rewording {
  const pattern = quotedOr(`(?<![\\w$.])${literally(from)}(?![\\w$.]|\\s*\\()`)
  return (expr) => expr.replace(pattern, (found) => (found === from ? to : found))
}

/** What stands before the dot of a name that is read of no part. */
const OF_NO_PART = ['item', 'record', 'pointer']

/**
 * Renames a part wherever something is read of it or of what stands there: `line.width`, `is(line.tide, high)`, `angleToPointer(line)`. Of
 * two parts whose names are one word the first is meant.
 */
export function renamingPart(parts: readonly Part[], part: Id, name: string): Rewording {
  const from = wordOf(parts.find(({ id }) => id === part)?.name ?? '')
  if (OF_NO_PART.includes(from) || parts.find((each) => wordOf(each.name) === from)?.id !== part) return (expr) => expr
  const pattern = quotedOr(`(?<![\\w$.])${literally(from)}(?=\\s*\\.)|(?<![\\w$.])angleToPointer\\(\\s*${literally(from)}(?=\\s*\\))`)
  return (expr) => expr.replace(pattern, (found) => (/^["']/.test(found) ? found : `${found.slice(0, found.length - from.length)}${wordOf(name)}`))
}

/** What rules wait to change, said otherwise. */
export const rewordedAwaited = (owner: RuleOwner, rules: readonly Rule[], within: Rewording): readonly Edit[] =>
  rules.flatMap(({ id, trigger }): readonly Edit[] =>
    (trigger.on === 'changes' && within(trigger.name) !== trigger.name ? [setAt(inside(rulePath(owner, id), 'trigger', 'name'), within(trigger.name))] : []))

const AGGREGATE = AGGREGATE_NAMES.join('|')

/** Renames a table, by its name as one word, wherever its records are asked. */
export function renamingTable(from: string, to: string): Rewording {
  const pattern = quotedOr(`(?<![\\w$.])((?:${AGGREGATE})\\(\\s*)${literally(from)}(?=\\s*[,)])`)
  return (expr) => expr.replace(pattern, (found, before?: string) => (before === undefined ? found : `${before}${to}`))
}

/** Renames a column of a table, both as one word, wherever its records are asked about it. */
export const renamingColumn = (table: string, from: string, to: string): Rewording => {
  const names = renaming(`record.${from}`, `record.${to}`)
  const asks = quotedOr(`(?<![\\w$.])(?:${AGGREGATE})\\(\\s*(\\w+)`)
  const within: Rewording = (expr) => {
    for (const found of expr.matchAll(asks)) {
      const [text, asked] = found
      if (asked === undefined) continue
      const begin = found.index + text.length
      const end = closingAt(expr, begin)
      const inner = expr.slice(begin, end)
      const rest = expr.slice(end)
      const read = text.startsWith('first') && asked === table ? rest.replace(new RegExp(`^\\)\\s*\\.\\s*${literally(from)}(?!\\w)`), `).${to}`) : rest
      // What is asked inside is asked of a table of its own.
      return expr.slice(0, begin) + (asked === table ? named(inner) : within(inner)) + within(read)
    }
    return expr
  }
  const named: Rewording = (inner) => {
    const next = inner.search(asks)
    return next < 0 ? names(inner) : names(inner.slice(0, next)) + within(inner.slice(next))
  }
  return within
}

/** Where the parenthesis closes that is open at a place of an expression. */
function closingAt(expr: string, from: number): number {
  let [depth, quote] = [0, '']
  for (let at = from; at < expr.length; at++) {
    const letter = expr.charAt(at)
    if (letter === quote) quote = ''
    else if (quote !== '') continue
    else if (letter === '"' || letter === "'") quote = letter
    else if (letter === '(') depth++
    else if (letter === ')' && depth-- === 0) return at
  }
  return expr.length
}
