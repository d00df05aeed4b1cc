import type { Identified } from './fields'

/** Looking through a list as short as this is quicker than keeping an index of it. */
const SHORT = 12

const indices = new WeakMap<readonly Identified[], ReadonlyMap<string, Identified>>()

/** The item of a list with that id. A list of a document never changes, so that a long one is gone through once. */
export function itemWithId<T extends Identified>(list: readonly T[], id: string): T | undefined {
  if (list.length <= SHORT) return list.find((item) => item.id === id)
  const index = indices.get(list) ?? new Map(list.map((item) => [item.id, item]))
  indices.set(list, index)
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the index of a list holds its items
  return index.get(id) as T | undefined
}
