import { useMemo } from 'react'
import type { Edit, Project } from '@rheoscope/core/document'
import { useOfSession, useSession } from './use-session'

/** The project as it is stored, and how to make an edit of it. */
export interface Editing {
  readonly project: Project
  readonly make: (edit: Edit, label: string) => void
}

export function useEditing(): Editing {
  const session = useSession()
  const project = useOfSession('document')
  return useMemo(() => ({ project, make: (edit, label) => session.dispatch(edit, label) }), [session, project])
}
