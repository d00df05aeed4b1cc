import { doing, RheoError, type Edit, type Entry, type Project, type Signature } from '@rheoscope/core/document'

/** Who made an entry, and when, for tests that do not care. */
export const signed = (id: string, author = 'ines'): Signature => ({ id, author: { id: author, name: author }, madeAt: '2026-03-01T08:00:00.000Z' })

/** An entry that makes an edit that can be made. */
export function made(id: string, project: Project, edit: Edit, label: string, author?: string): Entry {
  const entry = doing(signed(id, author), project, edit, label)
  if (entry instanceof RheoError) throw entry
  return entry
}
