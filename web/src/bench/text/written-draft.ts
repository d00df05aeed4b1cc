import { batch, componentOf, editsBetween, type Component, type Edit, type Project } from '@rheoscope/core/document'
import { componentNameIn, readWritten, type FormProblem } from '@rheoscope/core/written'

/** A text somebody is writing, and what the component was that it said last. */
export interface Draft {
  readonly text: string
  readonly project: Project
  readonly component: Component
}

/** What a draft comes to. */
export interface ReadDraft {
  /** Null where nothing is to be changed, or lines cannot be read. */
  readonly edit: Edit | null
  /** The draft with what it says now, for once the edit has been made: what others change meanwhile is not what it changes back. */
  readonly made: Draft
  readonly problems: readonly FormProblem[]
}

/** The least edits that make of a component what a draft says of it. It is the component it was, whatever it is called now. */
export function readDraft(draft: Draft): ReadDraft {
  const { text, project, component } = draft
  const called = { ...component, name: componentNameIn(text) ?? component.name }
  const { project: read, problems } = readWritten(text, { ...project, components: project.components.map((each) => (each.id === component.id ? called : each)) })
  const now = componentOf(read, component.id)
  if (problems.length > 0 || !now) return { edit: null, made: draft, problems }
  const edits = editsBetween(['components', component.id], component, now)
  return { edit: edits.length === 0 ? null : batch(...edits), made: { text, project: read, component: now }, problems }
}
