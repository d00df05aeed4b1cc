import type Joi from 'joi'
import { project } from './project'

type Description = Joi.Description & {
  readonly flags?: { readonly description?: string; readonly presence?: string; readonly only?: boolean }
  readonly keys?: Record<string, Description>
  readonly items?: Description[]
  readonly matches?: { schema: Description }[]
  readonly patterns?: { regex: string; rule: Description }[]
  readonly allow?: unknown[]
  readonly rules?: { name: string; args?: Record<string, unknown> }[]
}

export type JsonSchema = Record<string, unknown>

/** The project file's JSON Schema (draft 2020-12), derived from the schema the server validates with. */
export const projectJsonSchema = (): JsonSchema => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Rheoscope project file',
  ...translated(project.describe() as Description),
})

function translated(from: Description): JsonSchema {
  const about = typeof from.flags?.description === 'string' ? { description: from.flags.description } : {}
  const allowed = from.allow ?? []
  if (isOnly(from)) return { ...about, enum: [...allowed] }
  const schema = { ...about, ...byType(from) }
  return allowed.includes(null) ? { anyOf: [schema, { const: null }] } : schema
}

const isOnly = (from: Description): boolean => from.flags?.only === true

function byType(from: Description): JsonSchema {
  switch (from.type) {
    case 'object':
      return objectSchema(from)
    case 'array':
      return {
        type: 'array',
        ...(from.items?.[0] ? { items: translated(from.items[0]) } : {}),
        ...limits(from, { min: 'minItems', max: 'maxItems' }),
      }
    case 'string':
      return { type: 'string', minLength: from.allow?.includes('') ? 0 : 1, ...limits(from, { min: 'minLength', max: 'maxLength' }) }
    case 'number':
      return { type: from.rules?.some(({ name }) => name === 'integer') ? 'integer' : 'number', ...limits(from, { min: 'minimum', max: 'maximum' }) }
    case 'boolean':
      return { type: 'boolean' }
    case 'alternatives':
      return { anyOf: (from.matches ?? []).map(({ schema }) => translated(schema)) }
    default:
      return {}
  }
}

function objectSchema(from: Description): JsonSchema {
  const keys = Object.entries(from.keys ?? {})
  const required = keys.filter(([, key]) => key.flags?.presence === 'required').map(([key]) => key)
  return {
    type: 'object',
    ...(keys.length > 0 ? { properties: Object.fromEntries(keys.map(([key, inner]) => [key, translated(inner)])) } : {}),
    ...(required.length > 0 ? { required } : {}),
    ...(from.patterns ? { patternProperties: Object.fromEntries(from.patterns.map(({ regex, rule }) => [regexSource(regex), translated(rule)])) } : {}),
    additionalProperties: false,
  }
}

function limits(from: Description, names: { min: string; max: string }): JsonSchema {
  const schema: JsonSchema = {}
  for (const { name, args } of from.rules ?? []) {
    if (name === 'min') schema[names.min] = args?.limit
    if (name === 'max') schema[names.max] = args?.limit
    if (name === 'sign' && args?.sign === 'positive') schema.exclusiveMinimum = 0
    if (name === 'pattern') schema.pattern = regexSource(String(args?.regex))
  }
  return schema
}

/** `/…/i` as JSON Schema has it: no flags, so a case-insensitive class is spelled out. */
function regexSource(regex: string): string {
  const [, source = '', flags = ''] = /^\/(.*)\/([a-z]*)$/s.exec(regex) ?? []
  return flags.includes('i') ? source.replaceAll('a-f', 'a-fA-F') : source
}
