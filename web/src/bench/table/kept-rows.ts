import { jsonOr, type Id } from '@rheoscope/core/document'
import { keepText, keptText } from '../../session/kept-text'
import type { BenchState } from '../page/bench-state'

type AddedRows = BenchState['addedRows']

const PREFIX = 'rheoscope.rows.'

/** The rows without rules that were added to a component in this browser, so that they are still there after a reload; none where something else is kept under that name. */
export function keptRows(component: Id): AddedRows {
  const kept: unknown = jsonOr(keptText(PREFIX + component) ?? '', [])
  return Array.isArray(kept) ? kept.filter((each) => typeof each?.axis === 'string' && typeof each.row?.key === 'string' && typeof each.row.trigger?.on === 'string') : []
}

export const keepRows = (component: Id, rows: AddedRows): void => keepText(PREFIX + component, rows.length === 0 ? null : JSON.stringify(rows))
