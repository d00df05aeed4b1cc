import Joi from 'joi'
import { motion, motionOrNone } from './motion'
import { expressionText, finite, id, literal, ms, name } from './values'

const expressionOrNone = expressionText.allow(null).required()

const plainTriggers = [
  'tap', 'press', 'release', 'enter', 'leave', 'drag start', 'drag', 'drag end', 'focus', 'blur', 'settled', 'shown', 'hidden',
]

const modifiers = Joi.object({ shift: Joi.boolean(), control: Joi.boolean(), alt: Joi.boolean(), meta: Joi.boolean() })

export const trigger = Joi.alternatives().try(
  Joi.object({ on: Joi.string().valid(...plainTriggers).required() }),
  Joi.object({ on: Joi.string().valid('double tap').required(), tapWaits: Joi.boolean().required() }),
  Joi.object({ on: Joi.string().valid('long press').required(), thresholdMs: ms.required() }),
  Joi.object({
    on: Joi.string().valid('after', 'every').required(), ms: ms.required(),
    since: Joi.string().valid('entering', 'settling').required(), holdWhile: expressionOrNone,
  }),
  Joi.object({ on: Joi.string().valid('key').required(), key: name.required(), modifiers: modifiers.required(), anywhere: Joi.boolean().required() }),
  Joi.object({ on: Joi.string().valid('changes').required(), name: Joi.string().allow('').required(), to: Joi.alternatives().try(finite, Joi.string().allow(''), Joi.boolean(), Joi.valid(null)).required() }),
  Joi.object({ on: Joi.string().valid('message').required(), name: Joi.string().allow('').required() }),
).meta({ name: 'trigger' })

const within = Joi.alternatives().try(
  Joi.object({ only: Joi.array().items(id).unique().required() }),
  Joi.object({ except: Joi.array().items(id).unique().required() }),
)

const target = Joi.alternatives().try(
  Joi.object({ go: Joi.string().valid('state').required(), state: id.required() }),
  Joi.object({ go: Joi.string().valid('next', 'previous').required(), wrap: Joi.boolean().required() }),
  Joi.object({ go: Joi.string().valid('stay', 'back', 'nothing').required() }),
)

const every = { id: id.required(), together: Joi.boolean(), awaited: Joi.boolean() }

const action = Joi.alternatives().try(
  Joi.object({ ...every, do: Joi.string().valid('set').required(), variable: name.required(), to: expressionText.required() }),
  Joi.object({
    ...every, do: Joi.string().valid('send').required(), message: name.required(), payload: expressionOrNone,
    recipient: Joi.alternatives().try(Joi.string().valid('holder', 'siblings', 'everyone'), Joi.object({ instance: id.required() })).required(),
  }),
  Joi.object({ ...every, do: Joi.string().valid('drive').required(), instance: id.required(), axis: id.required(), state: id.required() }),
  Joi.object({ ...every, do: Joi.string().valid('go to screen', 'open overlay', 'close overlay').required(), screen: id.required(), motion: motionOrNone }),
  Joi.object({ ...every, do: Joi.string().valid('pulse').required(), part: id.required(), motion: motion.required() }),
)

export const rule = Joi.object({
  id: id.required(), axis: id.required(), trigger: trigger.required(), part: id.allow(null).required(),
  within: within.required(), guard: expressionOrNone, actions: Joi.array().items(action).unique('id').required(),
  target: target.required(), motion: motionOrNone, letThrough: Joi.boolean().required(),
}).meta({ name: 'rule' })

const identifier = Joi.string().pattern(/^[A-Za-z_][A-Za-z0-9_]*$/).max(100).description('A name expressions can use')

const range = { min: finite, max: finite, step: finite.positive(), choices: Joi.array().items(Joi.string()) }

export const variable = Joi.object({
  id: id.required(), name: identifier.required(),
  type: Joi.string().valid('yes/no', 'number', 'text', 'choice').required(),
  start: literal.required(), ...range,
}).meta({ name: 'variable' })

export const parameter = Joi.object({
  id: id.required(), name: identifier.required(),
  type: Joi.string().valid('text', 'number', 'yes/no', 'choice', 'colour', 'slot').required(),
  initial: literal.required(), ...range,
}).meta({ name: 'parameter' })
