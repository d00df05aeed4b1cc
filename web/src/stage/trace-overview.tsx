import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { certain, isSameList } from '@rheoscope/core/document'
import { msText } from '../bench/lanes/timing-text'
import type { Player } from '../playing/player'
import { useFrames } from '../playing/use-frames'
import type { TraceRow } from './trace-bands'
import { coloursOf, fit } from './trace-canvas'
import { drawOverview, OVERVIEW_PX } from './trace-drawing'

interface TraceOverviewProps {
  readonly player: Player
  readonly rows: readonly TraceRow[]
  readonly width: number
  /** The part of the run that the trace shows, in ms. */
  readonly window: () => readonly [from: number, to: number]
  /** Shows a part that begins then. */
  readonly onMove: (fromMs: number) => void
}

/** All of the run on one line, with the part of it that the trace shows; that can be pulled elsewhere. */
export function TraceOverview({ player, rows, width, window: shown, onMove }: TraceOverviewProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const last = useRef<readonly unknown[]>([])
  useFrames(() => {
    const field = certain(canvas.current)
    const [from, to] = shown()
    const now = [rows, player.current.trace.length, Math.round(from), Math.round(to), Math.round(player.nowMs), width, document.documentElement.dataset.form]
    if (isSameList(now, last.current)) return
    last.current = now
    field.setAttribute('aria-valuemax', String(Math.round(player.nowMs)))
    field.setAttribute('aria-valuenow', String(Math.round(from)))
    field.setAttribute('aria-valuetext', `${msText(from)} to ${msText(Math.min(to, player.nowMs))} of ${msText(player.nowMs)}`)
    fit(field, width, OVERVIEW_PX)
    drawOverview(certain(field.getContext('2d')), { rows, nowMs: player.nowMs, from, to, width }, coloursOf(field))
  })
  const pull = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.buttons === 0) return
    const [from, to] = shown()
    const { left } = event.currentTarget.getBoundingClientRect()
    onMove(((event.clientX - left) / width) * Math.max(to, player.nowMs) - (to - from) / 2)
  }
  const step = (event: KeyboardEvent) => {
    const [from, to] = shown()
    const by = { ArrowLeft: -0.1, ArrowRight: 0.1, PageUp: -0.9, PageDown: 0.9, Home: -Infinity, End: Infinity }[event.key]
    if (by === undefined) return
    event.preventDefault()
    onMove(from + by * (to - from))
  }
  return (
    <canvas
      ref={canvas} className="trace-overview" style={{ height: OVERVIEW_PX }} role="slider" tabIndex={0} aria-label="Part of the run in view" aria-valuemin={0} aria-valuenow={0}
      onPointerDown={(event) => { event.currentTarget.setPointerCapture(event.pointerId); pull(event) }} onPointerMove={pull} onKeyDown={step}
    />
  )
}
