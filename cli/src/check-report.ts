import { ProjectChecker, type Finding, type Level } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'

export type Format = 'text' | 'json'

const LEVELS: readonly Level[] = ['fault', 'risk', 'note']

/** The findings of a project as text for people or JSON for programs, and whether any is at or above a level. */
export function checkReport(project: Project, format: Format, level: Level): { readonly text: string; readonly isFound: boolean } {
  const byComponent = new ProjectChecker().check(project)
  const findings = project.components.flatMap(({ id, name }) => (byComponent[id] ?? []).map((finding) => ({ component: name, ...finding })))
  const counting = LEVELS.slice(0, LEVELS.indexOf(level) + 1)
  return {
    text: format === 'json' ? `${JSON.stringify({ project: project.name, findings }, null, 2)}\n` : inText(project, findings),
    isFound: findings.some((finding) => counting.includes(finding.level)),
  }
}

function inText(project: Project, findings: readonly (Finding & { readonly component: string })[]): string {
  if (findings.length === 0) return `${project.name}: no findings in ${project.components.length} components\n`
  const lines = findings.map(({ component, level, kind, sentence }) => `${level.padEnd(5)} ${component}: ${sentence.replace(/[‹›]/g, '`')} [${kind}]`)
  return `${lines.join('\n')}\n`
}
