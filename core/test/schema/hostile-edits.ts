import fc from 'fast-check'
import type { Edit, Identified, Path, Project } from '@rheoscope/core/document'
import { anyJson } from '../document/any-edit'

interface Places {
  /** Everything there is, with its path. */
  readonly values: readonly { readonly path: Path; readonly value: unknown }[]
  readonly lists: readonly { readonly path: Path; readonly items: readonly Identified[] }[]
}

function placesIn(project: Project): Places {
  const values: { path: Path; value: unknown }[] = []
  const lists: { path: Path; items: readonly Identified[] }[] = []
  const visit = (value: unknown, path: Path): void => {
    if (path.length > 0) values.push({ path, value })
    if (typeof value !== 'object' || value === null) return
    if (!Array.isArray(value)) return Object.entries(value).forEach(([key, inner]) => visit(inner, [...path, key]))
    const items = value.filter((item): item is Identified => typeof item === 'object' && item !== null && 'id' in item)
    if (items.length < value.length || value.length === 0 && path.at(-1) === 'choices') return
    lists.push({ path, items })
    items.forEach((item) => visit(item, [...path, item.id]))
  }
  visit(project, [])
  return { values, lists }
}

/**
 * Edits of somebody who knows the model well and means it ill: what is somewhere is put elsewhere, lists are emptied, ids,
 * kinds and versions are changed, things are put in twice, and now and then it makes sense.
 */
export function hostileEdit(project: Project): fc.Arbitrary<Edit> {
  const { values, lists } = placesIn(project)
  const place = fc.constantFrom(...values.map(({ path }) => path))
  const top = fc.constantFrom(...Object.keys(project).map((key): Path => [key]))
  const path = fc.oneof({ arbitrary: place, weight: 8 }, { arbitrary: top, weight: 1 }, { arbitrary: place.map((at) => [...at.slice(0, -1), 'nothing']), weight: 1 })
  const value = fc.oneof(fc.constantFrom(...values.map((each) => each.value)), anyJson, fc.constantFrom<unknown>(null, '', [], {}, -1, 1e9, true, 'gone', 'x'.repeat(260)))
  const list = fc.constantFrom(...lists)
  const fresh = fc.string({ minLength: 4, maxLength: 8, unit: fc.constantFrom(...'abcdefgh') })
  const item = fc.oneof(list.filter(({ items }) => items.length > 0).chain(({ items }) => fc.constantFrom(...items)), fresh.map((id) => ({ id, name: id })))
  const put = fc.tuple(list, item, fresh, fc.boolean()).map(([{ path: at, items }, what, id, isOwn]): Edit => ({ edit: 'insert', path: at, item: { ...(isOwn && items[0] ? items[0] : what), ...(id < 'd' ? { id } : {}) }, before: null }))
  // The same thing once more where it belongs, with ids and a name of its own, is often fitting.
  const again = list.filter(({ items }) => items.length > 0).chain(({ path: at, items }) => fc.tuple(fc.constantFrom(...items), fresh).map(([what, id]): Edit => ({ edit: 'insert', path: at, item: { ...what, id, ...('name' in what ? { name: id } : {}) }, before: null })))
  const single = fc.oneof(
    fc.record({ edit: fc.constant('set' as const), path, to: value }),
    // What is of the same name elsewhere is often of the same shape.
    place.chain((at) => fc.constantFrom(...values.filter((each) => each.path.at(-1) === at.at(-1))).map(({ value: to }): Edit => ({ edit: 'set', path: at, to }))),
    fc.record({ edit: fc.constant('unset' as const), path }),
    put, again,
    list.chain(({ path: at, items }) => fc.constantFrom('none', ...items.map(({ id }) => id)).map((id): Edit => ({ edit: 'remove', path: at, id }))),
    list.chain(({ path: at, items }) => fc.tuple(fc.constantFrom('none', ...items.map(({ id }) => id)), fc.constantFrom(null, ...items.map(({ id }) => id))).map(([id, before]): Edit => ({ edit: 'move', path: at, id, before }))),
  )
  return fc.oneof({ arbitrary: single, weight: 6 }, { arbitrary: fc.array(single, { maxLength: 4 }).map((edits): Edit => ({ edit: 'batch', edits })), weight: 1 })
}
