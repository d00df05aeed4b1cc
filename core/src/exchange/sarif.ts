import type { CheckFailure, Severity, ReportedFinding } from '../check'

const LEVELS: Readonly<Record<Severity, 'error' | 'warning' | 'note'>> = { fault: 'error', risk: 'warning', note: 'note' }

/**
 * Findings as a SARIF 2.1.0 log (OASIS), which code hosts and editors read: one result each, at its place in the
 * project file, with its witness as a code flow step by step and an accepted one as suppressed. Checks that broke down are
 * notifications of an invocation that did not succeed.
 */
export function sarifReport(file: string, findings: readonly ReportedFinding[], failures: readonly CheckFailure[] = []): string {
  const kinds = [...new Set(findings.map(({ kind }) => kind))]
  const log = {
    version: '2.1.0',
    $schema: 'https://json.schemastore.org/sarif-2.1.0.json',
    runs: [{
      tool: { driver: { name: 'Rheoscope', rules: kinds.map((id) => ({ id, name: id })) } },
      artifacts: [{ location: { uri: file } }],
      invocations: [{
        executionSuccessful: failures.length === 0,
        toolExecutionNotifications: failures.map(({ check, sentence, detail }) => ({ level: 'error', descriptor: { id: check }, message: { text: sentence }, exception: { message: detail } })),
      }],
      results: findings.map((finding) => ({
        ruleId: finding.kind, ruleIndex: kinds.indexOf(finding.kind), level: LEVELS[finding.level],
        message: { text: finding.sentence },
        locations: [{ physicalLocation: { artifactLocation: { uri: file, index: 0 } }, logicalLocations: [{ fullyQualifiedName: placeOf(finding), kind: 'object' }] }],
        partialFingerprints: { finding: finding.id },
        properties: { numbers: finding.numbers },
        ...(finding.witness === null ? {} : { codeFlows: [{ message: { text: 'what makes it happen' }, threadFlows: [{ locations: flowOf(file, finding) }] }] }),
        ...(finding.accepted === null ? {} : { suppressions: [{ kind: 'external', justification: finding.accepted }] }),
      })),
    }],
  }
  return `${JSON.stringify(log, null, 2)}\n`
}

/** Where in the project something is, as the path of its ids. */
function placeOf({ component, screen, axis, states, rule, part }: ReportedFinding): string {
  const owner = component ? `components/${component.id}` : screen ? `screens/${screen.id}` : 'project'
  if (rule) return `${owner}/rules/${rule}`
  if (part) return `${owner}/parts/${part.id}`
  return axis ? `${owner}/axes/${axis.id}${states[0] ? `/states/${states[0].id}` : ''}` : owner
}

const flowOf = (file: string, { witness }: ReportedFinding) =>
  (witness?.inputs ?? []).map(({ atMs, ...action }, index) => ({
    executionOrder: index + 1,
    location: { message: { text: `at ${atMs} ms: ${JSON.stringify(action)}` }, physicalLocation: { artifactLocation: { uri: file, index: 0 } } },
  }))
