import { useEffect, useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { addTake, freeName, namesOf } from '@rheoscope/core/document'
import { atSize } from '@rheoscope/core/machine'
import { PageTitle } from '../frame/page-title'
import { NotHere } from '../not-here'
import { LiveSurface } from '../playing/live-surface'
import { usePlayer } from '../playing/use-player'
import { useWindowSize } from '../playing/use-window-size'
import { newId } from '../session/new-id'
import { Notices } from '../session/notices'
import { SessionProvider, useSession, useSessionState } from '../session/use-session'
import '../frame/places.css'
import './stage.css'

/** A screen alone on the page, to be shown to others or tried by people. */
export function PreviewPage() {
  const { project = '', screen = '' } = useParams()
  return (
    <SessionProvider key={project} id={project} waiting={<p className="waiting muted">Opening…</p>} failed={(error) => <NotHere what={error.message} />}>
      <Preview id={screen} />
    </SessionProvider>
  )
}

function Preview({ id }: { readonly id: string }) {
  const session = useSession()
  const { project } = useSessionState()
  const [search] = useSearchParams()
  const size = search.get('size') ?? undefined
  const player = usePlayer(atSize(project, size), { screen: id })
  const [kept, setKept] = useState<string | null>(null)
  const field = useWindowSize()
  const isRecording = search.has('keep')
  const screen = project.screens.find((each) => each.id === id)
  const way = screen?.entryPoints?.find(({ name }) => name === search.get('in'))
  useEffect(() => player?.enterBy(way?.id ?? null), [player, way?.id])
  if (!player) return <NotHere what="This project has no such screen." />
  const keep = () => {
    const name = freeName('Trial', namesOf(project.takes))
    session.dispatch(addTake({ id: newId(name), name, surface: { screen: id }, inputs: player.done, endsAtMs: Math.ceil(player.nowMs), expectations: [], reducedMotion: false, ...player.chance, ...(way ? { entryPoint: way.id } : {}), ...(size === undefined ? {} : { size }) }), `keep ${name}`)
    setKept(name)
    player.startOver()
  }
  return (
    <main className="preview">
      <PageTitle names={[screen?.name ?? 'Preview', project.name]} />
      <Notices />
      <LiveSurface player={player} label={screen?.name ?? 'The screen'} className="screen-picture" field={field} mostZoom={1} clips />
      {isRecording && (
        <p className="preview-keep">
          {kept && <span role="status">Kept as “{kept}”.</span>} <button className="plain underlined" onClick={keep}>Finish and save</button>
        </p>
      )}
    </main>
  )
}
