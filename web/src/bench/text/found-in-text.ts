import type { Diagnostic } from '@codemirror/lint'
import { Text } from '@codemirror/state'
import type { Finding } from '@rheoscope/core/check'
import type { LineAbout } from '@rheoscope/core/written'

const SEVERITY = { fault: 'warning', risk: 'info', note: 'hint' } as const

/** What has been found, each at the first line that is about the same. */
export function foundIn(text: string, lines: readonly LineAbout[], findings: readonly Finding[]): readonly Diagnostic[] {
  const doc = Text.of(text.split('\n'))
  return findings.flatMap(({ about: { rule, part, state }, level, sentence }): readonly Diagnostic[] => {
    const line = lines.find((each) => (rule !== undefined ? each.rule === rule : part !== undefined ? each.part === part && (state === undefined || each.state === state || each.axis === null) : state !== undefined && each.state === state))
    if (!line || line.line > doc.lines) return []
    const { from, to, text: said } = doc.line(line.line)
    return [{ from: from + said.length - said.trimStart().length, to, severity: SEVERITY[level], message: sentence, markClass: `text-found is-${level}` }]
  })
}
