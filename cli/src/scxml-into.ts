import { addComponent, apply, type Project } from '@rheoscope/core/document'
import { scxmlIn } from '@rheoscope/core/exchange'
import { newId } from './new-id'

/** A project with the component of a state chart in it. Throws a `RheoError` (`not-scxml`, `not-xml`, `too-large`). */
export async function scxmlInto(project: Project, text: string): Promise<{ readonly project: Project; readonly changes: readonly string[]; readonly leftOut: readonly string[] }> {
  const { component, leftOut } = await scxmlIn(text, project, newId)
  return { project: apply(project, addComponent(component)), changes: [`“${component.name}” is new`], leftOut }
}
