import { componentOf, screenOf, type Component, type Project, type Screen } from '@rheoscope/core/document'
import { useOfSession } from '../../session/use-session'
import { useStillBench } from '../page/use-bench'
import type { Owner } from './written-draft'

/** What is open, as it is stored rather than as it is shown, and the project it is stored in. */
export function useWritten(): { readonly project: Project; readonly owner: Owner } {
  const { component, isScreen } = useStillBench()
  const project = useOfSession('document')
  const stored: Component | Screen | undefined = isScreen ? screenOf(project, component.id) : componentOf(project, component.id)
  return { project, owner: stored ?? component }
}
