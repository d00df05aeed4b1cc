import { DOCUMENT_VERSION, renameProject, type Entry } from '@rheoscope/core/document'

/** An entry that gives a project another name; each with an id of its own. */
export const entry = (index: number): Entry => {
  const edit = renameProject(`Name ${index}`)
  return { id: `entry-${String(index).padStart(8, '0')}`, what: 'do', label: 'rename', edit, inverse: edit, author: { id: 'bench', name: 'Bench' }, madeAt: '2026-03-01T08:00:00.000Z', version: DOCUMENT_VERSION }
}
