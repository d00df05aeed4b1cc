import { Project } from '../project'
import { requireCoherent, requireCoherentWhole, requireNames, requireShallow } from './coherence'
import { validated } from './validated'

/** A value as the project it is. Throws what `validated` throws, and what keeps the things in it from going together. */
export function requireProject(value: unknown, what: string): Project {
  const project: Project = validated(Project, value, what)
  requireCoherentWhole(project)
  for (const list of ['components', 'screens'] as const) project[list].forEach((owner) => requireCoherent(owner, list))
  project.tables.forEach(({ id, columns }) => requireNames(columns, `tables/${id}/columns`))
  requireShallow(project)
  return project
}
