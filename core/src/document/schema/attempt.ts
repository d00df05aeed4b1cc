import type { Component } from '../component'
import { componentsIn } from '../containment'
import { apply, gone, touchedBy, type Edit, type Path } from '../edit'
import { never, RheoError } from '../error'
import { isIdentified } from '../fields'
import type { Project } from '../project'
import type { AnyShape } from '../shape'
import { requireStorable } from '../storable'
import { sameValue, type Id } from '../value'
import { requireCoherent, requireCoherentWhole, requireNames, requireShallow } from './coherence'
import { standingAt } from './standing'

/**
 * The project after an edit; what keeps it from being made, with its place, where it cannot be: `gone` when what it is about
 * is no longer there, `invalid` when something does not fit, `taken` and `name-taken` for what there is already,
 * `incoherent` and `contains-itself` for what would refer to nothing or to itself. What comes out of it is a valid project
 * when one goes in. It costs what the edit touches.
 */
export function attempt(project: Project, edit: Edit): Project | RheoError {
  try {
    const touched: Path[] = []
    const after = made(project, edit, touched)
    requireCoherence(project, after, touched)
    return after
  } catch (error) {
    if (error instanceof RheoError) return error
    throw error
  }
}

function made(project: Project, edit: Edit, touched: Path[]): Project {
  if (edit.edit === 'batch') return edit.edits.reduce((now, each) => made(now, each, touched), project)
  requireFitting(project, edit)
  touched.push(...touchedBy(edit))
  return apply(project, edit)
}

type SingleEdit = Exclude<Edit, { readonly edit: 'batch' }>

/** Whether a single edit leaves everything in the shape it has to have. */
function requireFitting(project: Project, edit: SingleEdit): void {
  const { shape, value, isOptional, isFixed } = standingAt(project, edit.path)
  const place = edit.path.join('/')
  switch (edit.edit) {
    case 'set': {
      if (isFixed) throw new RheoError('invalid', place, `The ${edit.path.at(-1)} of something cannot be changed.`)
      const to = fitting(shape, edit.to, edit.path)
      if (isIdentified(value) && isIdentified(to) && value.id !== to.id) throw new RheoError('invalid', `${place}/id`, 'Something cannot be replaced by something of another id.')
      return
    }
    case 'unset':
      if (!isOptional) throw new RheoError('invalid', place, `The ${edit.path.at(-1)} of something cannot be taken away.`)
      return
    case 'insert': {
      const { items, most } = listIn(shape, edit.path)
      fitting(items, edit.item, [...edit.path, edit.item.id])
      if (Array.isArray(value) && value.length >= most) throw new RheoError('invalid', place, `There may be up to ${most.toLocaleString('en')} of these.`)
      return
    }
    case 'remove':
      if (Array.isArray(value) && value.length <= listIn(shape, edit.path).least) throw new RheoError('invalid', place, 'The last of these cannot be taken away.')
      return
    case 'move':
      listIn(shape, edit.path)
      return
    default:
      never(edit, 'edit')
  }
}

/** A value that fits; otherwise says why to whoever makes the edit, who knows what it is about. */
function fitting(shape: AnyShape, value: unknown, path: Path): unknown {
  requireStorable(value, 'This')
  const { error } = shape.joi.required().label(String(path.at(-1))).validate(value, { convert: false, abortEarly: true, errors: { wrap: { label: false }, label: 'key' } })
  if (!error) return value
  const [detail] = error.details
  throw new RheoError('invalid', [...path, ...(detail?.path ?? [])].join('/'), `This does not fit: ${detail?.message ?? 'it is not valid'}.`)
}

function listIn({ inside }: AnyShape, path: Path): Extract<AnyShape['inside'], { readonly items: AnyShape }> {
  if (inside && 'items' in inside && inside.isIdentified) return inside
  throw gone(path)
}

/** Fields of parts, rules and states from which nothing else of a component follows. */
const OF_ITS_OWN = new Set(['look', 'motion', 'loop', 'guard', 'actions', 'hue', 'final', 'drag', 'letThrough'])

/** Whether nothing else of a component or screen follows from what is at a place of it. */
function isLocal([, , field, , inner, property, ofState]: Path): boolean {
  const said = field === 'axes' && inner === 'states' ? ofState : inner
  return said !== undefined && (OF_ITS_OWN.has(said) || (field === 'parts' && said === 'base' && property !== undefined && !property.startsWith('param:')))
}

/** Whether all that an edit touched still goes with what it did not. */
function requireCoherence(before: Project, after: Project, touched: readonly Path[]): void {
  const owners = new Set<string>()
  const lists = new Set<string>()
  for (const path of touched) {
    const [list = '', id, field] = path
    if (id === undefined || field === undefined || field === 'name') lists.add(list)
    if ((list === 'components' || list === 'screens') && !isLocal(path)) owners.add(id === undefined ? list : `${list}/${id}`)
  }
  if (lists.size > 0) requireCoherentWhole(after)
  const holders: Component[] = []
  for (const list of ['components', 'screens'] as const) {
    for (const owner of after[list]) {
      if (!owners.has(list) && !owners.has(`${list}/${owner.id}`)) continue
      requireCoherent(owner, list)
      const old = before[list].find(({ id }) => id === owner.id)
      if ('axes' in owner && !(old && 'axes' in old && sameValue(componentsIn(old), componentsIn(owner)))) holders.push(owner)
    }
  }
  if (holders.length > 0) requireShallow(after, holders)
  for (const [list, id, field] of touched) if (list === 'tables' && id !== undefined && (field === undefined || field === 'columns')) requireColumns(after, id)
}

function requireColumns({ tables }: Project, id: Id): void {
  const table = tables.find((each) => each.id === id)
  if (table) requireNames(table.columns, `tables/${id}/columns`)
}
