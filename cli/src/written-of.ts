import type { Project } from '@rheoscope/core/document'
import { writtenComponent, writtenProject } from '@rheoscope/core/written'
import { named } from './named'

/** A project, or one component of it by its name or id, in its written form. Throws a `RheoError` (`missing`) where there is no such component. */
export function writtenOf(project: Project, word: string | undefined): string {
  return word === undefined ? writtenProject(project) : writtenComponent(project, named(project.components, word, 'component'))
}
