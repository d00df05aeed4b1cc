import { Button } from '@mui/material'
import { Link } from 'react-router'
import { takeOf, type Finding, type Witness } from '@rheoscope/core/check'
import { addTake, type Project } from '@rheoscope/core/document'
import { Acceptance } from '../checks/acceptance'
import { useRemedy } from '../checks/use-findings'
import { LevelMark, Sentence } from '../checks/finding-words'
import { msText } from '../bench/lanes/timing-text'
import { LiveSurface } from '../playing/live-surface'
import { ClockControls } from '../playing/clock-controls'
import { usePlayer, usePlayerState } from '../playing/use-player'
import { newId } from '../session/new-id'
import { useOfSession, useSession } from '../session/use-session'
import { ownerOf } from './owner-of'
import { WitnessStrip } from './witness-strip'

/** One finding: what it says, what makes it happen, frame by frame and alive, and what can be done about it. */
export function FindingDetail({ finding }: { readonly finding: Finding }) {
  const session = useSession()
  const project = useOfSession('project')
  const { level, kind, sentence, witness } = finding
  const remedy = useRemedy(finding)
  return (
    <section className={`finding-detail is-${level}`} aria-label="The chosen finding">
      <h2><LevelMark level={level} /> {ownerOf(project, finding)} <span className="muted mono">{kind}</span></h2>
      <p className="finding-sentence"><Sentence text={sentence} /></p>
      {finding.means !== undefined && <p className="muted finding-means">{sentenceOf(finding.means)}</p>}
      <div className="finding-actions">
        {remedy && <Button variant="contained" onClick={() => session.dispatch(remedy.edit, remedy.label.toLowerCase())}>{remedy.label}</Button>}
        <WhereItIs project={project} finding={finding} />
        <Acceptance finding={finding} />
      </div>
      {witness && finding.beside ? <SideBySide project={project} finding={finding} ways={[witness, finding.beside]} /> : witness ? <PlayedWitness project={project} finding={finding} witness={witness} field={FIELD} /> : <p className="muted hint">Nothing to play: this is in the document itself.</p>}
    </section>
  )
}

/** What a check looks for, as a sentence by itself. */
const sentenceOf = (means: string): string => `${means.slice(0, 1).toUpperCase()}${means.slice(1).replaceAll('`', '')}.`

/** The way to what a finding is about. */
function WhereItIs({ project, finding: { about } }: { readonly project: Project; readonly finding: Finding }) {
  if (about.screen !== undefined && project.screens.some(({ id }) => id === about.screen)) return <Link className="underlined" to={`/project/${project.id}/screen/${about.screen}${about.size === undefined ? '' : `?size=${about.size}`}`}>To the stage</Link>
  if (about.component === undefined || !project.components.some(({ id }) => id === about.component)) return null
  const rule = about.rule === undefined ? '' : `?rule=${about.rule}${about.state === undefined ? '' : `&from=${about.state}`}`
  return <Link className="underlined" to={`/project/${project.id}/component/${about.component}${rule}`}>To the bench</Link>
}

const FIELD = { width: 620, height: 300 }
const HALF_FIELD = { width: 300, height: 300 }

/** Two ways, each played in half of the room. */
const SideBySide = ({ project, finding, ways }: { readonly project: Project; readonly finding: Finding; readonly ways: readonly Witness[] }) => (
  <div className="side-by-side witness-ways">
    {ways.map((witness, index) => <div key={index}><PlayedWitness project={project} finding={finding} witness={witness} field={HALF_FIELD} /></div>)}
  </div>
)

interface PlayedProps {
  readonly project: Project
  readonly finding: Finding
  readonly witness: Witness
  readonly field: typeof FIELD
}

function PlayedWitness({ project, finding, witness, field }: PlayedProps) {
  const session = useSession()
  const player = usePlayer(project, witness.surface)
  if (!player) return <p className="muted hint">What it happened on is no longer there.</p>
  const keep = () => {
    const take = { ...takeOf(finding, witness), id: newId(finding.kind), name: `Witness: ${finding.kind}` }
    session.dispatch(addTake(take), 'keep a witness as a take')
  }
  return (
    <>
      <WitnessStrip project={project} witness={witness} />
      <LiveSurface player={player} label="What makes it happen" className="witness-live" field={field} mostZoom={2} />
      <div className="witness-controls">
        <PlayButton player={player} witness={witness} />
        <ClockControls player={player} of="witness" />
        <button className="plain underlined" onClick={keep}>Keep it as a take</button>
      </div>
    </>
  )
}

function PlayButton({ player, witness }: { readonly player: NonNullable<ReturnType<typeof usePlayer>>; readonly witness: Witness }) {
  const { witness: playing, isHeld } = usePlayerState(player)
  return (
    <>
      <Button onClick={() => player.playWitness(witness)}>{playing ? 'Play it again' : 'Play it'}</Button>
      {playing && <span role="status">{isHeld ? `${msText(witness.lookAtMs)}: ${witness.caption}` : 'Playing…'}</span>}
      {playing && <button className="plain underlined" onClick={() => player.endWitness()}>Try it yourself</button>}
    </>
  )
}
