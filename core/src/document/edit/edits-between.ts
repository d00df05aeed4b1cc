import { areIdentified, isFields, type Fields, type Identified } from '../fields'
import { sameValue, type Id } from '../value'
import type { Edit } from './edit'
import type { Path } from './path'

/** What tells kinds of one thing apart: a value of another kind takes the place of the old one as a whole. */
const TAGS = ['kind', 'on', 'do', 'go', 'what', 'gradient', 'parameter', 'variable', 'only', 'except', 'screen', 'component'] as const

/** What makes one value of all that stands beside it: another takes its place as a whole. */
const WHOLE = ['expr', 'token'] as const

/**
 * The least that makes one value of a project another, by the identifiers of what is in its lists: fields that are otherwise, things that
 * come, go or stand elsewhere. As few things as possible are moved. None where both are the same.
 *
 * @param path where the value stands
 */
export function editsBetween(path: Path, before: unknown, after: unknown): readonly Edit[] {
  if (before === after || sameValue(before, after)) return []
  if (areUnique(before) && areUnique(after)) return editsOfList(path, before, after)
  return isFields(before) && isFields(after) && areAlike(before, after) ? editsOfFields(path, before, after) : [{ edit: 'set', path, to: after }]
}

const areAlike = (before: Fields, after: Fields): boolean =>
  !WHOLE.some((key) => Object.hasOwn(before, key) || Object.hasOwn(after, key))
  && TAGS.every((tag) => Object.hasOwn(before, tag) === Object.hasOwn(after, tag) && (typeof before[tag] !== 'string' || before[tag] === after[tag]))

const areUnique = (list: unknown): list is readonly (Fields & Identified)[] => areIdentified(list) && new Set(list.map(({ id }) => id)).size === list.length

function editsOfFields(path: Path, before: Fields, after: Fields): readonly Edit[] {
  const gone = Object.keys(before).filter((key) => after[key] === undefined)
  return [
    ...gone.map((key): Edit => ({ edit: 'unset', path: [...path, key] })),
    ...Object.entries(after).flatMap(([key, value]) => (value === undefined ? [] : editsBetween([...path, key], Object.hasOwn(before, key) ? before[key] : undefined, value))),
  ]
}

function editsOfList(path: Path, before: readonly Identified[], after: readonly Identified[]): readonly Edit[] {
  const [old, wanted] = [new Map(before.map((item) => [item.id, item])), new Map(after.map((item) => [item.id, item]))]
  const resting = longestRising(after.flatMap(({ id }) => (old.has(id) ? [id] : [])), before.map(({ id }) => id))
  // From the end on, what an item is to stand before is in its place already.
  const placed = after.toReversed().flatMap((item, index): readonly Edit[] => {
    const next = index === 0 ? null : (after[after.length - index]?.id ?? null)
    if (!old.has(item.id)) return [{ edit: 'insert', path, item, before: next }]
    return resting.has(item.id) ? [] : [{ edit: 'move', path, id: item.id, before: next }]
  })
  const removed = before.filter(({ id }) => !wanted.has(id)).map(({ id }): Edit => ({ edit: 'remove', path, id }))
  return [
    // A list that may not be empty never is: where all of it goes, others come first.
    ...(removed.length === before.length ? [...placed, ...removed] : [...removed, ...placed]),
    ...before.flatMap((item) => (wanted.has(item.id) ? editsBetween([...path, item.id], item, wanted.get(item.id)) : [])),
  ]
}

/** Of things in a wanted order, the most that stand in that order already, and can stay (longest increasing subsequence; Fredman 1975). */
function longestRising(wanted: readonly Id[], now: readonly Id[]): ReadonlySet<Id> {
  const places = new Map(now.map((id, index) => [id, index]))
  const ends: { readonly id: Id; readonly place: number; readonly last: Chain | null }[] = []
  for (const id of wanted) {
    const place = places.get(id) ?? -1
    const at = ends.findIndex((end) => end.place > place)
    const length = at < 0 ? ends.length : at
    ends[length] = { id, place, last: ends[length - 1] ?? null }
  }
  const resting = new Set<Id>()
  for (let chain: Chain | null = ends.at(-1) ?? null; chain; chain = chain.last) resting.add(chain.id)
  return resting
}

interface Chain {
  readonly id: Id
  readonly last: Chain | null
}
