import type { CheckFailure, ReportedFinding } from '../check'
import { svg, toMarkup, type SvgNode } from '../scene'

/** A suite of a report: what was looked at, and the checks it went through. */
export interface CheckedThing {
  readonly name: string
  readonly findings: readonly ReportedFinding[]
  /** The checks that broke down on it. */
  readonly failures: readonly CheckFailure[]
}

/**
 * Findings as the JUnit XML that build servers read: a suite for each thing that was looked at, a failed case for each
 * finding that counts, a skipped one for each that does not or was accepted, one in error for each check that broke down,
 * and one that passed where there is nothing to say.
 */
export function junitReport(project: string, things: readonly CheckedThing[], counts: (finding: ReportedFinding) => boolean): string {
  const suites = things.map(({ name, findings, failures }) => {
    const said = [
      ...findings.map((finding) => caseOf(name, `${finding.kind}: ${finding.sentence}`, [verdict(finding, counts)])),
      ...failures.map(({ check, sentence, detail }) => caseOf(name, check, [svg('error', 'error', { type: check, message: sentence }, [], detail)])),
    ]
    const cases = said.length === 0 ? [caseOf(name, 'no findings', [])] : said
    return svg('testsuite', name, { name, tests: cases.length, failures: findings.filter(counts).length, errors: failures.length, skipped: findings.filter((finding) => !counts(finding)).length }, cases)
  })
  const root = svg('testsuites', 'root', { name: project, tests: suites.reduce((sum, { children }) => sum + children.length, 0), failures: things.flatMap(({ findings }) => findings).filter(counts).length }, suites)
  return `<?xml version="1.0" encoding="UTF-8"?>\n${toMarkup(root)}\n`
}

const caseOf = (classname: string, name: string, children: readonly SvgNode[]): SvgNode => svg('testcase', name, { classname, name, time: 0 }, children)

function verdict(finding: ReportedFinding, counts: (finding: ReportedFinding) => boolean): SvgNode {
  if (!counts(finding)) return svg('skipped', 'skipped', { message: finding.accepted === null ? `a ${finding.level}` : `accepted: ${finding.accepted}` })
  const inputs = finding.witness === null ? '' : `\n${finding.witness.inputs.map(({ atMs, ...action }) => `${atMs} ms ${JSON.stringify(action)}`).join('\n')}`
  return svg('failure', 'failure', { type: finding.level, message: finding.sentence }, [], `${finding.sentence}${inputs}`)
}
