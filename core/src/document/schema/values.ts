import Joi from 'joi'

/** Identifiers are short and safe to use as keys and in addresses. */
export const id = Joi.string().pattern(/^[A-Za-z][A-Za-z0-9_-]{0,63}$/).description('An identifier, unique among its siblings').meta({ name: 'id' })

export const name = Joi.string().min(1).max(200)

export const finite = Joi.number().unsafe(false)

export const ms = Joi.number().integer().min(0).max(3_600_000).description('Whole milliseconds')

export const colour = Joi.string().pattern(/^#([0-9a-f]{6}|[0-9a-f]{8})$/i).description('#rrggbb or #rrggbbaa, sRGB').meta({ name: 'colour' })

export const gradient = Joi.object({
  gradient: Joi.string().valid('linear', 'radial', 'conic').required(),
  angleDeg: finite.required(),
  stops: Joi.array().items(Joi.object({ colour: colour.required(), at: finite.min(0).max(1).required() })).min(2).max(32).required(),
  place: Joi.array().items(finite).length(6),
}).meta({ name: 'gradient' })

export const shadow = Joi.object({
  x: finite.required(), y: finite.required(), blur: finite.min(0).required(), spread: finite.required(),
  colour: colour.required(), inset: Joi.boolean().required(),
}).meta({ name: 'shadow' })

export const expressionText = Joi.string().max(4000)

export const expression = Joi.object({ expr: expressionText.required() })

export const token = Joi.object({ token: id.required() })

export const literal = Joi.alternatives().try(
  finite, Joi.string().allow('').max(100_000), Joi.boolean(), Joi.valid(null), gradient,
  Joi.array().items(shadow), Joi.array().items(finite),
).meta({ name: 'literal' })

export const value = Joi.alternatives().try(
  finite, Joi.string().allow('').max(100_000), Joi.boolean(), Joi.valid(null), gradient, expression, token,
  Joi.array().items(shadow), Joi.array().items(finite),
).meta({ name: 'value' })

export const propertyValues = Joi.object().pattern(/^[A-Za-z][A-Za-z0-9]*(:[A-Za-z0-9_-]+)?$/, value).meta({ name: 'propertyValues' })

export const look = Joi.object().pattern(/^[A-Za-z][A-Za-z0-9_-]*$/, propertyValues).description('What differs from the base look, by part and property').meta({ name: 'look' })

export const many = (item: Joi.Schema, most = 100_000) =>
  Joi.array().items(item).unique('id').max(most).required()
