import { useMemo, useRef, useState, type PointerEvent, type WheelEvent } from 'react'
import { scaleLinear } from 'd3'
import type { Player } from '../playing/player'
import { useFrames } from '../playing/use-frames'
import { usePlayerState } from '../playing/use-player'
import { msText } from '../bench/timing-text'
import { useRoom } from '../theme/use-room'
import { castOf, drawnBands } from './trace-bands'
import { drawTrace, NAMES_PX, ROW_PX, RULER_PX } from './trace-drawing'
import { useStage } from './use-stage'

/** How much time is shown at first, in ms, and at least and at most. */
const SPAN = { first: 6000, least: 400, most: 600_000 }

const FIRST_ROOM = { width: 900, height: 120 }
const LEAST_PX = 300

/** The time of the run: which state everything was in when, what moved, and what was done. Pulled through, the screen shows that instant. */
export function TraceView() {
  const { player, seenMs, lookAt } = useStage()
  return (
    <section className="trace" aria-label="Trace">
      {player ? <Trace player={player} /> : <p className="muted hint">Nothing runs.</p>}
      {seenMs !== null && <button className="plain trace-now mono" onClick={() => lookAt(null)}>at {msText(seenMs)} · back to now</button>}
    </section>
  )
}

function Trace({ player }: { readonly player: Player }) {
  const { project, screen, seenMs, lookAt, arrange } = useStage()
  const { events } = usePlayerState(player)
  const canvas = useRef<HTMLCanvasElement>(null)
  const [spanMs, setSpan] = useState(SPAN.first)
  const cast = useMemo(() => castOf(project, screen), [project, screen])
  const bands = useMemo(() => (cast ? drawnBands(project, cast, player.current.trace) : []),
    // The trace grows with the events.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [project, cast, player, events])
  const height = RULER_PX + bands.length * ROW_PX + 6
  const width = Math.max(LEAST_PX, useRoom(canvas, FIRST_ROOM).width)

  /** The latest moments, a little room before now. */
  const scaleNow = () => {
    const endMs = Math.max(spanMs, player.nowMs + spanMs * 0.05)
    return scaleLinear([endMs - spanMs, endMs], [NAMES_PX, width])
  }
  const shownScale = useRef(scaleNow())
  useFrames(() => {
    // While the past is looked at the picture stands still.
    if (seenMs === null) shownScale.current = scaleNow()
    const context = canvas.current!.getContext('2d')!
    const ratio = window.devicePixelRatio
    if (canvas.current!.width !== Math.round(width * ratio) || canvas.current!.height !== Math.round(height * ratio)) {
      canvas.current!.width = Math.round(width * ratio)
      canvas.current!.height = Math.round(height * ratio)
    }
    context.setTransform(ratio, 0, 0, ratio, 0, 0)
    const style = getComputedStyle(canvas.current!)
    drawTrace(context, { bands, inputsMs: inputsOf(player), nowMs: player.nowMs, seenMs, scale: shownScale.current, width, height }, (name) => style.getPropertyValue(name))
  })
  const scrub = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.buttons === 0) return
    const { left } = event.currentTarget.getBoundingClientRect()
    arrange(false)
    lookAt(Math.round(Math.min(player.nowMs, Math.max(0, shownScale.current.invert(event.clientX - left)))))
  }
  const zoom = (event: WheelEvent) => setSpan((span) => Math.min(SPAN.most, Math.max(SPAN.least, span * (event.deltaY > 0 ? 1.25 : 0.8))))
  return (
    <canvas
      ref={canvas} className="trace-canvas" style={{ height }} role="img" aria-label={describe(bands)}
      onPointerDown={(event) => { event.currentTarget.setPointerCapture(event.pointerId); scrub(event) }} onPointerMove={scrub} onWheel={zoom}
    />
  )
}

const inputsOf = (player: Player): readonly number[] => player.done.filter((input) => input.do !== 'move').map(({ atMs }) => atMs)

/** The trace in words, for those who do not see it: what everything is in now. */
const describe = (bands: ReturnType<typeof drawnBands>): string =>
  bands.map(({ name, stays }) => `${name}: ${stays.map(({ shown, fromMs }) => `${shown.name} from ${msText(fromMs)}`).slice(-3).join(', ')}`).join('; ')
