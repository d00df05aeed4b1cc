import type { Id } from '@rheoscope/core/document'
import type { BenchState } from '../page/bench-state'

type AddedRows = BenchState['addedRows']

const PREFIX = 'rheoscope.rows.'

/** The rows without rules that were added to a component in this browser, so that they are still there after a reload. */
export function keptRows(component: Id): AddedRows {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(PREFIX + component) ?? '[]')
    return Array.isArray(kept) ? kept.filter(({ axis, row }) => typeof axis === 'string' && typeof row?.key === 'string' && typeof row.trigger?.on === 'string') : []
    // eslint-disable-next-line no-restricted-syntax -- A browser that keeps nothing, or something else under this name: the rows of the rules are all there are.
  } catch {
    return []
  }
}

export function keepRows(component: Id, rows: AddedRows): void {
  try {
    if (rows.length === 0) localStorage.removeItem(PREFIX + component)
    else localStorage.setItem(PREFIX + component, JSON.stringify(rows))
    // eslint-disable-next-line no-restricted-syntax -- Nothing of the document is lost when the browser keeps no rows.
  } catch {
  }
}
