import type { Project } from '../../document'
import { givenUpIn, type CheckFailure, type Looked } from '../model/looked'
import { ProjectChecker } from './project-checker'
import { reported, type ReportedFinding } from './reported'

/** How far a complete check has come. */
export interface CheckProgress {
  /** How many components, screens and questions about the whole are through, and how many there are. */
  readonly done: number
  readonly total: number
  /** What is being looked at. */
  readonly what: string
  /** How many configurations of it have been seen in the exploration that goes on; 0 before one does. */
  readonly seen: number
}

/** What a complete check of a project came to. */
export interface CompleteCheck {
  readonly findings: readonly ReportedFinding[]
  /** The checks that broke down; what they would have found is not known. */
  readonly failures: readonly CheckFailure[]
  /** The explorations that were given up, a sentence each. */
  readonly givenUp: readonly string[]
  readonly components: number
  readonly screens: number
}

/** A complete check goes so much further than an everyday one before it gives up, in symbolic configurations for one exploration. */
export const COMPLETE_LIMIT = 400_000

/** Checks all of a project, however long it takes; tells how far it is before each thing it looks at, and while it explores one. */
export function completeCheck(project: Project, onProgress: (progress: CheckProgress) => void): CompleteCheck {
  let progress: CheckProgress = { done: 0, total: project.components.length + project.screens.length + 1, what: project.name, seen: 0 }
  const tell = (change: Partial<CheckProgress>) => {
    progress = { ...progress, ...change }
    onProgress(progress)
  }
  const checker = new ProjectChecker({
    limit: COMPLETE_LIMIT,
    isToStop: (seen) => {
      tell({ seen })
      return false
    },
  })
  const work: readonly { readonly what: string; readonly look: () => Looked }[] = [
    ...project.components.map((component) => ({ what: component.name, look: () => checker.component(project, component) })),
    ...project.screens.map((screen) => ({ what: screen.name, look: () => checker.screen(project, screen) })),
    { what: project.name, look: () => checker.whole(project) },
  ]
  const looked = work.map(({ what, look }, done) => {
    tell({ done, what, seen: 0 })
    return look()
  })
  return {
    findings: looked.flatMap(({ findings }) => findings).map((finding) => reported(project, finding)),
    failures: looked.flatMap(({ failures }) => failures),
    givenUp: looked.flatMap(givenUpIn),
    components: project.components.length, screens: project.screens.length,
  }
}
