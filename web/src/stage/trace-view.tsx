import { certain } from '@rheoscope/core/document'
import { useMemo, useRef, useState, type PointerEvent, type WheelEvent } from 'react'
import { Link } from 'react-router'
import { scaleLinear } from 'd3-scale'
import { marksOf } from '@rheoscope/core/run'
import { differingSpans, type TimeSpan, type Stay } from '@rheoscope/core/reading'
import { msText } from '../bench/lanes/timing-text'
import type { Player } from '../playing/player'
import { useFrames } from '../playing/use-frames'
import { usePlayerState } from '../playing/use-player'
import { useRoom } from '../theme/use-room'
import { TraceRows, type TraceRow } from './trace-bands'
import { drawTrace, NAMES_PX, ROW_PX, RULER_PX } from './trace-drawing'
import { useStage } from './use-stage'

/** How much time is shown at first, in ms, and at least and at most. */
const SPAN = { first: 6000, least: 400, most: 600_000 }

const FIRST_ROOM = { width: 900, height: 120 }
const LEAST_PX = 300
const LEAST_HIGH_PX = 60

/** A motion picked out of the trace: the stay it leads into. */
interface PickedMotion {
  readonly row: TraceRow
  readonly stay: Stay
  readonly from: string
}

/** The time of the run: which state everything was in when, what moved, what was told and what was done. Pulled through, the screen shows that instant. */
export function TraceView() {
  const { project, player, seenMs, lookAt, goOn } = useStage()
  const [picked, pick] = useState<PickedMotion | null>(null)
  return (
    <section className="trace" aria-label="Trace">
      {player ? <Trace player={player} picked={picked} onPick={pick} /> : <p className="muted hint">Nothing runs.</p>}
      {seenMs !== null && (
        <p className="trace-now">
          {picked && (
            <Link className="trace-motion" to={`/project/${project.id}/component/${picked.row.component.id}${picked.stay.rule === null ? '' : `?rule=${picked.stay.rule}&from=${picked.from}`}`}>
              {nameOf(picked.row, picked.from)} → {nameOf(picked.row, picked.stay.state)}, {msText(picked.stay.movedUntilMs - picked.stay.fromMs)}: open its score
            </Link>
          )}
          <button className="plain mono" onClick={() => lookAt(null)}>at {msText(seenMs)} · back to now</button>
          <button className="plain underlined" title="What was done later is done again at its time, unless something else is done before" onClick={() => goOn(seenMs)}>go on from here</button>
        </p>
      )}
    </section>
  )
}

const nameOf = ({ axis }: TraceRow, state: string): string => axis.states.find(({ id }) => id === state)?.name ?? '?'

function Trace({ player, picked, onPick }: { readonly player: Player; readonly picked: PickedMotion | null; readonly onPick: (motion: PickedMotion | null) => void }) {
  const { project, begunOn, seenMs, lookAt, arrange } = useStage()
  const { events, before } = usePlayerState(player)
  const canvas = useRef<HTMLCanvasElement>(null)
  const scroller = useRef<HTMLDivElement>(null)
  const [spanMs, setSpan] = useState(SPAN.first)
  const book = useMemo(() => new TraceRows(project, begunOn), [project, begunOn])
  const rows = useMemo(() => book.of(player.current.trace),
    // The trace grows with the events.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [book, player, events])
  const changed = useMemo(() => (before ? changedSpans(book.of(before), rows, player.nowMs) : NOTHING_CHANGED), [book, before, rows, player])
  const words = useMemo(() => describe(rows), [rows])
  const wholePx = RULER_PX + rows.length * ROW_PX + 6
  const height = Math.max(LEAST_HIGH_PX, useRoom(scroller, FIRST_ROOM).height)
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
    const field = certain(canvas.current)
    const context = certain(field.getContext('2d'))
    fit(field, width, height)
    const colour = coloursOf(field)
    drawTrace(context, {
      rows, marks: marksOf(player.current.trace), inputsMs: inputsOf(player), nowMs: player.nowMs, seenMs, changed, scale: shownScale.current, width, height,
      selected: seenMs !== null && picked ? { row: picked.row, fromMs: picked.stay.fromMs } : null, scrolledPx: certain(scroller.current).scrollTop,
    }, colour)
  })
  const scrub = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.buttons === 0) return
    const { left, top } = event.currentTarget.getBoundingClientRect()
    const ms = Math.round(Math.min(player.nowMs, Math.max(0, shownScale.current.invert(event.clientX - left))))
    const row = rows[Math.floor((event.clientY - top - RULER_PX + certain(scroller.current).scrollTop) / ROW_PX)]
    arrange(false)
    lookAt(ms)
    onPick(row && event.clientX - left >= NAMES_PX ? motionAt(row, ms) : null)
  }
  const turn = (event: WheelEvent) => {
    if (event.shiftKey || event.deltaX !== 0) return pan(event.deltaX || event.deltaY)
    setSpan((span) => Math.min(SPAN.most, Math.max(SPAN.least, span * (event.deltaY > 0 ? 1.25 : 0.8))))
  }
  /** Moves through the past, which is then looked at. */
  const pan = (byPx: number) => {
    const [from = 0, to = 0] = shownScale.current.domain()
    const byMs = Math.max(-from, Math.min((byPx * (to - from)) / (width - NAMES_PX), player.nowMs * 1.05 - to))
    shownScale.current = scaleLinear([from + byMs, to + byMs], [NAMES_PX, width])
    lookAt(Math.round(Math.min(player.nowMs, Math.max(from + byMs, seenMs ?? to))))
  }
  return (
    <div className="trace-scroller" ref={scroller}>
      <div style={{ height: Math.max(wholePx, height) }}>
        <canvas
          ref={canvas} className="trace-canvas" style={{ height }} role="img" aria-label={words}
          onPointerDown={(event) => { event.currentTarget.setPointerCapture(event.pointerId); scrub(event) }} onPointerMove={scrub} onWheel={turn}
        />
      </div>
    </div>
  )
}

const NOTHING_CHANGED: ReadonlyMap<TraceRow, readonly TimeSpan[]> = new Map()

/** When rows are otherwise than they were with the same inputs before the document changed. */
function changedSpans(before: readonly TraceRow[], now: readonly TraceRow[], untilMs: number): ReadonlyMap<TraceRow, readonly TimeSpan[]> {
  const key = ({ instance, axis }: TraceRow) => `${instance} ${axis.id}`
  const old = new Map(before.map((row) => [key(row), row]))
  return new Map(now.map((row) => [row, differingSpans(old.get(key(row))?.stays ?? [], row.stays, untilMs)]))
}

/** The motion under way in a row at an instant; null when nothing moves there then. */
function motionAt(row: TraceRow, ms: number): PickedMotion | null {
  const index = row.stays.findLastIndex(({ fromMs }) => fromMs <= ms)
  const [before, stay] = [row.stays[index - 1], row.stays[index]]
  return stay && before && ms <= stay.movedUntilMs && stay.movedUntilMs > stay.fromMs ? { row, stay, from: before.state } : null
}

/** The colours of the page, each looked up once. */
function coloursOf(canvas: HTMLCanvasElement): (name: string) => string {
  const style = getComputedStyle(canvas)
  const known = new Map<string, string>()
  return (name) => {
    const colour = known.get(name) ?? style.getPropertyValue(name)
    known.set(name, colour)
    return colour
  }
}

function fit(canvas: HTMLCanvasElement, width: number, height: number): void {
  const ratio = window.devicePixelRatio
  if (canvas.width !== Math.round(width * ratio) || canvas.height !== Math.round(height * ratio)) {
    canvas.width = Math.round(width * ratio)
    canvas.height = Math.round(height * ratio)
  }
  certain(canvas.getContext('2d')).setTransform(ratio, 0, 0, ratio, 0, 0)
}

const inputsOf = (player: Player): readonly number[] => player.done.filter((input) => input.do !== 'move').map(({ atMs }) => atMs)

/** The trace in words, for those who do not see it: what everything is in now. */
const describe = (rows: readonly TraceRow[]): string =>
  rows.map((row) => `${row.name}: ${row.stays.slice(-3).map(({ state, fromMs }) => `${nameOf(row, state)} from ${msText(fromMs)}`).join(', ')}`).join('; ')
