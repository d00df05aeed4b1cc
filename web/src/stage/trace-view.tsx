import { certain, isSameList, screenOf } from '@rheoscope/core/document'
import { useCallback, useMemo, useRef, useState, type PointerEvent, type WheelEvent } from 'react'
import { Link } from 'react-router'
import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { marksOf } from '@rheoscope/core/run'
import { differingSpans, type TimeSpan, type Stay } from '@rheoscope/core/reading'
import { msText } from '../bench/lanes/timing-text'
import { FRAME_MS, type Player } from '../playing/player'
import { useFrames } from '../playing/use-frames'
import { usePlayerState } from '../playing/use-player'
import { useRoom } from '../theme/use-room'
import { TraceRows, type TraceRow } from './trace-bands'
import { coloursOf, fit } from './trace-canvas'
import { drawTrace, NAMES_PX, ROW_PX, RULER_PX } from './trace-drawing'
import { traceLines, type TraceOptions } from './trace-lines'
import { TraceNames, TraceTools } from './trace-names'
import { TraceOverview } from './trace-overview'
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
  const { player } = useStage()
  const [picked, pick] = useState<PickedMotion | null>(null)
  return (
    <section className="trace" aria-label="Trace">
      {player ? <Trace player={player} picked={picked} onPick={pick} /> : <p className="muted hint">Nothing runs.</p>}
      {player && <Instant player={player} picked={picked} />}
    </section>
  )
}

/** While the clock is held: the instant that is shown, and where it goes on from there. */
function Instant({ player, picked }: { readonly player: Player; readonly picked: PickedMotion | null }) {
  const { project, seenMs, lookAt, goOn } = useStage()
  const { isHeld } = usePlayerState(player)
  if (seenMs === null && !isHeld) return null
  const seeOrGo = (atMs: number, go: () => void) => {
    if (seenMs !== null && atMs <= player.nowMs) return lookAt(atMs)
    if (seenMs !== null) lookAt(null)
    if (seenMs === null || atMs < Infinity) go()
  }
  return (
    <p className={seenMs === null ? 'trace-now' : 'trace-now is-past'}>
      {seenMs !== null && picked && (
        <Link className="trace-motion" to={`/project/${project.id}/component/${picked.row.component.id}${picked.stay.rule === null ? '' : `?rule=${picked.stay.rule}&from=${picked.from}`}`}>
          {nameOf(picked.row, picked.from)} → {nameOf(picked.row, picked.stay.state)}, {msText(picked.stay.movedUntilMs - picked.stay.fromMs)}: open its score
        </Link>
      )}
      {seenMs !== null && <button className="plain mono" onClick={() => lookAt(null)}>at {msText(seenMs)} · back to now</button>}
      {seenMs !== null && <button className="plain underlined" title="What was done later is done again at its time, unless something else is done before" onClick={() => goOn(seenMs)}>resume from here</button>}
      <button className="plain underlined" onClick={() => seeOrGo(seenMs === null ? Infinity : player.nextAfter(seenMs), () => player.stepEvent())}>next event</button>
      <button className="plain underlined" onClick={() => seeOrGo(seenMs === null ? Infinity : seenMs + FRAME_MS, () => player.stepFrame())}>next frame</button>
    </p>
  )
}

const nameOf = ({ axis }: TraceRow, state: string): string => axis.states.find(({ id }) => id === state)?.name ?? '?'

function Trace({ player, picked, onPick }: { readonly player: Player; readonly picked: PickedMotion | null; readonly onPick: (motion: PickedMotion | null) => void }) {
  const { seenMs, lookAt, arrange } = useStage()
  const canvas = useRef<HTMLCanvasElement>(null)
  const scroller = useRef<HTMLDivElement>(null)
  const { rows, lines, view, setView, changed, words } = useLines(player)
  const wholePx = RULER_PX + lines.length * ROW_PX + 6
  const height = Math.max(LEAST_HIGH_PX, useRoom(scroller, FIRST_ROOM).height)
  const width = Math.max(LEAST_PX, useRoom(canvas, FIRST_ROOM).width)
  const { scale, zoom, panTo } = useTimeInView(player, width)
  const last = useRef<readonly unknown[]>([])
  useFrames(() => {
    const shown = scale()
    const field = certain(canvas.current)
    const { scrollTop } = certain(scroller.current)
    // What is as it was is not drawn again.
    const now = [lines, changed, picked, seenMs, player.nowMs, player.current.trace.length, ...shown.domain(), width, height, scrollTop, window.devicePixelRatio, document.documentElement.dataset.form]
    if (isSameList(now, last.current)) return
    last.current = now
    fit(field, width, height)
    drawTrace(certain(field.getContext('2d')), {
      lines, marks: marksOf(player.current.trace), inputsMs: inputsOf(player), nowMs: player.nowMs, seenMs, changed, scale: shown, width, height,
      selected: seenMs !== null && picked ? { row: picked.row, fromMs: picked.stay.fromMs } : null, scrolledPx: scrollTop,
    }, coloursOf(field))
  })
  const scrub = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.buttons === 0) return
    const { left, top } = event.currentTarget.getBoundingClientRect()
    const ms = Math.round(Math.min(player.nowMs, Math.max(0, scale().invert(event.clientX - left))))
    const line = lines[Math.floor((event.clientY - top - RULER_PX + certain(scroller.current).scrollTop) / ROW_PX)]
    arrange(false)
    lookAt(ms)
    onPick(line?.row && event.clientX - left >= NAMES_PX ? motionAt(line.row, ms) : null)
  }
  const turn = (event: WheelEvent) => {
    if (!event.shiftKey && event.deltaX === 0) return zoom(event.deltaY > 0 ? 1.25 : 0.8)
    const [from = 0, to = 0] = scale().domain()
    panTo(from + ((event.deltaX || event.deltaY) * (to - from)) / (width - NAMES_PX))
  }
  const fold = useCallback((path: string) => setView((before) => ({ ...before, folded: turned(before.folded, path) })), [setView])
  return (
    <>
      <div className="trace-scroller" ref={scroller}>
        <div style={{ height: Math.max(wholePx, height) }}>
          <div className="trace-corner"><TraceTools view={view} onFilter={(filter) => setView({ ...view, filter })} onOrder={(order) => setView({ ...view, order })} /></div>
          <canvas
            ref={canvas} className="trace-canvas" style={{ height }} role="img" aria-label={words}
            onPointerDown={(event) => { event.currentTarget.setPointerCapture(event.pointerId); scrub(event) }} onPointerMove={scrub} onWheel={turn}
          />
          <TraceNames lines={lines} folded={view.folded} onFold={fold} />
        </div>
      </div>
      <TraceOverview player={player} rows={rows} width={width} window={() => { const [from = 0, to = 0] = scale().domain(); return [from, to] }} onMove={panTo} />
    </>
  )
}

/** With an item that was not there, without one that was. */
const turned = (items: ReadonlySet<string>, item: string): ReadonlySet<string> => new Set(items.has(item) ? [...items].filter((each) => each !== item) : [...items, item])

const AS_IT_CAME: TraceOptions = { order: 'as they came', filter: '', folded: new Set() }

/** The lines of the trace as they are asked for, and where they have become different. */
function useLines(player: Player) {
  const { project, begunOn } = useStage()
  const { events, before } = usePlayerState(player)
  const [view, setView] = useState(AS_IT_CAME)
  const book = useMemo(() => new TraceRows(project, begunOn), [project, begunOn])
  const rows = useSteady(useMemo(() => book.of(player.current.trace),
    // The trace grows with the events.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [book, player, events]))
  /** The rows stay the same while what they tell grows; only this order follows from that. */
  const changes = view.order === 'latest change first' ? events : 0
  const lines = useMemo(() => traceLines(rows, view, (screen) => screenOf(project, screen === '' ? begunOn : screen)?.name ?? '?'),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
    [rows, changes, view, project, begunOn])
  const changed = useMemo(() => (before ? changedSpans(book.of(before), rows, player.nowMs) : NOTHING_CHANGED),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
    [book, before, rows, events, player])
  const words = useMemo(() => describe(rows),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
    [rows, events])
  return { rows, lines, view, setView, changed, words }
}

/** The list that was there before, as long as it has the very same items. */
function useSteady<T>(list: readonly T[]): readonly T[] {
  const [steady, setSteady] = useState(list)
  if (steady === list || isSameList(steady, list)) return steady
  setSteady(list)
  return list
}

/** The part of the time that is in view: the latest moments, or what one has moved to, which is then looked at. */
function useTimeInView(player: Player, width: number) {
  const { seenMs, lookAt } = useStage()
  const [spanMs, setSpan] = useState(SPAN.first)
  const kept = useRef<ScaleLinear<number, number> | null>(null)
  /** A little room before now. While the past is looked at it stands still. */
  const scale = (): ScaleLinear<number, number> => {
    const endMs = Math.max(spanMs, player.nowMs + spanMs * 0.05)
    const now = kept.current && seenMs !== null ? kept.current : scaleLinear([endMs - spanMs, endMs], [NAMES_PX, width])
    kept.current = now.range()[1] === width ? now : now.copy().range([NAMES_PX, width])
    return kept.current
  }
  const panTo = (wantedMs: number) => {
    const [from = 0, to = 0] = scale().domain()
    const begin = Math.max(0, Math.min(wantedMs, player.nowMs * 1.05 - (to - from)))
    kept.current = scaleLinear([begin, begin + to - from], [NAMES_PX, width])
    lookAt(Math.round(Math.min(player.nowMs, Math.max(begin, Math.min(seenMs ?? Infinity, begin + to - from)))))
  }
  const zoom = (by: number) => {
    const span = Math.min(SPAN.most, Math.max(SPAN.least, spanMs * by))
    setSpan(span)
    if (seenMs === null) return
    const [from = 0] = scale().domain()
    const begin = Math.max(0, seenMs - ((seenMs - from) * span) / spanMs)
    kept.current = scaleLinear([begin, begin + span], [NAMES_PX, width])
  }
  return { scale, panTo, zoom }
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

const inputsOf = (player: Player): readonly number[] => player.done.filter((input) => input.do !== 'move').map(({ atMs }) => atMs)

/** The trace in words, for those who do not see it: what everything is in now. */
const describe = (rows: readonly TraceRow[]): string =>
  rows.map((row) => `${row.name}: ${row.stays.slice(-3).map(({ state, fromMs }) => `${nameOf(row, state)} from ${msText(fromMs)}`).join(', ')}`).join('; ')
