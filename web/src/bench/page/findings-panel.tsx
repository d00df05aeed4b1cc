import { Button } from '@mui/material'
import { Link } from 'react-router'
import type { Finding, Severity } from '@rheoscope/core/check'
import { Acceptance } from '../../checks/acceptance'
import { FoundSoFar, shortStatus } from '../../checks/check-status'
import { LevelMark, Sentence } from '../../checks/finding-words'
import { useFindingsOf, useLookingAt, useRemedy } from '../../checks/use-findings'
import { useStillBench } from './use-bench'

/** What the checks have to say about this component, each with its proof and, where there is one, its remedy. */
export function FindingsPanel() {
  const { component, project } = useStillBench()
  const findings = useFindingsOf(component.id)
  const { looking, areCurrent } = useLookingAt(component.id)
  return (
    <section id="findings" aria-label="Findings" aria-busy={!areCurrent}>
      <div className="section-head">
        <h2 className="caption">Findings</h2>
        <Link className="underlined muted" to={`/project/${project.id}/findings`}>All findings</Link>
      </div>
      <FoundSoFar name={component.name} looking={looking}>{findings.map((finding) => <FindingCard key={finding.id} finding={finding} />)}</FoundSoFar>
    </section>
  )
}

function FindingCard({ finding }: { readonly finding: Finding }) {
  const { player, make, component, project } = useStillBench()
  const { level, sentence, witness, kind } = finding
  const remedy = useRemedy(finding)
  const isOwn = witness !== null && 'component' in witness.surface && witness.surface.component === component.id
  const show = useShow(finding)
  return (
    <article className={`finding is-${level}`} data-kind={kind}>
      <p><LevelMark level={level} /> <Sentence text={sentence} /></p>
      <div className="finding-actions">
        {isOwn && player && <Button onClick={() => player.playWitness(witness)}>Play it</Button>}
        {witness && !isOwn && <Link className="underlined" to={`/project/${project.id}/findings?finding=${encodeURIComponent(finding.id)}`}>See it happen</Link>}
        {remedy && <Button className="finding-remedy" onClick={() => make(remedy.edit, remedy.label.toLowerCase())}>{remedy.label}</Button>}
        <button className="plain underlined muted" onClick={show}>Show</button>
        <Acceptance finding={finding} />
      </div>
    </article>
  )
}

/** Selects what a finding is about. */
function useShow({ about }: Finding): () => void {
  const { select, component } = useStillBench()
  return () => {
    const rule = component.rules.find(({ id }) => id === about.rule)
    const state = about.state ?? about.states?.[0]
    if (state !== undefined && about.row !== undefined) select({ do: 'select cell', state, row: about.row })
    else if (state !== undefined) select({ do: 'select state', state })
    if (about.part !== undefined && (rule === undefined || about.parts !== undefined)) select({ do: 'select parts', parts: about.parts ?? [about.part] })
  }
}

/** How many findings of each level there are, as signs that lead to them. */
export function FindingCounts() {
  const { component } = useStillBench()
  const findings = useFindingsOf(component.id)
  const { looking, areCurrent } = useLookingAt(component.id)
  const status = shortStatus(looking)
  const count = (level: Severity) => findings.filter((finding) => finding.level === level).length
  const counts = (['fault', 'risk', 'note'] as const).map((level) => ({ level, many: count(level) })).filter(({ many }) => many > 0)
  return (
    <button
      className="plain finding-counts" aria-live="polite" aria-busy={!areCurrent}
      onClick={() => document.getElementById('findings')?.scrollIntoView({ block: 'nearest' })}
    >
      {status !== null && <span className={looking.is === 'failed' ? 'checks-failed' : 'muted'}>{status}</span>}
      {status === null && counts.length === 0 && <span>no findings</span>}
      {counts.map(({ level, many }) => (
        <span key={level}><span className={`badge is-${level}`} /> {many} {level}{many === 1 ? '' : 's'}</span>
      ))}
    </button>
  )
}
