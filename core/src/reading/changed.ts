import { touchedBy, type Entry, type Id } from '../document'

/** How late in some entries of a log each component and screen was last changed, by its id: the place of the entry, the last the highest. What none of them touches is not in it. */
export function lastChanges(entries: readonly Entry[]): ReadonlyMap<Id, number> {
  const last = new Map<Id, number>()
  for (const [place, { edit }] of entries.entries()) {
    for (const [list, id] of touchedBy(edit)) if (id !== undefined && (list === 'components' || list === 'screens')) last.set(id, place)
  }
  return last
}
