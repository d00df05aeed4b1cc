import { apply, orElse, type Project } from '../../document'
import { checkingComponent, checkingScreen, raisedBy, type Checking } from './checking'
import type { CheckOptions } from '../ground/context'
import { isAsBad, type Finding } from '../model/finding'

/** What has been found of a project, by what it was found of. */
export interface FoundOf {
  readonly project: Project
  readonly findings: readonly Finding[]
}

/**
 * Whether the remedy of a finding does what it is for: with it the finding is gone, and nothing as bad has come instead,
 * in all the components and screens it touches. In steps between which it can be given up.
 */
export function* tryingRemedy({ project, findings }: FoundOf, finding: Finding, options?: CheckOptions): Generator<void, boolean> {
  const { remedy } = finding
  const mended = remedy && orElse(() => apply(project, remedy.edit), null)
  if (!mended) return false
  const before = new Set(findings.map(({ id }) => id))
  const isWorse = (found: Finding) => !before.has(found.id) && isAsBad(found.level, finding.level)
  for (const look of looksAfter(project, mended, finding, options)) {
    const { findings: after } = yield* look
    if (after.some((found) => found.id === finding.id || isWorse(found))) return false
  }
  return true
}

function* looksAfter(project: Project, mended: Project, finding: Finding, options?: CheckOptions): Generator<Checking> {
  const raised = raisedBy(finding, mended, options)
  if (raised) yield raised
  for (const component of mended.components) if (!project.components.includes(component)) yield checkingComponent(mended, component, options)
  for (const screen of mended.screens) if (!project.screens.includes(screen)) yield checkingScreen(mended, screen, options)
}
