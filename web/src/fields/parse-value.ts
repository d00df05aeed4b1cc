import { isExpression, isToken, messageOf, orElse, valueProblem, type PropertyDefinition, type Token, type Value } from '@rheoscope/core/document'
import { evaluate, goWith, typeOf, type ExpressionType, type Scope } from '@rheoscope/core/expression'
import { formatReference, isReference, parseReference } from './token-reference'

export type Parsed<T> = { readonly value: T } | { readonly problem: string }

const TOKEN_TYPES: Readonly<Partial<Record<PropertyDefinition['type'], readonly Token['type'][]>>> = {
  paint: ['colour'], colour: ['colour'], length: ['size'], number: ['size'],
}

/** Reads what someone typed for a property: a value, after `=` an expression over the names in scope, or after `@` a token. */
export function parseValue(definition: PropertyDefinition, text: string, scope: Scope, tokens: readonly Token[] = []): Parsed<Value> {
  const typed = text.trim()
  const tokenTypes = TOKEN_TYPES[definition.type]
  if (tokenTypes && isReference(typed)) return parseReference(typed, tokens, tokenTypes)
  if (typed.startsWith('=') && typed !== '=') return parseExpressionValue(definition, typed.slice(1).trim(), scope)
  switch (definition.type) {
    case 'number':
    case 'length':
    case 'ratio':
    case 'angle': {
      const number = parseNumber(typed)
      return 'problem' in number ? number : within(definition, number.value)
    }
    case 'colour':
    case 'paint':
      return parsePaint(definition, typed)
    case 'dash':
      return { value: typed === '' ? [] : typed.split(/[\s,]+/).map(Number).filter(Number.isFinite) }
    case 'text':
    case 'path':
      return { value: text }
    case 'yesNo':
      return typed === '' || typed === '=' ? { value: definition.initial } : /^(yes|no)$/i.test(typed) ? { value: typed.toLowerCase() === 'yes' } : { problem: 'Yes, no, or = and an expression.' }
    case 'choice':
      if (typed === '') return { value: definition.initial }
      return definition.choices?.includes(typed) === true ? { value: typed } : { problem: `One of ${definition.choices?.join(', ') ?? 'nothing'}, or = and an expression.` }
    default:
      return { value: typed }
  }
}

/** Reads a number with arithmetic and a unit: `12`, `208/2`, `1.5 s`, `90°`. Seconds become milliseconds. */
export function parseNumber(text: string): Parsed<number> {
  const isSeconds = /\d\s*s$/i.test(text)
  const bare = text.replace(/(px|ms|deg|°|%|s)\s*$/i, '').replace(/(\d),(?=\d{3}\b)/g, '$1').trim()
  const value = orElse(() => evaluate(bare, {}), null)
  if (typeof value !== 'number' || !Number.isFinite(value)) return { problem: `“${text}” is not a number.` }
  return { value: isSeconds ? value * 1000 : value }
}

function within({ min, max, label }: PropertyDefinition, value: number): Parsed<number> {
  if (min !== undefined && value < min) return { problem: `${label} is at least ${min}.` }
  if (max !== undefined && value > max) return { problem: `${label} is at most ${max}.` }
  return { value }
}

function parsePaint(definition: PropertyDefinition, typed: string): Parsed<Value> {
  if (definition.type === 'paint' && (typed === '' || typed === 'none')) return { value: null }
  const hex = typed.startsWith('#') ? typed.slice(1) : typed
  const long = /^[0-9a-f]{3,4}$/i.test(hex) ? [...hex].map((digit) => digit + digit).join('') : hex
  const value = `#${long.toLowerCase()}`
  const problem = valueProblem(definition, value)
  return problem ? { problem: `“${typed}” is not a colour; write it as #rrggbb.` } : { value }
}

const EXPRESSION_TYPES: Readonly<Record<string, ExpressionType>> = { number: 'number', length: 'number', ratio: 'number', angle: 'number', yesNo: 'yes/no' }

function parseExpressionValue(definition: PropertyDefinition, expr: string, scope: Scope): Parsed<Value> {
  try {
    const type = typeOf(expr, scope)
    const wanted = EXPRESSION_TYPES[definition.type] ?? 'text'
    if (!goWith(type, wanted) && !(wanted === 'text' && type === 'number')) return { problem: `${definition.label} needs a ${wanted}; this is a ${type}.` }
    return { value: { expr } }
  } catch (error) {
    return { problem: messageOf(error) }
  }
}

/** A value as someone would type it. */
export function formatValue(value: Value | undefined, tokens: readonly Token[] = []): string {
  if (value === undefined) return ''
  if (value === null) return 'none'
  if (isExpression(value)) return `= ${value.expr}`
  if (isToken(value)) return formatReference(value, tokens)
  if (Array.isArray(value)) return value.length === 0 ? '' : value.every((item) => typeof item === 'number') ? value.join(' ') : `${value.length}`
  if (typeof value === 'object') return 'gradient' in value ? `${value.gradient} gradient` : ''
  return typeof value === 'number' ? String(Math.round(value * 1000) / 1000) : String(value)
}
