import { Button } from '@mui/material'
import { Fragment } from 'react'
import type { Finding, Level } from '@rheoscope/core/check'
import { useFindingsOf } from '../checks/use-findings'
import { useStillBench } from './use-bench'

const LEVELS: Readonly<Record<Level, string>> = { fault: 'Fault', risk: 'Risk', note: 'Note' }

/** What the checks have to say about this component, each with its proof and, where there is one, its remedy. */
export function FindingsPanel() {
  const { component } = useStillBench()
  const { findings, areCurrent } = useFindingsOf(component.id)
  return (
    <section id="findings" aria-label="Findings" aria-busy={!areCurrent}>
      <h2 className="caption">Findings</h2>
      {findings.length === 0 && <p className="muted hint">{areCurrent ? `Nothing to say about ${component.name}.` : 'Checking…'}</p>}
      {findings.map((finding) => <FindingCard key={finding.id} finding={finding} />)}
    </section>
  )
}

function FindingCard({ finding }: { readonly finding: Finding }) {
  const { player, make, select, component } = useStillBench()
  const { level, sentence, witness, remedy, about, kind } = finding
  const show = () => {
    const rule = component.rules.find(({ id }) => id === about.rule)
    const state = about.state ?? about.states?.[0]
    if (state !== undefined && about.row !== undefined) select({ do: 'select cell', state, row: about.row })
    else if (state !== undefined) select({ do: 'select state', state })
    if (about.part !== undefined && rule === undefined) select({ do: 'select parts', parts: [about.part] })
  }
  return (
    <article className={`finding is-${level}`} data-kind={kind}>
      <p>
        <span className={`badge is-${level}`} /> <b className="finding-level">{LEVELS[level]}</b> <Sentence text={sentence} />
      </p>
      <div className="finding-actions">
        {witness && player && <Button onClick={() => player.playWitness(witness)}>Play it</Button>}
        {remedy && <Button onClick={() => make(remedy.edit, remedy.label.toLowerCase())}>{remedy.label}</Button>}
        <button className="plain underlined muted" onClick={show}>Show</button>
      </div>
    </article>
  )
}

/** A finding's sentence with the names of states in it set apart. */
function Sentence({ text }: { readonly text: string }) {
  return text.split(/[‹›]/).map((piece, index) => (
    <Fragment key={index}>{index % 2 === 1 ? <em className="state-word">{piece}</em> : piece}</Fragment>
  ))
}

/** How many findings of each level there are, as signs that lead to them. */
export function FindingCounts() {
  const { findings, areCurrent } = useFindingsOf(useStillBench().component.id)
  const count = (level: Level) => findings.filter((finding) => finding.level === level).length
  const counts = (['fault', 'risk', 'note'] as const).map((level) => ({ level, many: count(level) })).filter(({ many }) => many > 0)
  return (
    <button
      className="plain finding-counts" aria-live="polite" aria-busy={!areCurrent}
      onClick={() => document.getElementById('findings')?.scrollIntoView({ block: 'nearest' })}
    >
      {counts.length === 0 && <span>no findings</span>}
      {counts.map(({ level, many }) => (
        <span key={level}><span className={`badge is-${level}`} /> {many} {level}{many === 1 ? '' : 's'}</span>
      ))}
    </button>
  )
}
