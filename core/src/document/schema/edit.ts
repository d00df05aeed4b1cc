import Joi from 'joi'
import { id } from './values'

const path = Joi.array().items(Joi.string().max(200)).min(1).max(20).required()
const before = id.allow(null).required()

export const edit = Joi.alternatives()
  .try(
    Joi.object({ edit: Joi.string().valid('set').required(), path, to: Joi.any().required() }),
    Joi.object({ edit: Joi.string().valid('unset').required(), path }),
    Joi.object({ edit: Joi.string().valid('insert').required(), path, item: Joi.object({ id: id.required() }).unknown().required(), before }),
    Joi.object({ edit: Joi.string().valid('remove').required(), path, id: id.required() }),
    Joi.object({ edit: Joi.string().valid('move').required(), path, id: id.required(), before }),
    Joi.object({ edit: Joi.string().valid('batch').required(), edits: Joi.array().items(Joi.link('#anyEdit')).max(100_000).required() }),
  )
  .id('anyEdit')

export const entry = Joi.object({
  id: Joi.string().min(8).max(64).required(),
  what: Joi.string().valid('do', 'undo', 'redo').required(),
  label: Joi.string().max(300).required(),
  edit: Joi.link('#anyEdit').required(),
  inverse: Joi.link('#anyEdit').required(),
  of: Joi.string().min(8).max(64),
}).shared(edit)
