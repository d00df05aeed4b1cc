import Joi from 'joi'
import { DOCUMENT_VERSION, PICTURE_LIMITS, PICTURE_TYPES } from '../project'
import { parameter, rule, variable } from './behaviour'
import { continuous, motion, motionOrNone, pairMotion } from './motion'
import { expressionText, finite, id, literal, look, many, ms, name, propertyValues } from './values'

const drag = Joi.object({
  along: Joi.string().valid('both', 'across', 'down').required(),
  within: Joi.string().valid('holder', 'surface', 'nothing').required(),
  rests: Joi.string().valid('anywhere', 'edges', 'corners', 'points', 'start').required(),
  points: Joi.array().items(Joi.object({ x: finite.required(), y: finite.required() })).required(),
  throws: Joi.boolean().required(), settleMs: ms.required(), easing: Joi.string().min(1).max(4000).required(),
})

const eachPart = {
  id: id.required(), name: name.required(), parent: id.allow(null).required(), base: propertyValues.required(),
  carryKey: name, drag, locked: Joi.boolean(), hidden: Joi.boolean(),
}

export const part = Joi.alternatives().try(
  Joi.object({ ...eachPart, kind: Joi.string().valid('box', 'ellipse', 'path', 'text', 'picture', 'icon', 'container').required() }),
  Joi.object({ ...eachPart, kind: Joi.string().valid('instance').required(), component: id.required(), start: Joi.object().pattern(/./, id).required() }),
  Joi.object({ ...eachPart, kind: Joi.string().valid('slot').required(), slot: id.required() }),
  Joi.object({ ...eachPart, kind: Joi.string().valid('list').required(), component: id.allow(null).required(), table: id.allow(null).required(), filter: expressionText.allow(null).required(), motion }),
).meta({ name: 'part' })

export const state = Joi.object({
  id: id.required(), name: name.required(), look: look.required(), hue: Joi.number().integer().min(0).max(7).required(),
  final: Joi.boolean().required(), continuous: continuous.allow(null).required(),
}).meta({ name: 'state' })

export const axis = Joi.object({
  id: id.required(), name: name.required(), states: many(state).min(1), start: id.required(),
  drivenBy: Joi.alternatives().try(Joi.object({ parameter: name.required() }), Joi.object({ variable: name.required() }), Joi.valid(null)).required(),
}).meta({ name: 'axis' })

export const component = Joi.object({
  id: id.required(), name: name.required(), parts: many(part).min(1), axes: many(axis), rules: many(rule),
  combinations: many(Joi.object({ id: id.required(), states: Joi.object().pattern(/./, id).required(), look: look.required() })),
  parameters: many(parameter), variables: many(variable), pairs: many(pairMotion), motion: motionOrNone, absent: look.required(),
}).meta({ name: 'component' })

export const screen = Joi.object({
  id: id.required(), name: name.required(), kind: Joi.string().valid('screen', 'overlay').required(),
  device: Joi.string().valid('phone', 'tablet', 'desktop', 'kiosk', 'free').required(),
  width: finite.positive().max(20_000).required(), height: finite.positive().max(20_000).required(),
  parts: many(part).min(1), rules: many(rule), variables: many(variable),
  overlay: Joi.object({ dim: finite.min(0).max(1).required(), closesOnOutsideTap: Joi.boolean().required(), closesOnEscape: Joi.boolean().required(), at: Joi.string().valid('middle', 'top', 'bottom', 'left', 'right') }).allow(null).required(),
  motion: motionOrNone, absent: look,
  waysIn: Joi.array().items(Joi.object({ id: id.required(), name: name.required(), variables: Joi.object().pattern(/./, literal).required() })).unique('id'),
})

export const table = Joi.object({
  id: id.required(), name: name.required(),
  columns: many(Joi.object({ id: id.required(), name: name.required(), type: Joi.string().valid('text', 'number', 'yes/no', 'colour', 'picture').required() })),
  records: many(Joi.object({ id: id.required(), cells: Joi.object().pattern(/./, literal).required() })),
})

export const token = Joi.object({
  id: id.required(), name: name.required(), type: Joi.string().valid('duration', 'easing', 'colour', 'size').required(), value: literal.required(),
})

export const asset = Joi.object({
  id: id.required(), name: name.required(), mediaType: Joi.string().valid(...PICTURE_TYPES).required(),
  width: finite.min(0).max(PICTURE_LIMITS.sidePx).required(), height: finite.min(0).max(PICTURE_LIMITS.sidePx).required(),
  bytes: Joi.number().integer().min(0).max(PICTURE_LIMITS.bytes).required(), data: Joi.string().pattern(/^[A-Za-z0-9+/]+={0,2}$/).max(PICTURE_LIMITS.bytes * 2),
})

export const icon = Joi.object({ id: id.required(), name: name.required(), d: Joi.string().max(20_000).required() })

const pointer = Joi.string().valid('mouse', 'touch', 'pen').required()
const place = { x: finite.required(), y: finite.required(), pointer }
const at = { atMs: ms.required() }

const input = Joi.alternatives().try(
  Joi.object({ ...at, ...place, do: Joi.string().valid('move', 'press', 'release').required() }),
  Joi.object({ ...at, pointer, do: Joi.string().valid('exit').required() }),
  Joi.object({ ...at, do: Joi.string().valid('wheel').required(), x: finite.required(), y: finite.required(), deltaX: finite.required(), deltaY: finite.required() }),
  Joi.object({ ...at, do: Joi.string().valid('key').required(), key: name.required(), modifiers: Joi.object().pattern(/^(shift|control|alt|meta)$/, Joi.boolean()).required() }),
  Joi.object({ ...at, do: Joi.string().valid('put').required(), instance: Joi.string().allow('').required(), axis: id.required(), state: id.required() }),
  Joi.object({ ...at, do: Joi.string().valid('parameter').required(), instance: Joi.string().allow('').required(), name: name.required(), value: literal.required() }),
)

const instance = Joi.string().allow('').required()

const expect = Joi.alternatives().try(
  Joi.object({ what: Joi.string().valid('state').required(), instance, axis: id.required(), state: id.required() }),
  Joi.object({ what: Joi.string().valid('variable').required(), name: name.required(), value: literal.required() }),
  Joi.object({ what: Joi.string().valid('property').required(), instance, part: id.required(), property: name.required(), value: literal.required() }),
  Joi.object({ what: Joi.string().valid('text').required(), text: Joi.string().required() }),
  Joi.object({ what: Joi.string().valid('settled').required(), instance }),
)

const surface = Joi.alternatives().try(Joi.object({ screen: id.required() }), Joi.object({ component: id.required() }))

export const take = Joi.object({
  id: id.required(), name: name.required(),
  surface: surface.required(),
  inputs: Joi.array().items(input).required(), endsAtMs: ms.required(),
  expectations: many(Joi.object({ id: id.required(), byMs: ms.required(), expect: expect.required() })),
  reducedMotion: Joi.boolean().required(), wayIn: id,
})

const pledgedState = Joi.object({ instance, axis: id.required(), state: id.required() })

const pledged = Joi.alternatives().try(
  Joi.object({ what: Joi.string().valid('state').required(), instance, axis: id.required(), state: id.required() }),
  Joi.object({ what: Joi.string().valid('count').required(), how: Joi.string().valid('at least', 'at most', 'exactly').required(), many: Joi.number().integer().min(0).max(1000).required(), of: Joi.array().items(pledgedState).required() }),
  Joi.object({ what: Joi.string().valid('variable').required(), name: name.required(), value: literal.required() }),
)

export const pledge = Joi.object({
  id: id.required(), surface: surface.required(),
  says: Joi.alternatives().try(
    Joi.object({ kind: Joi.string().valid('always', 'never', 'can reach').required(), that: pledged.required() }),
    Joi.object({ kind: Joi.string().valid('after').required(), that: pledged.required(), then: pledged.required(), withinMs: ms.required() }),
  ).required(),
}).meta({ name: 'promise' })

export const acceptance = Joi.object({ id: id.required(), finding: name.required(), of: Joi.string().required(), reason: Joi.string().max(2000).required() })

export const project = Joi.object({
  format: Joi.string().valid('rheoscope').required(), version: Joi.number().valid(DOCUMENT_VERSION).required(),
  id: id.required(), name: name.required(), motion: motion.required(), startScreen: id.allow(null).required(),
  components: many(component), screens: many(screen), variables: many(variable), tables: many(table), tokens: many(token), assets: many(asset), icons: many(icon),
  takes: many(take), accepted: many(acceptance), promises: many(pledge),
  limits: Joi.object({ longestMs: ms, shortestMs: ms }),
})
