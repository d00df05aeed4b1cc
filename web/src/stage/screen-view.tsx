import { ToggleButton } from '@mui/material'
import { screenOf } from '@rheoscope/core/document'
import { drawListAt } from '@rheoscope/core/run'
import { useMemo, useRef } from 'react'
import { MAIN } from '../frame/use-focus-kept'
import { LiveSurface } from '../playing/live-surface'
import type { Player } from '../playing/player'
import { usePlayerState } from '../playing/use-player'
import { useRoom, type Room } from '../theme/use-room'
import { Easel } from '../bench/easel/easel'
import { LinksPicture } from './links-picture'
import { useStage } from './use-stage'
import { useStageRun } from './use-stage-run'

const FIRST_ROOM = { width: 600, height: 400 }

/** The screen in the middle: to be arranged, or alive. */
export function ScreenView() {
  const { player, isArranging, showsLinks, screen } = useStage()
  const room = useRef<HTMLElement>(null)
  const field = useRoom(room, FIRST_ROOM)
  return (
    <main className="screen-view" id={MAIN} tabIndex={-1} ref={room} aria-label={`The screen ${screen.name}`}>
      {showsLinks ? <LinksPicture /> : isArranging ? <Easel /> : player ? <Alive player={player} field={field} /> : <p role="alert" className="hint">This cannot run yet.</p>}
    </main>
  )
}

/** The run itself, or what it showed at the instant that is looked at. */
function Alive({ player, field }: { readonly player: Player; readonly field: Room }) {
  const { seenMs, then } = useStage()
  const { way } = useStageRun()
  const { witness } = usePlayerState(player)
  const seen = useMemo(() => (then === null || seenMs === null ? null : drawListAt(then, seenMs)), [then, seenMs])
  return (
    <>
      <LiveSurface player={player} label="The screen, running" className="screen-picture" field={field} mostZoom={1} clips way={way} shown={(_wallMs, live) => seen ?? live} readOut={then} />
      <TakenAlong />
      {witness && (
        <p className="witness-strip screen-strip" role="status">
          Playing: {witness.caption} <button className="plain underlined" onClick={() => player.skipToEnd()}>To its end</button> <button className="plain underlined" onClick={() => player.endWitness()}>Done</button>
        </p>
      )}
    </>
  )
}

/** Whether the run takes one along to the screens it goes to, where it can go to another; and where it is while it is elsewhere. */
function TakenAlong() {
  const { project, elsewhere, follow } = useStage()
  const { isStaying, stay } = useStageRun()
  if (project.screens.length < 2) return null
  const there = elsewhere === null ? undefined : screenOf(project, elsewhere)
  return (
    <p className="screen-corner">
      <ToggleButton size="small" value="stay" selected={isStaying} title="Keep to this screen when the run goes to another" onChange={() => stay(!isStaying)}>Stay here</ToggleButton>
      {there && <button className="plain underlined" onClick={() => follow(there.id)}>running on {there.name}</button>}
    </p>
  )
}
