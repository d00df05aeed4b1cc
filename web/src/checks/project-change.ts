import { areIdentified, fieldsOf, certain, type Id, type Identified, type Project } from '@rheoscope/core/document'
import { sharing } from './sharing'

/** What to tell someone who knows one version of a project so that they know another: all but what is the very same in both. */
export interface ProjectChange {
  /** The fields that are no lists. */
  readonly fields: Readonly<Record<string, unknown>>
  /** The lists that are not the very same. */
  readonly lists: Readonly<Record<string, ListChange>>
}

interface ListChange {
  readonly order: readonly Id[]
  /** Those of its items that are not the very same. */
  readonly items: readonly Identified[]
}

/** How `next` differs from what somebody knows; null when they know nothing. */
export function changeBetween(last: Project | null, next: Project): ProjectChange {
  const before = fieldsOf(last)
  const fields: Record<string, unknown> = {}
  const lists: Record<string, ListChange> = {}
  for (const [key, value] of Object.entries(next)) {
    if (!areIdentified(value)) fields[key] = value
    else if (value !== before[key]) lists[key] = listChange(identifiedIn(before[key]), value)
  }
  return { fields, lists }
}

function listChange(before: readonly Identified[], list: readonly Identified[]): ListChange {
  const known = new Map(before.map((item) => [item.id, item]))
  return { order: list.map(({ id }) => id), items: list.filter((item) => known.get(item.id) !== item) }
}

/** The project that somebody comes to know who knew `last`. What is as it was is the very same, within what changed too. */
export function changedBy(last: Project | null, { fields, lists }: ProjectChange): Project {
  const before = fieldsOf(last)
  const kept = Object.entries(before).filter(([, value]) => areIdentified(value))
  const own = Object.entries(fields).map(([key, value]) => [key, sharing(before[key], value)])
  const changed = Object.entries(lists).map(([key, { order, items }]) => {
    const known = new Map(identifiedIn(before[key]).map((item) => [item.id, item]))
    const told = new Map(items.map((item) => [item.id, sharing(known.get(item.id), item)]))
    return [key, order.map((id) => certain(told.get(id) ?? known.get(id)))]
  })
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- it has the fields and lists of the project that was told
  return Object.fromEntries([...kept, ...own, ...changed]) as Project
}

const identifiedIn = (value: unknown): readonly Identified[] => (areIdentified(value) ? value : [])
