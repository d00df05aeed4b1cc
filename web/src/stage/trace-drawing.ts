import { itemAt } from '@rheoscope/core/document'
import { bisector } from 'd3-array'
import type { ScaleLinear } from 'd3-scale'
import type { TraceMark } from '@rheoscope/core/run'
import type { TimeSpan, Stay } from '@rheoscope/core/reading'
import { lineAt, type TraceRow } from './trace-bands'
import type { TraceLine } from './trace-lines'

export interface TracePicture {
  readonly lines: readonly TraceLine[]
  readonly marks: readonly TraceMark[]
  /** Instants at which somebody did something, in order. */
  readonly inputsMs: readonly number[]
  readonly nowMs: number
  readonly seenMs: number | null
  /** When rows are otherwise than before the document changed. */
  readonly changed: ReadonlyMap<TraceRow, readonly TimeSpan[]>
  /** The motion that is selected: where the stay begins to which it leads. */
  readonly selected: { readonly row: TraceRow; readonly fromMs: number } | null
  readonly scale: ScaleLinear<number, number>
  readonly width: number
  readonly height: number
  /** How far the bands have been scrolled, in px. */
  readonly scrolledPx: number
}

export const ROW_PX = 24
/** The ruler, with the names of what is told beneath its figures. */
export const RULER_PX = 40
const FIGURES_PX = 24
export const OVERVIEW_PX = 14
export const NAMES_PX = 150

const RAMP_STEPS = 12
/** More lines between bands than this in view are told by ticks alone. */
const MOST_LINES = 60

type Colour = (name: string) => string

const endOfStay = bisector<Stay, number>(({ toMs }) => toMs)
const atMark = bisector<TraceMark, number>(({ atMs }) => atMs)

/** Draws what is in view of a trace on a canvas in the colours of the page: bands of states, ramps where something moves, dashes where a timer counts, lines where something is told, ticks where somebody did something. */
export function drawTrace(context: CanvasRenderingContext2D, picture: TracePicture, colour: Colour): void {
  const { lines, width, height, scale, nowMs, seenMs, inputsMs, scrolledPx } = picture
  context.font = namesFont(colour)
  context.clearRect(0, 0, width, height)
  const first = Math.max(0, Math.floor(scrolledPx / ROW_PX))
  const last = Math.min(lines.length, Math.ceil((scrolledPx + height - RULER_PX) / ROW_PX))
  for (let index = first; index < last; index++) {
    const { row } = itemAt(lines, index)
    if (row) drawBand(context, row, topOf(index, picture), picture, colour)
  }
  drawRuler(context, picture, colour)
  drawMarks(context, picture, colour)
  context.fillStyle = colour('--ink')
  for (const ms of inputsMs) if (scale(ms) >= NAMES_PX && scale(ms) <= width) context.fillRect(scale(ms), FIGURES_PX - 7, 1, 7)
  line(context, scale(nowMs), height, colour('--muted'), 1)
  if (seenMs !== null) line(context, scale(seenMs), height, colour('--signal'), 2)
}

const topOf = (row: number, { scrolledPx }: TracePicture): number => RULER_PX + row * ROW_PX - scrolledPx

const namesFont = (colour: Colour): string => `12px ${colour('--sans')}`

function line(context: CanvasRenderingContext2D, x: number, height: number, stroke: string, thickness: number): void {
  if (x < NAMES_PX) return
  context.fillStyle = stroke
  context.fillRect(x - thickness / 2, 0, thickness, height)
}

function drawRuler(context: CanvasRenderingContext2D, { scale, width }: TracePicture, colour: Colour): void {
  context.fillStyle = colour('--faint')
  context.fillRect(0, 0, width, RULER_PX)
  context.font = `12px ${colour('--mono')}`
  context.textBaseline = 'middle'
  context.textAlign = 'center'
  context.fillStyle = colour('--muted')
  for (const ms of scale.ticks(8)) if (scale(ms) > NAMES_PX + 10) context.fillText(`${(ms / 1000).toLocaleString('en')} s`, scale(ms), FIGURES_PX / 2 - 1)
}

interface Body {
  readonly top: number
  readonly height: number
}

function drawBand(context: CanvasRenderingContext2D, row: TraceRow, top: number, picture: TracePicture, colour: Colour): void {
  const { scale, nowMs, width, selected } = picture
  const [from = 0, to = 0] = scale.domain()
  const body = { top: top + 4, height: ROW_PX - 8 }
  let named = -Infinity
  for (let index = endOfStay.left(row.stays, from); index < row.stays.length; index++) {
    const stay = itemAt(row.stays, index)
    if (stay.fromMs > to) break
    const shown = row.axis.states.find(({ id }) => id === stay.state)
    if (!shown) continue
    const endMs = Math.min(stay.toMs, nowMs)
    const [x1, x2] = [Math.max(NAMES_PX, scale(stay.fromMs)), Math.min(width, scale(endMs))]
    const hue = colour(`--hue-${shown.hue % 8}`)
    context.fillStyle = hue
    context.globalAlpha = 0.2
    context.fillRect(x1, body.top, Math.max(1, x2 - x1), body.height)
    context.globalAlpha = 1
    // Of stays narrower than a pixel one edge is enough.
    if (x1 - named < 1) continue
    named = x1
    context.fillRect(x1, body.top, 2, body.height)
    const isSelected = selected?.row === row && selected.fromMs === stay.fromMs
    const ramp = { fromMs: stay.fromMs, toMs: Math.min(stay.movedUntilMs, nowMs), wholeMs: stay.movedUntilMs - stay.fromMs, ease: row.easeInto(stay, row.stays[index - 1]) }
    drawRamp(context, ramp, body, scale, isSelected ? colour('--signal') : hue, isSelected ? 3 : 1.6)
    drawTimers(context, row, index, body, picture, hue)
    drawName(context, shown.name, x1 + 8, x2, top + ROW_PX / 2, colour('--ink'))
  }
  context.fillStyle = colour('--signal')
  for (const { fromMs, toMs } of picture.changed.get(row) ?? []) {
    const [x1, x2] = [Math.max(NAMES_PX, scale(fromMs)), Math.min(width, scale(toMs))]
    if (x2 > x1) context.fillRect(x1, top + 1, x2 - x1, 2)
  }
}

interface Ramp {
  readonly fromMs: number
  readonly toMs: number
  readonly wholeMs: number
  readonly ease: (t: number) => number
}

/** The way into a state as a ramp in its easing's shape, as far as it has got. */
function drawRamp(context: CanvasRenderingContext2D, { fromMs, toMs, wholeMs, ease }: Ramp, body: Body, scale: TracePicture['scale'], stroke: string, thickness: number): void {
  if (wholeMs <= 0 || toMs <= fromMs) return
  context.beginPath()
  const steps = Math.min(RAMP_STEPS, Math.ceil((scale(toMs) - scale(fromMs)) / 2))
  for (let step = 0; step <= steps; step++) {
    const ms = fromMs + ((toMs - fromMs) * step) / steps
    const y = body.top + body.height * (1 - Math.min(1, Math.max(0, ease((ms - fromMs) / wholeMs))))
    if (step === 0) context.moveTo(Math.max(NAMES_PX, scale(ms)), y)
    else context.lineTo(Math.max(NAMES_PX, scale(ms)), y)
  }
  context.strokeStyle = stroke
  context.lineWidth = thickness
  context.stroke()
}

/** What counts while a state lasts, as dashes along its foot; a timer that something may hold runs as far as it is known to have. */
function drawTimers(context: CanvasRenderingContext2D, row: TraceRow, index: number, body: Body, { scale, nowMs, width }: TracePicture, stroke: string): void {
  const stay = itemAt(row.stays, index)
  const timers = row.timersIn(stay.state)
  if (timers.length === 0) return
  const y = body.top + body.height - 1.5
  context.strokeStyle = stroke
  context.lineWidth = 1.5
  context.setLineDash([3, 3])
  for (const { ms, isFromSettling } of timers) {
    const startMs = isFromSettling ? stay.movedUntilMs : stay.fromMs
    const endMs = Math.min(stay.toMs, ms === null ? nowMs : startMs + ms)
    const [x1, x2] = [Math.max(NAMES_PX, scale(startMs)), Math.min(width, scale(endMs))]
    if (x2 <= x1) continue
    context.beginPath()
    context.moveTo(x1, y)
    context.lineTo(x2, y)
    context.stroke()
  }
  context.setLineDash([])
}

/** Lines between the bands of those that tell something and those it is told to, with its name beneath the ruler where there is room. */
function drawMarks(context: CanvasRenderingContext2D, picture: TracePicture, colour: Colour): void {
  const { marks, lines, scale, width } = picture
  const [from = 0, to = 0] = scale.domain()
  const shown = marks.slice(atMark.left(marks, from), atMark.right(marks, to)).slice(-MOST_LINES)
  context.font = namesFont(colour)
  context.textBaseline = 'middle'
  let free = NAMES_PX
  for (const mark of shown) {
    const x = scale(mark.atMs)
    if (x < NAMES_PX) continue
    const ys = [lineAt(lines, mark.instance), ...toldLines(lines, mark)].map((line) => (line < 0 ? RULER_PX : topOf(line, picture) + ROW_PX / 2)).filter((y) => y >= RULER_PX)
    context.fillStyle = colour('--ink')
    context.globalAlpha = 0.55
    const [top, bottom] = [Math.min(...ys), Math.max(...ys)]
    if (bottom > top) context.fillRect(x - 0.5, top, 1, bottom - top)
    ys.forEach((y, index) => { if (y > RULER_PX) dot(context, x, y, index === 0 ? 2.5 : 1.8) })
    context.globalAlpha = 1
    const label = labelOf(mark)
    const room = context.measureText(label).width
    if (x <= free || x + 4 + room > width) continue
    context.textAlign = 'left'
    context.fillStyle = colour('--muted')
    context.fillRect(x - 0.5, FIGURES_PX, 1, RULER_PX - FIGURES_PX)
    context.fillText(label, x + 4, (FIGURES_PX + RULER_PX) / 2)
    free = x + room + 12
  }
}

function dot(context: CanvasRenderingContext2D, x: number, y: number, radius: number): void {
  context.beginPath()
  context.arc(x, y, radius, 0, 2 * Math.PI)
  context.fill()
}

function toldLines(lines: readonly TraceLine[], mark: TraceMark): readonly number[] {
  if (mark.what === 'message') return mark.to.map((path) => lineAt(lines, path)).filter((line) => line >= 0)
  if (mark.what === 'variable' && mark.isShared) return lines.flatMap(({ row }, index) => (row?.reads(mark.name) ? [index] : []))
  return []
}

function labelOf(mark: TraceMark): string {
  switch (mark.what) {
    case 'message':
      return mark.name
    case 'variable':
      return `${mark.name} = ${mark.value === true ? 'yes' : mark.value === false ? 'no' : String(mark.value)}`
    case 'records':
      return `${mark.records.length.toLocaleString('en')} ${mark.records.length === 1 ? 'record' : 'records'}`
    case 'surface':
      return mark.isShown ? 'comes' : 'goes'
    case 'stopped':
      return 'stopped'
  }
}

/** Writes a name where there is room; what is too long loses its end. */
function drawName(context: CanvasRenderingContext2D, name: string, x: number, end: number, y: number, fill: string): void {
  const room = end - x - 4
  if (room < 14) return
  context.textAlign = 'left'
  context.textBaseline = 'middle'
  context.fillStyle = fill
  let shown = name
  while (shown.length > 1 && context.measureText(shown).width > room) shown = `${shown.slice(0, -2)}…`
  if (context.measureText(shown).width <= room) context.fillText(shown, x, y)
}

interface OverviewPicture {
  readonly rows: readonly TraceRow[]
  readonly nowMs: number
  readonly from: number
  readonly to: number
  readonly width: number
}

/** Draws all of a run: a tick wherever a state begins, and a frame around what is in view. */
export function drawOverview(context: CanvasRenderingContext2D, { rows, nowMs, from, to, width }: OverviewPicture, colour: Colour): void {
  const px = (ms: number) => (ms / Math.max(to, nowMs, 1)) * width
  context.clearRect(0, 0, width, OVERVIEW_PX)
  context.fillStyle = colour('--ink')
  context.globalAlpha = 0.5
  const ticks = new Set(rows.flatMap(({ stays }) => stays.map(({ fromMs }) => Math.round(px(fromMs)))))
  for (const x of ticks) context.fillRect(x, 4, 1, OVERVIEW_PX - 8)
  context.globalAlpha = 1
  context.fillStyle = colour('--muted')
  context.fillRect(px(nowMs) - 0.5, 0, 1, OVERVIEW_PX)
  context.strokeStyle = colour('--ink')
  context.lineWidth = 1.5
  const [x1, x2] = [Math.max(1, px(from)), Math.min(width - 1, px(to))]
  context.strokeRect(x1, 1, Math.max(6, x2 - x1), OVERVIEW_PX - 2)
}
