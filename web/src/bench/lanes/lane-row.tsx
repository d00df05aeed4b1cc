import { useId } from 'react'
import type { ScaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { certain, itemAt, propertyDefinition, setLane, takeBackLaneTime, type Literal, type Part, type Project, type Timing } from '@rheoscope/core/document'
import { isCrossFade, type Easing, type Shown } from '@rheoscope/core/motion'
import { FindingMark } from '../../checks/finding-mark'
import { useFindingsOf } from '../../checks/use-findings'
import { formatValue } from '../../fields/parse-value'
import { msText } from './timing-text'
import { useBench } from '../page/use-bench'
import { useMotion } from './use-motion'
import { arrowStepMs, usePull } from './use-pull'

/** One property of one part as the score draws it. */
export interface ScoreLane {
  readonly part: Part
  readonly property: string
  readonly delayMs: number
  readonly durationMs: number
  readonly ease: Easing
  readonly easing: string
  readonly from: Literal
  readonly to: Literal
  readonly valueAt: (p: number) => Shown
  readonly repeats: boolean
}

const HEIGHT = 30
const BODY = { top: 6, height: 18 }
const SAMPLES = 24

/** A lane with its own values drawn in it; its ends are pulled to change delay and duration. */
export function LaneRow({ lane, behind, edgesMs, scale, labelWidth, plotWidth, isSelected }: {
  readonly lane: ScoreLane
  /** The same property in the motion this one is compared with. */
  readonly behind: ScoreLane | undefined
  /** Where other lanes begin and end: what an end that is pulled snaps to. */
  readonly edgesMs: readonly number[]
  readonly scale: ScaleLinear<number, number>
  readonly labelWidth: number
  readonly plotWidth: number
  readonly isSelected: boolean
}) {
  const { project, component, select } = useBench()
  const findings = useFindingsOf(component.id)
  const { part, property, delayMs, durationMs, repeats } = lane
  const label = propertyDefinition(property)?.label ?? property
  const endMs = repeats ? itemAt(scale.domain(), 1) : delayMs + durationMs
  const [x1, x2] = [scale(delayMs), scale(endMs)]
  return (
    <div className={isSelected ? 'lane is-selected' : 'lane'} data-lane={`${part.name} ${label}`}>
      <button className="plain lane-label" style={{ width: labelWidth }} aria-pressed={isSelected} aria-label={`${part.name} ${label}, ${valuesText(lane, project)}, ${msText(delayMs)} to ${msText(delayMs + durationMs)}`} onClick={() => select({ do: 'select lane', lane: isSelected ? null : { part: part.id, property } })}>
        {part.name} <span className="muted">{label}</span> {repeats && <span className="muted lane-repeats">repeats</span>}
        <FindingMark findings={findings.filter(({ about }) => about.part === part.id && about.property === property)} />
      </button>
      <OwnTime lane={lane} labelWidth={labelWidth} />
      <svg width={plotWidth} height={HEIGHT} aria-hidden="true">
        {delayMs > 0 && <line className="lane-wait" x1={scale(0)} x2={x1} y1={HEIGHT / 2} y2={HEIGHT / 2} />}
        {behind && <g className="lane-behind"><LaneBody lane={behind} x1={scale(behind.delayMs)} x2={scale(behind.delayMs + behind.durationMs)} /></g>}
        <LaneBody lane={lane} x1={x1} x2={x2} />
        <text className="lane-values" x={x2 + 10} y={HEIGHT / 2 + 4}>{valuesText(lane, project)}</text>
      </svg>
      {!repeats && (['begins', 'ends'] as const).map((end) => <LaneEnd key={end} lane={lane} end={end} edgesMs={edgesMs} scale={scale} labelWidth={labelWidth} isStop={isSelected} />)}
    </div>
  )
}

/** Where a lane has a time of its own, and the way back to that of the rest. */
function OwnTime({ lane: { part, property }, labelWidth }: { readonly lane: ScoreLane; readonly labelWidth: number }) {
  const { make } = useBench()
  const { context } = useMotion()
  const edit = takeBackLaneTime(context, part.id, property)
  if (!edit) return null
  const letGo = () => make(edit, 'time a lane like the rest')
  return <button className="plain lane-own" style={{ left: labelWidth }} aria-label={`${part.name} ${property} has a time of its own: time it like the rest`} title="A time of its own; time it like the rest" onClick={letGo}>own ↩</button>
}

function LaneBody({ lane, x1, x2 }: { readonly lane: ScoreLane; readonly x1: number; readonly x2: number }) {
  const id = useId()
  const type = propertyDefinition(lane.property)?.type
  const samples = Array.from({ length: SAMPLES + 1 }, (_, index) => index / SAMPLES)
  const shownAt = (t: number): Shown => (t >= 1 ? lane.to : lane.valueAt(lane.ease(t)))
  const frame = { x: x1, y: BODY.top, width: Math.max(1, x2 - x1), height: BODY.height }
  if (type === 'paint' || type === 'colour') {
    return (
      <>
        <linearGradient id={id}>
          {samples.map((t) => {
            const colour = shownAt(t)
            return <stop key={t} offset={t} stopColor={typeof colour === 'string' ? colour.slice(0, 7) : 'transparent'} />
          })}
        </linearGradient>
        <rect {...frame} rx="2" fill={`url(#${CSS.escape(id)})`} />
      </>
    )
  }
  const numbers = type === 'path' ? samples.map(lane.ease) : samples.map(shownAt).map((shown) => (typeof shown === 'number' ? shown : isCrossFade(shown) ? (shown.crossFade.find(({ value }) => value === lane.to)?.share ?? 0) : Number(shown === lane.to)))
  const [low, high] = [Math.min(...numbers), Math.max(...numbers)]
  const points = numbers.map((value, index): [number, number] => [
    x1 + (x2 - x1) * itemAt(samples, index),
    BODY.top + BODY.height * (high === low ? 0.5 : 1 - (value - low) / (high - low)),
  ])
  return <path className="lane-curve" d={line().digits(2)(points) ?? ''} />
}

function valuesText({ from, to, delayMs, durationMs, repeats, property }: ScoreLane, { assets, icons }: Project): string {
  const named = (value: Literal): string => {
    if (property === 'picture') return assets.find(({ id }) => id === value)?.name ?? 'none'
    if (property === 'icon') return icons.find(({ d }) => d === value)?.name ?? 'none'
    return typeof value === 'boolean' ? (value ? 'yes' : 'no') : formatValue(value)
  }
  const brief = (value: Literal) => named(value).slice(0, 18)
  const waits = delayMs > 0 ? `, waits ${msText(delayMs)}` : ''
  return `${brief(from)} → ${brief(to)}${repeats ? ` every ${msText(durationMs)}` : waits}`
}

interface LaneEndProps {
  readonly lane: ScoreLane
  readonly end: 'begins' | 'ends'
  readonly edgesMs: readonly number[]
  readonly scale: ScaleLinear<number, number>
  readonly labelWidth: number
  /** Tab leads to it: it is an end of the lane that is selected. */
  readonly isStop: boolean
}

/** So near to the end of another lane, in px, an end that is pulled snaps to it. */
const SNAP_PX = 6

/** One end of a lane: where it begins is its delay, where it ends its duration. It snaps to the ends of other lanes; Alt pulls by single milliseconds. */
function LaneEnd({ lane, end, edgesMs, scale, labelWidth, isStop }: LaneEndProps) {
  const { make } = useBench()
  const { context } = useMotion()
  const { part, property, delayMs, durationMs } = lane
  const ms = end === 'begins' ? delayMs : delayMs + durationMs
  const label = `time ${part.name} ${property}`
  const edit = (to: number) => {
    const timing: Timing = end === 'begins' ? { delayMs: Math.max(0, to) } : { durationMs: Math.max(0, to - delayMs) }
    return setLane(context, part.id, property, timing)
  }
  const pull = usePull((event) => {
    const { left } = certain(event.currentTarget.parentElement).getBoundingClientRect()
    const px = event.clientX - left - labelWidth
    if (event.altKey) return edit(Math.round(scale.invert(px)))
    const near = edgesMs.filter((edge) => edge !== ms && Math.abs(scale(edge) - px) < SNAP_PX).toSorted((a, b) => Math.abs(scale(a) - px) - Math.abs(scale(b) - px))
    return edit(near[0] ?? Math.round(scale.invert(px) / 10) * 10)
  }, label)
  return (
    <button
      tabIndex={isStop ? 0 : -1} className="lane-end" style={{ left: labelWidth + scale(ms) }} aria-label={`${part.name} ${property} ${end} at ${msText(ms)}; drag to change`} title={`Only ${part.name} ${property}; the mark in the ruler is the end of all of it`} {...pull}
      onKeyDown={(event) => arrowStepMs(event.key) !== 0 && make(edit(ms + arrowStepMs(event.key)), label)}
    />
  )
}
