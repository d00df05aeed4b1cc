import type { ScaleLinear } from 'd3'
import type { State } from '@rheoscope/core/document'
import type { Easing } from '@rheoscope/core/motion'
import type { Stay } from '@rheoscope/core/run'

/** One band of the trace as it is drawn: its name and its stays with the states they are in. */
export interface DrawnBand {
  readonly name: string
  readonly stays: readonly (Stay & { readonly shown: State; readonly ease: Easing })[]
}

export interface TracePicture {
  readonly bands: readonly DrawnBand[]
  /** Instants at which somebody did something. */
  readonly inputsMs: readonly number[]
  readonly nowMs: number
  readonly seenMs: number | null
  readonly scale: ScaleLinear<number, number>
  readonly width: number
  readonly height: number
}

export const ROW_PX = 24
export const RULER_PX = 26
export const NAMES_PX = 150

const RAMP_STEPS = 12

/** Draws a trace on a canvas in the colours of the page: bands of states, ramps where something moves, ticks where somebody did something. */
export function drawTrace(context: CanvasRenderingContext2D, picture: TracePicture, colour: (name: string) => string): void {
  const { bands, width, height, scale, nowMs, seenMs, inputsMs } = picture
  context.clearRect(0, 0, width, height)
  drawRuler(context, picture, colour)
  bands.forEach((band, row) => drawBand(context, band, RULER_PX + row * ROW_PX, picture, colour))
  context.fillStyle = colour('--ink')
  for (const ms of inputsMs) if (scale(ms) >= NAMES_PX) context.fillRect(scale(ms), RULER_PX - 7, 1, 7)
  line(context, scale(nowMs), height, colour('--muted'), 1)
  if (seenMs !== null) line(context, scale(seenMs), height, colour('--signal'), 2)
}

function line(context: CanvasRenderingContext2D, x: number, height: number, stroke: string, thickness: number): void {
  if (x < NAMES_PX) return
  context.fillStyle = stroke
  context.fillRect(x - thickness / 2, 0, thickness, height)
}

function drawRuler(context: CanvasRenderingContext2D, { scale, width }: TracePicture, colour: (name: string) => string): void {
  context.fillStyle = colour('--faint')
  context.fillRect(0, 0, width, RULER_PX)
  context.font = `12px ${colour('--mono')}`
  context.textBaseline = 'middle'
  context.textAlign = 'center'
  context.fillStyle = colour('--muted')
  for (const ms of scale.ticks(8)) if (scale(ms) > NAMES_PX + 10) context.fillText(`${(ms / 1000).toLocaleString('en')} s`, scale(ms), RULER_PX / 2 - 2)
}

function drawBand(context: CanvasRenderingContext2D, { name, stays }: DrawnBand, top: number, { scale, nowMs, width }: TracePicture, colour: (name: string) => string): void {
  const [from, to] = scale.domain() as [number, number]
  const body = { top: top + 4, height: ROW_PX - 8 }
  for (const { shown, fromMs, toMs, movedUntilMs, ease } of stays) {
    const endMs = Math.min(toMs, nowMs)
    if (endMs < from || fromMs > to) continue
    const [x1, x2] = [Math.max(NAMES_PX, scale(fromMs)), Math.min(width, scale(endMs))]
    const hue = colour(`--hue-${shown.hue % 8}`)
    context.fillStyle = hue
    context.globalAlpha = 0.2
    context.fillRect(x1, body.top, Math.max(1, x2 - x1), body.height)
    context.globalAlpha = 1
    context.fillRect(x1, body.top, 2, body.height)
    drawRamp(context, { fromMs, toMs: Math.min(movedUntilMs, nowMs), wholeMs: movedUntilMs - fromMs, ease }, body, scale, hue)
    drawName(context, shown.name, x1 + 8, x2, top + ROW_PX / 2, colour('--ink'))
  }
  context.fillStyle = colour('--sheet')
  context.fillRect(0, top, NAMES_PX, ROW_PX)
  drawName(context, name, 12, NAMES_PX, top + ROW_PX / 2, colour('--ink'), 'start')
}

interface Ramp {
  readonly fromMs: number
  readonly toMs: number
  readonly wholeMs: number
  readonly ease: Easing
}

/** The way into a state as a ramp in its easing's shape, as far as it has got. */
function drawRamp(context: CanvasRenderingContext2D, { fromMs, toMs, wholeMs, ease }: Ramp, body: { readonly top: number; readonly height: number }, scale: TracePicture['scale'], stroke: string): void {
  if (wholeMs <= 0 || toMs <= fromMs) return
  context.beginPath()
  for (let step = 0; step <= RAMP_STEPS; step++) {
    const ms = fromMs + ((toMs - fromMs) * step) / RAMP_STEPS
    const y = body.top + body.height * (1 - Math.min(1, Math.max(0, ease((ms - fromMs) / wholeMs))))
    if (step === 0) context.moveTo(Math.max(NAMES_PX, scale(ms)), y)
    else context.lineTo(Math.max(NAMES_PX, scale(ms)), y)
  }
  context.strokeStyle = stroke
  context.lineWidth = 1.6
  context.stroke()
}

/** Writes a name where there is room; what is too long loses its end, or its start where the end tells things apart. */
function drawName(context: CanvasRenderingContext2D, name: string, x: number, end: number, y: number, fill: string, loses: 'start' | 'end' = 'end'): void {
  const room = end - x - 4
  if (room < 14) return
  context.font = `12px ${getComputedStyle(context.canvas).fontFamily}`
  context.textAlign = 'left'
  context.textBaseline = 'middle'
  context.fillStyle = fill
  let shown = name
  while (shown.length > 1 && context.measureText(shown).width > room) shown = loses === 'end' ? `${shown.slice(0, -2)}…` : `…${shown.slice(2)}`
  if (context.measureText(shown).width <= room) context.fillText(shown, x, y)
}
