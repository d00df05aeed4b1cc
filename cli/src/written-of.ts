import { RheoError, type Project } from '@rheoscope/core/document'
import { writtenComponent, writtenProject } from '@rheoscope/core/written'

/** A project, or one component of it by its name or id, in its written form. Throws a `RheoError` (`missing`) where there is no such component. */
export function writtenOf(project: Project, named: string | undefined): string {
  if (named === undefined) return writtenProject(project)
  const component = project.components.find(({ id, name }) => name === named || id === named)
  if (!component) throw new RheoError('missing', named, `There is no component called “${named}”: ${project.components.map(({ name }) => name).join(', ')}.`)
  return writtenComponent(project, component)
}
