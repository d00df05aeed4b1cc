import type { Finding } from '@rheoscope/core/check'

/** The sign of the worst of some findings, on the thing itself; its sentence when it is pointed at. Nothing when there are none. */
export function FindingMark({ findings }: { readonly findings: readonly Finding[] }) {
  const worst = findings.find(({ level }) => level === 'fault') ?? findings.find(({ level }) => level === 'risk') ?? findings[0]
  if (!worst) return null
  const sentence = worst.sentence.replace(/[‹›]/g, '')
  return <span className={`badge finding-mark is-${worst.level}`} role="img" aria-label={`${worst.level}: ${sentence}`} title={sentence} />
}
