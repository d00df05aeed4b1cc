import { Component } from '../component'
import { Look, PropertyValues } from '../look'
import { Loop, Motion, PairMotion } from '../motion'
import { Part } from '../part'
import { Pledge } from '../pledge'
import { Project } from '../project'
import { Action, Rule, Variable } from '../rule'
import { Screen } from '../screen'
import type { AnyShape } from '../shape'
import { Take } from '../take'
import { Trigger } from '../trigger'
import { Colour, Gradient, Id, Literal, Value } from '../value'
import { fieldsOf, hasKeys } from '../fields'

export type JsonSchema = Readonly<Record<string, unknown>>

/** What is said once, by the name it has in the JSON Schema: what is inside others comes before them. */
const NAMED: Readonly<Record<string, AnyShape>> = {
  id: Id, colour: Colour, gradient: Gradient, literal: Literal, value: Value, propertyValues: PropertyValues, look: Look, motion: Motion, loop: Loop, pairMotion: PairMotion,
  trigger: Trigger, action: Action, rule: Rule, variable: Variable, part: Part, component: Component, screen: Screen, take: Take, promise: Pledge,
}

/** The project file's JSON Schema (draft 2020-12), as Joi derives it from the shapes projects are validated with. */
export function projectJsonSchema(): JsonSchema {
  const names = new Map<string, string>()
  const definitions: Record<string, unknown> = {}
  for (const [name, shape] of Object.entries(NAMED)) {
    const whole = schemaOf(shape)
    definitions[name] = withReferences(whole, names)
    names.set(JSON.stringify(whole), name)
  }
  return { $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Rheoscope project file', ...fieldsOf(withReferences(schemaOf(Project), names)), $defs: definitions }
}

const schemaOf = ({ joi }: AnyShape): JsonSchema => joi['~standard'].jsonSchema.input({ target: 'draft-2020-12' })

/** A schema in which whatever has a name is referred to. */
function withReferences(schema: unknown, names: ReadonlyMap<string, string>): unknown {
  if (!hasKeys(schema)) return schema
  const name = names.get(JSON.stringify(schema))
  if (name !== undefined) return { $ref: `#/$defs/${name}` }
  return Array.isArray(schema) ? schema.map((each) => withReferences(each, names)) : Object.fromEntries(Object.entries(schema).map(([key, inner]) => [key, withReferences(inner, names)]))
}
