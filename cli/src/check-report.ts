import { COMPLETE_LIMIT, ProjectChecker, reported, type Severity, type ReportedFinding, type Modality } from '@rheoscope/core/check'
import { componentsOn, RheoError, type Project, type Screen } from '@rheoscope/core/document'
import { junitReport, sarifReport, type CheckedThing } from '@rheoscope/core/exchange'

export const FORMATS = ['text', 'json', 'sarif', 'junit'] as const

export type Format = (typeof FORMATS)[number]

export interface CheckRequest {
  /** The name of the file, for reports that point into it. */
  readonly file: string
  readonly format: Format
  /** The least level that counts as found. */
  readonly level: Severity
  readonly ways?: readonly Modality[]
  /** A screen by its name or id; everything when it is left out. */
  readonly screen?: string
}

export const LEVELS: readonly Severity[] = ['fault', 'risk', 'note']

export interface CheckReport {
  readonly text: string
  /** Whether a finding that nobody accepted is at or above the level asked for. */
  readonly isFound: boolean
  /** A sentence for each check that broke down: what it would have found is not known. */
  readonly failures: readonly string[]
}

/** Checks a project completely, for people or programs. Throws `gone` for a screen there is not. */
export function checkReport(project: Project, request: CheckRequest): CheckReport {
  const things = checked(project, request)
  const counting = LEVELS.slice(0, LEVELS.indexOf(request.level) + 1)
  const counts = ({ level, accepted }: ReportedFinding) => accepted === null && counting.includes(level)
  return {
    text: printed(project, things, request, counts),
    isFound: things.some(({ findings }) => findings.some(counts)),
    failures: things.flatMap(({ name, failures }) => failures.map(({ sentence }) => `${name}: ${sentence}`)),
  }
}

function checked(project: Project, { screen: named, ways }: CheckRequest): readonly CheckedThing[] {
  const checker = new ProjectChecker({ limit: COMPLETE_LIMIT, ...(ways ? { ways } : {}) })
  const screens = named === undefined ? project.screens : [screenNamed(project, named)]
  const placed = new Set(screens.flatMap((screen) => componentsOn(project, screen).map(({ id }) => id)))
  const components = named === undefined ? project.components : project.components.filter(({ id }) => placed.has(id))
  const things = [
    ...(named === undefined ? [{ name: project.name, looked: checker.whole(project) }] : []),
    ...components.map((component) => ({ name: component.name, looked: checker.component(project, component) })),
    ...screens.map((screen) => ({ name: screen.name, looked: checker.screen(project, screen) })),
  ]
  return things.map(({ name, looked: { findings, failures } }) => ({ name, findings: findings.map((finding) => reported(project, finding)), failures }))
}

function screenNamed(project: Project, named: string): Screen {
  const screen = project.screens.find(({ id, name }) => id === named || name === named)
  if (!screen) throw new RheoError('gone', `screens/${named}`, `${project.name} has no screen “${named}”.`)
  return screen
}

function printed(project: Project, things: readonly CheckedThing[], { file, format }: CheckRequest, counts: (finding: ReportedFinding) => boolean): string {
  const findings = things.flatMap((thing) => thing.findings)
  const failures = things.flatMap((thing) => thing.failures)
  switch (format) {
    case 'json':
      return `${JSON.stringify({ project: project.name, findings, failures }, null, 2)}\n`
    case 'sarif':
      return sarifReport(file, findings, failures)
    case 'junit':
      return junitReport(project.name, things, counts)
    case 'text':
      return inText(project, things)
  }
}

function inText(project: Project, things: readonly CheckedThing[]): string {
  const lines = things.flatMap(({ name, findings, failures }) => [
    ...findings.map(({ level, kind, sentence, accepted }) => `${level.padEnd(5)} ${name}: ${sentence} [${kind}]${accepted === null ? '' : ` accepted: ${accepted}`}`),
    ...failures.map(({ sentence, check }) => `?     ${name}: ${sentence} [${check}]`),
  ])
  const many = `${project.components.length} components and ${project.screens.length} screens`
  return lines.length === 0 ? `${project.name}: no findings in ${many}\n` : `${lines.join('\n')}\n`
}
