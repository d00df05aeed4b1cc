import { hasKeys, type Entry } from '@rheoscope/core/document'

/** What became of an attempt to store edits: nobody answered, the project is no longer there, the server does not want them, or it could not do it. */
export type Mishap = 'unreachable' | 'removed' | 'refused' | 'failed'

/** A `503`, a full disk and their like are about the server as it is now, not about what was sent. */
const PASSING = [408, 425, 429, 502, 503, 504, 507]

/** What went wrong, by the status an error carries; one without a status never reached the server. */
export function mishapOf(error: unknown): Mishap {
  const status = statusOf(error)
  if (status === 0) return 'unreachable'
  if (status === 404 || status === 410) return 'removed'
  return status >= 500 || PASSING.includes(status) ? 'failed' : 'refused'
}

/** Whether a failure may be the fault of what was sent. */
export const isPassing = (error: unknown): boolean => PASSING.includes(statusOf(error))

const statusOf = (error: unknown): number => (hasKeys(error) && typeof error.status === 'number' ? error.status : 0)

/** An edit that could not be stored and has been taken out, so that the others could. */
export interface SetAside {
  readonly entry: Entry
  /** Why, in a sentence. */
  readonly why: string
}

/** The edits that could not be stored, as a file that can be looked at or handed on. */
export const fileOf = (setAside: readonly SetAside[]): string => `${JSON.stringify({ edits: setAside.map(({ entry, why }) => ({ label: entry.label, why, edit: entry.edit })) }, null, 2)}\n`
