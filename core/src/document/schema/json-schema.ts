import type Joi from 'joi'
import { project } from './project'

type Description = Joi.Description & {
  readonly flags?: { readonly description?: string; readonly presence?: string; readonly only?: boolean }
  readonly keys?: Record<string, Description>
  readonly items?: Description[]
  readonly matches?: { schema: Description }[]
  readonly patterns?: { regex: string; rule: Description }[]
  readonly allow?: unknown[]
  readonly metas?: { readonly name: string }[]
  readonly rules?: { name: string; args?: Record<string, unknown> }[]
}

export type JsonSchema = Record<string, unknown>

/** The project file's JSON Schema (draft 2020-12), derived from the schema the server validates with. */
export function projectJsonSchema(): JsonSchema {
  const definitions: Record<string, JsonSchema> = {}
  const root = new Translation(definitions).of(project.describe() as Description)
  return { $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Rheoscope project file', ...root, $defs: definitions }
}

/** Schemas that carry a name stand once, under it; everything else stands in its place. */
class Translation {
  constructor(private readonly definitions: Record<string, JsonSchema>) {}

  of(from: Description): JsonSchema {
    const name = from.metas?.[0]?.name
    if (name === undefined) return this.inPlace(from)
    if (!(name in this.definitions)) {
      this.definitions[name] = {}
      this.definitions[name] = this.inPlace({ ...from, allow: isOnly(from) ? from.allow : from.allow?.filter((value) => value !== null) } as Description)
    }
    const reference = { $ref: `#/$defs/${name}` }
    return from.allow?.includes(null) ? { anyOf: [reference, { const: null }] } : reference
  }

  private inPlace(from: Description): JsonSchema {
    const about = typeof from.flags?.description === 'string' ? { description: from.flags.description } : {}
    const allowed = from.allow ?? []
    if (isOnly(from)) return { ...about, enum: [...allowed] }
    const schema = { ...about, ...this.byType(from) }
    return allowed.includes(null) ? { anyOf: [schema, { const: null }] } : schema
  }

  private byType(from: Description): JsonSchema {
    switch (from.type) {
      case 'object':
        return this.objectSchema(from)
      case 'array':
        return {
          type: 'array',
          ...(from.items?.[0] ? { items: this.of(from.items[0]) } : {}),
          ...limits(from, { min: 'minItems', max: 'maxItems' }),
        }
      case 'string':
        return { type: 'string', minLength: from.allow?.includes('') ? 0 : 1, ...limits(from, { min: 'minLength', max: 'maxLength' }) }
      case 'number':
        return { type: from.rules?.some(({ name }) => name === 'integer') ? 'integer' : 'number', ...limits(from, { min: 'minimum', max: 'maximum' }) }
      case 'boolean':
        return { type: 'boolean' }
      case 'alternatives':
        return { anyOf: (from.matches ?? []).map(({ schema }) => this.of(schema)) }
      default:
        return {}
    }
  }

  private objectSchema(from: Description): JsonSchema {
    const keys = Object.entries(from.keys ?? {})
    const required = keys.filter(([, key]) => key.flags?.presence === 'required').map(([key]) => key)
    return {
      type: 'object',
      ...(keys.length > 0 ? { properties: Object.fromEntries(keys.map(([key, inner]) => [key, this.of(inner)])) } : {}),
      ...(required.length > 0 ? { required } : {}),
      ...(from.patterns ? { patternProperties: Object.fromEntries(from.patterns.map(({ regex, rule }) => [regexSource(regex), this.of(rule)])) } : {}),
      additionalProperties: false,
    }
  }
}

const isOnly = (from: Description): boolean => from.flags?.only === true

function limits(from: Description, names: { min: string; max: string }): JsonSchema {
  const schema: JsonSchema = {}
  for (const { name, args } of from.rules ?? []) {
    if (name === 'min') schema[names.min] = args?.limit
    if (name === 'max') schema[names.max] = args?.limit
    if (name === 'length') Object.assign(schema, { [names.min]: args?.limit, [names.max]: args?.limit })
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
