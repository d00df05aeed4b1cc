import type { Project } from '@rheoscope/core/document'
import { Thumbnail } from '../playing/thumbnail'

/** The first component of a project going through its states. */
export function Miniature({ project }: { readonly project: Project }) {
  const [first] = project.components
  return first ? <Thumbnail project={project} surface={{ component: first.id }} isLively /> : <span className="muted">Nothing drawn yet</span>
}
