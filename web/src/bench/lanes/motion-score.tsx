import { useMemo, useRef, type PointerEvent } from 'react'
import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { partAt, type Instance } from '@rheoscope/core/machine'
import { runOfMotion } from '@rheoscope/core/run'
import { laneEndMs } from '@rheoscope/core/motion'
import { certain, destinationsOf, isDecidedOutside, scaledMotion, setMotion, setOfMotion, statesHeldBy, type Edit } from '@rheoscope/core/document'
import { useFrames } from '../../playing/use-frames'
import { useRoom } from '../../theme/use-room'
import { useRoving } from '../../theme/use-roving'
import { EasingEditor } from './easing-editor'
import { LaneRow, type ScoreLane } from './lane-row'
import { ScoreTools } from './score-tools'
import { msText, ruleTiming } from './timing-text'
import { useBench, type Bench } from '../page/use-bench'
import { useLoop } from './use-loop'
import { useMotion, useRule } from './use-motion'
import { arrowStepMs, usePull } from './use-pull'
import './score.css'

type Scale = ScaleLinear<number, number>

const LABELS_PX = 200
const FIRST_ROOM = { width: 700, height: 28 }
const LEAST_PX = 200
const EDGE_PX = 24

/** The lanes of the selected rule's motion over time, to be read, scrubbed and changed. */
export function MotionScore() {
  const { rule, state, axis, view } = useBench()
  // Where no motion can be chosen there is nothing to keep the room for.
  const isFolded = view.isEaselOpen || isDecidedOutside(axis)
  if (!rule || rule.target.go === 'ignored') {
    return (
      <section className={isFolded ? 'score is-idle is-folded' : 'score is-idle'} aria-label="Motion lanes">
        <p className="muted">{rule ? 'Nothing happens here, on purpose.' : 'Select a cell with an answer to see its motion over time.'}</p>
      </section>
    )
  }
  const named = destinationsOf(axis, rule).map((state) => axis.states.find(({ id }) => id === state)?.name ?? '?')
  const target = named.length > 2 ? `${named[0]} …` : named.length > 0 ? named.join(' or ') : rule.target.go
  return <Score key={`${rule.id} ${state.id}`} title={`${state.name} → ${target ?? '?'}`} />
}

function Score({ title }: { readonly title: string }) {
  const bench = useBench()
  const { project, component, axis, state, view, select } = bench
  const rule = useRule()
  const plot = useRef<HTMLDivElement>(null)
  const width = Math.max(LEAST_PX, useRoom(plot, FIRST_ROOM).width)
  const lanes = useMemo(() => lanesOf(runOfMotion(project, component, rule, axis.id, state.id)?.instances.get('')), [project, component, rule, axis.id, state.id])
  const compared = useComparedLanes(bench)
  const timing = ruleTiming(project, component, rule, state.id)
  const lastMs = Math.max(0, ...lanes.map(({ delayMs, durationMs, repeats }) => (repeats ? 0 : delayMs + durationMs)))
  const endMs = Math.max(40, ...compared.map(({ delayMs, durationMs }) => delayMs + durationMs), timing.delayMs + timing.durationMs, ...lanes.map(({ delayMs, durationMs, repeats }) => delayMs + (repeats ? 0 : durationMs)))
  const scale = scaleLinear([0, endMs * 1.3], [EDGE_PX, width - EDGE_PX])
  const scrub = (event: PointerEvent<HTMLElement>) => {
    if (event.buttons === 0) return
    const { left } = event.currentTarget.getBoundingClientRect()
    select({ do: 'scrub', ms: Math.round(Math.min(endMs * 1.3, Math.max(0, scale.invert(event.clientX - left)))) })
  }
  const list = useRef<HTMLDivElement>(null)
  useRoving(list, '.lane-label', { along: 'up and down' })
  return (
    <section className="score" aria-label="Motion lanes">
      <div className="score-title"><b>Motion</b> <span className="muted">{title}</span></div>
      <div className="score-ruler" ref={plot} onPointerDown={(event) => { event.currentTarget.setPointerCapture(event.pointerId); scrub(event) }} onPointerMove={scrub}>
        {scale.ticks(7).filter((ms) => !isUnderEnd(scale(ms) - scale(timing.delayMs + timing.durationMs))).map((ms, index) => <span key={ms} className="mono tick" style={{ left: scale(ms) }}>{index === 0 ? ms : msText(ms).replace(' ms', '')}</span>)}
        <WholeEnd scale={scale} />
      </div>
      <div className="score-lanes" ref={list}>
        {lanes.length === 0 && <p className="muted hint">The two looks are the same, so nothing moves. Change a look and its lanes appear here.</p>}
        {lanes.map((lane) => (
          <LaneRow
            key={`${lane.part.id} ${lane.property}`} lane={lane} scale={scale} labelWidth={LABELS_PX} plotWidth={width}
            behind={compared.find(({ part, property }) => part.id === lane.part.id && property === lane.property)}
            edgesMs={lanes.filter((other) => other !== lane && !other.repeats).flatMap(({ delayMs, durationMs }) => [delayMs, delayMs + durationMs])}
            isSelected={view.lane?.part === lane.part.id && view.lane.property === lane.property}
          />
        ))}
      </div>
      {view.scrubMs !== null && <Scrubber scale={scale} ms={view.scrubMs} />}
      {view.isLooping && <LoopLine scale={scale} lengthMs={lastMs} />}
      <ScoreTools endMs={lastMs} />
      <EasingEditor lanes={lanes} />
    </section>
  )
}

/** Whether a tick so far from the motion's end would stand under its label. */
const isUnderEnd = (px: number): boolean => px > -24 && px < 72

/** The lanes of the motion the selected one is compared with. */
function useComparedLanes({ project, component, view }: Bench): readonly ScoreLane[] {
  return useMemo(() => {
    const other = component.rules.find(({ id }) => id === view.comparedRule)
    const from = other && statesHeldBy(component, other)[0]
    return other && from ? lanesOf(runOfMotion(project, component, other, other.axis, from.id)?.instances.get('')) : []
  }, [project, component, view.comparedRule])
}

/** The end of the motion as a whole, in the ruler; pulled to make all of it longer or shorter in proportion. */
function WholeEnd({ scale }: { readonly scale: Scale }) {
  const { project, component, state, make } = useBench()
  const { context, said } = useMotion()
  const timing = ruleTiming(project, component, useRule(), state.id)
  const endMs = timing.delayMs + timing.durationMs
  const lasting = (ms: number): Edit => {
    const durationMs = Math.max(0, ms)
    const scaled = said && timing.durationMs > 0 && (said.lanes.length > 0 || said.stagger) ? scaledMotion(said, durationMs / timing.durationMs) : null
    return scaled ? setMotion(context, { ...scaled, durationMs }) : setOfMotion(context, 'durationMs', durationMs)
  }
  const pull = usePull((event) => {
    const { left } = certain(event.currentTarget.parentElement).getBoundingClientRect()
    return lasting(Math.round((scale.invert(event.clientX - left) - timing.delayMs) / 10) * 10)
  }, 'set the duration of a motion')
  return (
    <button
      className="whole-end mono" style={{ left: scale(endMs) }} aria-label={`The motion ends at ${msText(endMs)}; drag to change`} {...pull}
      onKeyDown={(event) => arrowStepMs(event.key) !== 0 && make(lasting(timing.durationMs + arrowStepMs(event.key)), 'set the duration of a motion')}
    >
      {msText(endMs)}
    </button>
  )
}

function Scrubber({ scale, ms }: { readonly scale: Scale; readonly ms: number }) {
  const { select } = useBench()
  return (
    <div className="scrubber" style={{ left: LABELS_PX + scale(ms) }}>
      <button className="mono scrubber-flag" title="Let go of the scrubber" aria-label={`Scrubbed to ${msText(ms)}; let go`} onClick={() => select({ do: 'scrub', ms: null })}>{msText(ms)}</button>
    </div>
  )
}

/** Runs along while the motion plays again and again. */
function LoopLine({ scale, lengthMs }: { readonly scale: Scale; readonly lengthMs: number }) {
  const { player } = useBench()
  const line = useRef<HTMLDivElement>(null)
  const loop = useLoop(true)
  useFrames((wallMs) => {
    const ms = loop(wallMs, lengthMs, player?.getState().speed ?? 1) ?? 0
    if (line.current) line.current.style.left = `${LABELS_PX + scale(ms)}px`
  })
  return <div ref={line} className="scrubber" />
}

function lanesOf(instance: Instance | undefined): readonly ScoreLane[] {
  if (!instance) return []
  const partOf = (index: number) => partAt(instance.compiled, index)
  const once = instance.lanes.map((lane): ScoreLane => ({
    part: partOf(lane.part), property: lane.property, delayMs: lane.delayMs, durationMs: laneEndMs(lane) - lane.startMs - lane.delayMs,
    ease: lane.ease, easing: lane.timing.easing, from: lane.from, to: lane.to, valueAt: lane.valueAt, repeats: false,
  }))
  const again = instance.cycles.map((cycle): ScoreLane => ({
    part: partOf(cycle.part), property: cycle.property, delayMs: 0, durationMs: cycle.durationMs,
    ease: cycle.ease, easing: 'repeats', from: cycle.from, to: cycle.to, valueAt: cycle.valueAt, repeats: true,
  }))
  return [...once, ...again]
}
