import type { Project } from '@rheoscope/core/document'
import { conformance, readBuildLog } from '@rheoscope/core/exchange'

export type ConformFormat = 'text' | 'json'

/** What a log of a probe comes to beside the design, and whether anything was built otherwise. */
export function conformReport(project: Project, log: string, format: ConformFormat): { readonly text: string; readonly conforms: boolean } {
  const found = conformance(project, readBuildLog(log))
  const conforms = found.deviations.length === 0
  if (format === 'json') return { conforms, text: `${JSON.stringify(found, null, 2)}\n` }
  const lines = [
    ...found.deviations.map(({ kind, sentence }) => `${kind}: ${sentence}`),
    ...found.unseen.map((way) => `not in the log: ${way}`),
    `${found.component}: ${conforms ? 'built as designed' : `${found.deviations.length} built otherwise`}, of ${found.compared.looks} values at rest and ${found.compared.motions} motions.`,
  ]
  return { conforms, text: `${lines.join('\n')}\n` }
}
