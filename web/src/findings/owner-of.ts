import type { Finding } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'

/** What a finding is about, by name: a component, a screen, or all of the project. */
export function ownerOf(project: Project, { about }: Finding): string {
  const component = project.components.find(({ id }) => id === about.component)?.name
  const screen = project.screens.find(({ id }) => id === about.screen)?.name
  return component && screen ? `${component} on ${screen}` : (component ?? screen ?? project.name)
}
