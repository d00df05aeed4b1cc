import { certain } from '@rheoscope/core/document'
import { Link } from 'react-router'
import type { Finding } from '@rheoscope/core/check'
import { FoundSoFar } from '../checks/check-status'
import { LevelMark, Sentence } from '../checks/finding-words'
import { useFindingsOn, useLookingAt } from '../checks/use-findings'
import { useStage } from './use-stage'

/** What the checks have to say about this screen and what stands on it together. */
export function ScreenFindings() {
  const { screen, project, player } = useStage()
  const findings = useFindingsOn(screen.id)
  const { looking, areCurrent } = useLookingAt(screen.id)
  const isHere = ({ witness }: Finding) => witness !== null && 'screen' in witness.surface && witness.surface.screen === screen.id
  return (
    <section aria-label="Findings" aria-busy={!areCurrent}>
      <div className="section-head">
        <h2 className="caption">Findings</h2>
        <Link className="underlined muted" to={`/project/${project.id}/findings`}>All findings</Link>
      </div>
      <FoundSoFar name={screen.name} looking={looking}>
        {findings.map((finding) => (
          <article key={finding.id} className={`finding is-${finding.level}`} data-kind={finding.kind}>
            <p><LevelMark level={finding.level} /> <Sentence text={finding.sentence} /></p>
            {isHere(finding) && player && <button className="plain underlined" onClick={() => player.playWitness(certain(finding.witness))}>Play it</button>}
          </article>
        ))}
      </FoundSoFar>
    </section>
  )
}
