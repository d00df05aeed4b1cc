import Joi from 'joi'
import { finite, id, look, ms, token } from './values'

const easing = Joi.alternatives().try(Joi.string().min(1).max(4000), token)
const duration = Joi.alternatives().try(ms, token)
const turn = Joi.string().valid('shortest', 'clockwise', 'counterclockwise', 'as written')

const timing = {
  delayMs: duration,
  durationMs: duration,
  easing,
  jump: Joi.string().valid('start', 'end'),
  turn,
  colourSpace: Joi.string().valid('oklab', 'srgb'),
}

export const motion = Joi.object({
  ...timing,
  policy: Joi.string().valid('retarget', 'finish first', 'refuse', 'complete'),
  carryVelocity: Joi.boolean(),
  lanes: Joi.array().items(Joi.object({
    id: id.required(), part: id.required(), property: Joi.string().allow(null).required(), ...timing,
  })).unique('id').required(),
  stages: Joi.array().items(Joi.object({
    id: id.required(), look: look.required(), share: finite.positive().required(), easing,
    matchVelocity: Joi.boolean().required(),
  })).unique('id').required(),
  stagger: Joi.object({ stepMs: ms.required(), from: Joi.string().valid('first', 'last', 'middle').required() }),
  reduced: Joi.string().valid('movement jumps', 'all jumps', 'as is'),
}).meta({ name: 'motion' })

export const motionOrNone = motion.allow(null).required()

export const pairMotion = Joi.object({
  id: id.required(), axis: id.required(), from: id.allow(null).required(), to: id.allow(null).required(),
  motion: motion.required(),
}).meta({ name: 'pairMotion' })

export const continuous = Joi.object({
  durationMs: duration.required(),
  easing: easing.required(),
  repeat: Joi.string().valid('forward', 'back and forth').required(),
  times: Joi.number().integer().min(1).allow(null).required(),
  to: look.required(),
  turn,
}).meta({ name: 'continuous' })
