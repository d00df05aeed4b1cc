import fc from 'fast-check'
import { listAt, type Edit, type Identified, type Path, type Project } from '@rheoscope/core/document'

interface Lists {
  readonly lists: readonly { readonly path: Path; readonly items: readonly Identified[] }[]
  readonly fields: readonly Path[]
}

/** Every list of identified things and every field of a project. */
function placesIn(project: Project): Lists {
  const lists: { path: Path; items: readonly Identified[] }[] = []
  const fields: Path[] = []
  const visit = (node: unknown, path: Path): void => {
    if (typeof node !== 'object' || node === null) return
    if (Array.isArray(node)) {
      const items = node.filter((item): item is Identified => typeof item === 'object' && item !== null && 'id' in item)
      if (items.length !== node.length) return
      lists.push({ path, items })
      items.forEach((item) => visit(item, [...path, item.id]))
      return
    }
    for (const [key, value] of Object.entries(node)) {
      if (key !== 'id') fields.push([...path, key])
      visit(value, [...path, key])
    }
  }
  visit(project, [])
  return { lists, fields: fields.filter((path) => path.length > 1) }
}

/** JSON knows no −0. */
export const anyJson = fc.jsonValue().map((value) => JSON.parse(JSON.stringify(value)) as unknown)

const anyId = fc.string({ minLength: 3, maxLength: 6, unit: fc.constantFrom(...'abcdefghij') }).map((id) => `new${id}`)

const isFree = (id: string, items: readonly Identified[]): boolean => items.every((item) => item.id !== id)

/** The id itself, or a longer one that none of the items has. */
const freed = (id: string, items: readonly Identified[]): string => (isFree(id, items) ? id : freed(`${id}x`, items))

/** Edits whose inserts get in the way of nothing that is there and of none of one another. */
function apart(project: Project, edits: readonly Edit[]): readonly Edit[] {
  const inserted: Identified[] = []
  return edits.map((edit) => {
    if (edit.edit !== 'insert') return edit
    const item = { ...edit.item, id: freed(edit.item.id, [...listAt(project, edit.path), ...inserted]) }
    inserted.push(item)
    return { ...edit, item }
  })
}

/** An edit of one kind that can be applied to the project. */
export function anyEditOf(kind: Edit['edit'], project: Project): fc.Arbitrary<Edit> {
  const { lists, fields } = placesIn(project)
  const filled = lists.filter(({ items }) => items.length > 0)
  // Where everything has been taken out there is nothing to remove or move; something is put in instead.
  if (filled.length === 0 && (kind === 'remove' || kind === 'move')) return anyEditOf('insert', project)
  const list = fc.constantFrom(...(filled.length > 0 ? filled : lists))
  const field = fc.constantFrom(...fields)
  switch (kind) {
    case 'set':
      return fc.record({ edit: fc.constant('set' as const), path: field, to: anyJson })
    case 'unset':
      return field.map((path) => ({ edit: 'unset' as const, path }))
    case 'insert':
      return fc.constantFrom(...lists).chain(({ path, items }) =>
        fc.record({
          edit: fc.constant('insert' as const), path: fc.constant(path), item: anyId.map((id) => ({ id: freed(id, items), name: 'new' })),
          before: fc.constantFrom(null, ...items.map(({ id }) => id)),
        }))
    case 'remove':
      return list.chain(({ path, items }) => fc.constantFrom(...items).map(({ id }) => ({ edit: 'remove' as const, path, id })))
    case 'move':
      return list.chain(({ path, items }) =>
        fc.record({
          edit: fc.constant('move' as const), path: fc.constant(path), id: fc.constantFrom(...items.map(({ id }) => id)),
          before: fc.constantFrom(null, ...items.map(({ id }) => id)),
        }))
    case 'batch':
      return fc.array(fc.oneof(anyEditOf('insert', project), anyEditOf('move', project)), { maxLength: 4 }).map((edits) => ({ edit: 'batch' as const, edits: apart(project, edits) }))
  }
}

/** Any edit that can be applied to the project. */
export const anyEdit = (project: Project): fc.Arbitrary<Edit> =>
  fc.oneof(...(['set', 'unset', 'insert', 'remove', 'move', 'batch'] as const).map((kind) => anyEditOf(kind, project)))
