import type { Project } from '../document'
import { ProjectChecker } from './project-checker'
import { reported, type ReportedFinding } from './reported'

/** How far a complete check has come. */
export interface CheckProgress {
  /** How many components, screens and questions about the whole are through, and how many there are. */
  readonly done: number
  readonly total: number
  /** What is being looked at. */
  readonly what: string
}

/** What a complete check of a project came to. */
export interface CompleteCheck {
  readonly findings: readonly ReportedFinding[]
  readonly components: number
  readonly screens: number
}

/** A complete check goes so much further than an everyday one before it gives up, in symbolic configurations for one exploration. */
export const COMPLETE_LIMIT = 400_000

/** Checks all of a project, however long it takes; tells how far it is before each thing it looks at. */
export function completeCheck(project: Project, onProgress: (progress: CheckProgress) => void): CompleteCheck {
  const checker = new ProjectChecker({ limit: COMPLETE_LIMIT })
  const work = [
    ...project.components.map((component) => ({ what: component.name, look: () => checker.component(project, component) })),
    ...project.screens.map((screen) => ({ what: screen.name, look: () => checker.screen(project, screen) })),
    { what: project.name, look: () => checker.whole(project) },
  ]
  const findings = work.flatMap(({ what, look }, done) => {
    onProgress({ done, total: work.length, what })
    return look()
  })
  return { findings: findings.map((finding) => reported(project, finding)), components: project.components.length, screens: project.screens.length }
}
