import Joi from 'joi'
import { hasKeys } from './fields'

/**
 * The description of a kind of value: its TypeScript type, what it is validated with, and what is inside it.
 * Everything a project is made of is described once, with these; types, validation and JSON Schema follow.
 */
export interface Shape<T> {
  readonly joi: Joi.Schema
  readonly inside: Inside
  /** What a choice is between. */
  readonly choices?: readonly (string | number)[]
  /** Only for the compiler: the type of what fits. */
  readonly fits?: T
}

/** What a path can lead on to from a value of some shape. */
export type Inside =
  | null
  | { readonly fields: ShapeFields }
  | { readonly items: AnyShape; readonly least: number; readonly most: number; readonly isIdentified: boolean }
  | { readonly keys: RegExp; readonly entries: AnyShape }
  /** One of several; which it is, the field says, where there is one. */
  | { readonly anyOf: readonly AnyShape[]; readonly tag: string | null }

/** A field that may be left out. */
export interface Optional<T> extends Shape<T> {
  readonly isOptional: true
}

export type AnyShape = Shape<unknown>
export type ShapeFields = Readonly<Record<string, AnyShape>>

/** The type of what fits a shape. */
export type Of<S> = S extends Shape<infer T> ? T : never

type Flat<T> = { [K in keyof T]: T[K] } & {}

type ObjectOf<F extends ShapeFields> = Flat<
  { readonly [K in keyof F as F[K] extends Optional<unknown> ? never : K]: Of<F[K]> } & { readonly [K in keyof F as F[K] extends Optional<unknown> ? K : never]?: Of<F[K]> }
>

/** A value without anything inside it, which a Joi schema describes. */
export const leaf = <T>(joi: Joi.Schema): Shape<T> => ({ joi, inside: null })

/** A number within bounds. */
export const number = (limits: { readonly min?: number; readonly max?: number; readonly above?: number } = {}): Shape<number> => leaf(limited(Joi.number(), limits))

/** A whole number within bounds. */
export const integer = (min: number, max: number): Shape<number> => leaf(Joi.number().integer().min(min).max(max))

function limited(schema: Joi.NumberSchema, { min, max, above }: { readonly min?: number; readonly max?: number; readonly above?: number }): Joi.NumberSchema {
  const floored = min === undefined ? schema : schema.min(min)
  const capped = max === undefined ? floored : floored.max(max)
  return above === undefined ? capped : capped.greater(above)
}

export const boolean: Shape<boolean> = leaf(Joi.boolean())

export const nothing: Shape<null> = leaf(Joi.valid(null))

/** Text of up to so many characters; empty only where that is said. */
export const text = (most: number, { empty = false, pattern }: { readonly empty?: boolean; readonly pattern?: RegExp } = {}): Shape<string> => {
  const schema = (empty ? Joi.string().allow('') : Joi.string()).max(most)
  return leaf(pattern ? schema.pattern(pattern) : schema)
}

/** One of some texts or numbers. */
export const choice = <const T extends readonly (string | number)[]>(...of: T): Shape<T[number]> => ({ ...leaf(Joi.valid(...of)), choices: of })

/** An object of just these fields. */
export const object = <F extends ShapeFields>(fields: F): Shape<ObjectOf<F>> & { readonly inside: { readonly fields: F } } => ({
  joi: Joi.object(Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, 'isOptional' in field ? field.joi : field.joi.required()]))),
  inside: { fields },
})

/** A field that may be left out. */
export const optional = <T>(shape: Shape<T>): Optional<T> => ({ ...shape, isOptional: true })

/** A value, or null. */
export const orNull = <T>(shape: Shape<T>): Shape<T | null> => ({ ...shape, joi: shape.joi.allow(null) })

/** A list of values that have no identity of their own. */
export const array = <T>(of: Shape<T>, { least = 0, most = 100_000 }: { readonly least?: number; readonly most?: number } = {}): Shape<readonly T[]> => ({
  joi: Joi.array().items(of.joi).min(least).max(most),
  inside: { items: of, least, most, isIdentified: false },
})

/** A list of things that go by their identifiers, each there once. */
export const list = <T extends { readonly id: string }>(of: Shape<T>, { least = 0, most = 100_000 }: { readonly least?: number; readonly most?: number } = {}): Shape<readonly T[]> => ({
  joi: Joi.array().items(of.joi).min(least).max(most).unique('id'),
  inside: { items: of, least, most, isIdentified: true },
})

/** Values by keys of a given form. */
export const record = <T>(keys: RegExp, of: Shape<T>): Shape<Readonly<Record<string, T>>> => ({
  joi: Joi.object().pattern(keys, of.joi),
  inside: { keys, entries: of },
})

/** One of several shapes; the first that fits is meant. */
export const either = <S extends readonly AnyShape[]>(...of: S): Shape<Of<S[number]>> => ({
  joi: Joi.alternatives().try(...of.map(({ joi }) => joi)),
  inside: { anyOf: of, tag: null },
})

/** One of several objects, told apart by a field all of them have: its value says which is meant. */
export const kinds = <S extends readonly (AnyShape & { readonly inside: { readonly fields: ShapeFields } })[]>(tag: string, ...of: S): Shape<Of<S[number]>> => ({
  joi: Joi.alternatives()
    .conditional(`.${tag}`, { switch: of.map(({ joi, inside: { fields } }) => ({ is: tagOf(fields, tag).joi.required(), then: joi })) })
    .messages({ 'alternatives.any': `{{#label}} must have a “${tag}” of ${of.flatMap(({ inside: { fields } }) => tagOf(fields, tag).choices ?? []).join(', ')}` }),
  inside: { anyOf: of, tag },
})

function tagOf(fields: ShapeFields, tag: string): AnyShape {
  const field = fields[tag]
  if (!field) throw new Error(`Every kind is to have a “${tag}”.`)
  return field
}

/** The one of several shapes a value is of, as far in as there are several; the shape itself where there are not. */
export function meant(shape: AnyShape, value: unknown): AnyShape | null {
  if (!shape.inside || !('anyOf' in shape.inside)) return shape
  const { anyOf, tag } = shape.inside
  const found = anyOf.find((each) => (tag === null ? isFit(each, value) : isFit(tagOf(fieldsOf(each), tag), hasKeys(value) ? value[tag] : undefined)))
  return found ? meant(found, value) : null
}

/** The field by which kinds of one thing are told apart; null where there are none. */
export const tagIn = ({ inside }: AnyShape): string | null => (inside && 'anyOf' in inside ? inside.tag : null)

const fieldsOf = ({ inside }: AnyShape): ShapeFields => (inside && 'fields' in inside ? inside.fields : {})

const isFit = ({ joi }: AnyShape, value: unknown): boolean => joi.required().validate(value, { convert: false }).error === undefined

/** A shape that says in the JSON Schema what it is for. */
export const withDescription = <S extends AnyShape>(shape: S, description: string): S => ({ ...shape, joi: shape.joi.description(description) })
