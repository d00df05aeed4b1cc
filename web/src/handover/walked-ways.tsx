import { useMemo, useState } from 'react'
import { Button } from '@mui/material'
import type { Project, Take } from '@rheoscope/core/document'
import type { HandedOver } from '@rheoscope/core/exchange'
import { ClockControls } from '../playing/clock-controls'
import { LiveSurface } from '../playing/live-surface'
import { witnessOf } from '../playing/played-take'
import { usePlayer, usePlayerState } from '../playing/use-player'
import { KeepTakes } from './keep-takes'
import { walkedTakes } from './walked-takes'

/** What can be done with the ways of a walkthrough beside reading its list: keeping them, and watching them. */
export function WalkedWays({ project, made }: { readonly project: Project; readonly made: HandedOver }) {
  const ways = useMemo(() => walkedTakes(made), [made])
  return <><KeepTakes takes={ways} /><WatchedWays project={project} ways={ways} /></>
}

function WatchedWays({ project, ways }: { readonly project: Project; readonly ways: readonly Take[] }) {
  const [chosen, setChosen] = useState(0)
  const way = ways[chosen] ?? ways[0]
  if (!way) return null
  return (
    <section className="watched-way" aria-label="Watch it">
      <div className="section-head">
        <h2 className="caption">Watch it</h2>
        {ways.length > 1 && (
          <select aria-label="Way" value={ways.indexOf(way)} onChange={(event) => setChosen(Number(event.target.value))}>
            {ways.map(({ id }, index) => <option key={id} value={index}>way {index + 1} of {ways.length}</option>)}
          </select>
        )}
      </div>
      <Way key={way.id} project={project} way={way} />
    </section>
  )
}

const FIELD = { width: 270, height: 240 }

function Way({ project, way }: { readonly project: Project; readonly way: Take }) {
  const player = usePlayer(project, way.surface)
  return player && <Watched player={player} way={way} />
}

function Watched({ player, way }: { readonly player: NonNullable<ReturnType<typeof usePlayer>>; readonly way: Take }) {
  const { witness } = usePlayerState(player)
  return (
    <>
      <LiveSurface player={player} label={way.name} className="watched-picture" field={FIELD} mostZoom={1} clips />
      <p className="handover-actions">
        <Button onClick={() => player.playWitness(witnessOf(way))}>{witness ? 'Play it again' : 'Play it'}</Button>
        {witness && <button className="plain underlined" onClick={() => player.endWitness()}>Try it yourself</button>}
      </p>
      <ClockControls player={player} of="walkthrough" />
    </>
  )
}
