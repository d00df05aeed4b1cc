import Joi from 'joi'
import type { Edit } from '../edit'
import type { Entry } from '../history'
import { array, choice, integer, kinds, leaf, object, optional, orNull, text, type Shape } from '../shape'
import { Id } from '../value'

const path = array(text(200), { least: 1, most: 20 })
const before = orNull(Id)

/** What is put somewhere; whether it fits there is seen where it is put. */
const anything: Shape<unknown> = leaf(Joi.any())
const item: Shape<{ readonly id: string }> = leaf(Joi.object({ id: Id.joi.required() }).unknown())
const further: Shape<readonly Edit[]> = leaf(Joi.array().items(Joi.link('#anyEdit')).max(100_000))

const anyEdit = kinds(
  'edit',
  object({ edit: choice('set'), path, to: anything }),
  object({ edit: choice('unset'), path }),
  object({ edit: choice('insert'), path, item, before }),
  object({ edit: choice('remove'), path, id: Id }),
  object({ edit: choice('move'), path, id: Id, before }),
  object({ edit: choice('batch'), edits: further }),
)

export const EditShape: Shape<Edit> = { ...anyEdit, joi: anyEdit.joi.id('anyEdit') }

const entryId = text(64, { pattern: /^.{8,64}$/ })

/** An edit inside an entry, which says once what edits are. */
const edit: Shape<Edit> = leaf(Joi.link('#anyEdit'))

const entry = object({
  id: entryId,
  what: choice('do', 'undo', 'redo'),
  label: text(300),
  edit,
  inverse: edit,
  of: optional(entryId),
  author: object({ id: text(64), name: text(100) }),
  madeAt: text(30, { pattern: /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/ }),
  version: integer(1, 10_000),
})

export const EntryShape: Shape<Entry> = { ...entry, joi: entry.joi.shared(EditShape.joi) }
