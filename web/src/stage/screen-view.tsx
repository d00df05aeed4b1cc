import { useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react'
import { replay } from '@rheoscope/core/run'
import { LiveSurface } from '../playing/live-surface'
import type { Player } from '../playing/player'
import { usePlayerState } from '../playing/use-player'
import { Arranging } from './arranging'
import { useStage } from './use-stage'

/** The screen in the middle: to be arranged, or alive. */
export function ScreenView() {
  const { player, isArranging, screen } = useStage()
  const room = useRef<HTMLElement>(null)
  const field = useRoom(room)
  return (
    <section className="screen-view" ref={room} aria-label={`The screen ${screen.name}`}>
      {isArranging ? <Arranging field={field} /> : player ? <Alive player={player} field={field} /> : <p role="alert" className="hint">It cannot be put together yet.</p>}
    </section>
  )
}

/** The run itself, or what it showed at the instant that is looked at. */
function Alive({ player, field }: { readonly player: Player; readonly field: Room }) {
  const { project, screen, seenMs, way } = useStage()
  const { witness, events } = usePlayerState(player)
  const seen = useMemo(() => (seenMs === null ? null : replay(project, { screen: screen.id }, player.done, Math.floor(seenMs)).drawListAt(seenMs)),
    // What has been done changes with the events.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [project, screen.id, player, seenMs, events])
  return (
    <>
      <LiveSurface player={player} label="The screen, running" className="screen-picture" field={field} mostZoom={1} way={way} shown={(_wallMs, live) => seen ?? live} />
      {witness && (
        <p className="witness-strip screen-strip" role="status">
          Playing: {witness.caption} <button className="plain underlined" onClick={() => player.endWitness()}>Done</button>
        </p>
      )}
    </>
  )
}

export interface Room {
  readonly width: number
  readonly height: number
}

function useRoom(element: RefObject<HTMLElement | null>): Room {
  const [room, setRoom] = useState<Room>({ width: 600, height: 400 })
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect
      setRoom({ width: Math.max(100, Math.floor(width)), height: Math.max(100, Math.floor(height)) })
    })
    observer.observe(element.current!)
    return () => observer.disconnect()
  }, [element])
  return room
}
