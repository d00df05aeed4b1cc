import { useId, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { Parameter } from '@rheoscope/core/document'
import { focusStops, isSameLevel } from '@rheoscope/core/run'
import { corners, itemOf, matrixTo, paint, type DrawItem, type DrawList } from '@rheoscope/core/scene'
import { patchChildren } from '../paint/patch'
import { pointIn } from '../paint/point-in'
import { surfaceSize } from '../paint/look-picture'
import type { Player } from '../playing/player'
import { useFrames, useReadout } from '../playing/use-frames'
import { useLive } from '../playing/use-live'
import { usePlayerState } from '../playing/use-player'
import { StateMark } from '../theme/state-mark'
import { ParameterField } from './parameter-field'
import { msText } from './timing-text'
import { useStillBench } from './use-bench'
import { useLoop } from './use-loop'
import { useScrubbedMotion } from './scrubbed-motion'

const FIELD = { width: 258, height: 150 }

/** The component alive beside its drawing: answers to the pointer, plays witnesses, and follows the scrubber. */
export function Specimen() {
  const { player } = useStillBench()
  return (
    <section aria-label="Specimen">
      <div className="section-head">
        <h2 className="caption">Specimen</h2>
        {player && <ReducedSwitch player={player} />}
      </div>
      {player ? <LiveSpecimen player={player} /> : <p role="alert" className="hint">It cannot be put together yet; the findings say why.</p>}
    </section>
  )
}

function ReducedSwitch({ player }: { readonly player: Player }) {
  const { isMotionReduced } = usePlayerState(player)
  return (
    <label className="check muted">
      <input type="checkbox" checked={isMotionReduced} onChange={(event) => player.reduceMotion(event.target.checked)} /> reduced motion
    </label>
  )
}

function LiveSpecimen({ player }: { readonly player: Player }) {
  const { component, view } = useStillBench()
  const { witness } = usePlayerState(player)
  return (
    <>
      <LivePicture player={player} />
      {witness && (
        <div className="witness-strip" role="status">
          <span>{view.scrubMs === null ? `Playing: ${witness.caption}` : 'Scrubbing'}</span>
          <button className="plain underlined" onClick={() => player.playWitness(witness)}>Again</button>
          <button className="plain underlined" onClick={() => player.endWitness()}>Done</button>
        </div>
      )}
      <PutButtons player={player} />
      {component.parameters.map((parameter) => <SpecimenParameter key={parameter.id} player={player} parameter={parameter} />)}
    </>
  )
}

function LivePicture({ player }: { readonly player: Player }) {
  const { view } = useStillBench()
  const group = useRef<SVGGElement>(null)
  const picture = useRef<SVGSVGElement>(null)
  const finger = useRef<SVGCircleElement>(null)
  const shown = useRef<DrawItem | undefined>(undefined)
  const lastSeen = useRef('')
  const ring = useRef<SVGPolygonElement>(null)
  const scope = useId()
  const scrubbed = useScrubbedMotion()
  const loop = useLoop(view.isLooping)
  const [size, setSize] = useState(() => surfaceSize(player.current.drawList()))

  useFrames((wallMs) => {
    const live = player.frame(wallMs)
    const scrubbedMs = loop(wallMs, scrubbed?.lengthMs ?? 0, player.getState().speed) ?? view.scrubMs
    const list = scrubbedMs === null ? live : (scrubbed?.frameAt(scrubbedMs) ?? live)
    if (list[0] !== shown.current) {
      shown.current = list[0]
      patchChildren(group.current!, paint(list, scope))
      const { width, height } = surfaceSize(list)
      if (width !== size.width || height !== size.height) setSize({ width, height })
    }
    const { at, cursor } = player.current.pointer
    const outline = focusOutline(player.current, list)
    const shownFinger = player.getState().witness === null ? null : at
    const seen = `${cursor} ${shownFinger?.x} ${shownFinger?.y} ${outline}`
    if (seen === lastSeen.current) return
    lastSeen.current = seen
    picture.current!.style.cursor = cursor
    ring.current!.setAttribute('points', outline)
    finger.current!.setAttribute('visibility', shownFinger ? 'visible' : 'hidden')
    finger.current!.setAttribute('cx', String(shownFinger?.x ?? 0))
    finger.current!.setAttribute('cy', String(shownFinger?.y ?? 0))
  })

  const zoom = Math.min(2, (FIELD.width - 24) / size.width, (FIELD.height - 30) / size.height)
  const [w, h] = [FIELD.width / zoom, FIELD.height / zoom]
  const send = (event: PointerEvent, kind: 'move' | 'press' | 'release') => {
    const { x, y } = pointIn(picture.current!, event)
    const tidy = (value: number) => Math.round(value * 10) / 10
    player.send({ do: kind, x: tidy(x), y: tidy(y), pointer: event.pointerType as 'mouse' | 'touch' | 'pen' })
  }
  return (
    <svg
      ref={picture} className="specimen-picture" role="application" aria-label="Specimen, running" width={FIELD.width} height={FIELD.height}
      viewBox={`${-(w - size.width) / 2} ${-(h - size.height) / 2} ${w} ${h}`}
      onPointerMove={(event) => send(event, 'move')}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        send(event, 'press')
      }}
      onPointerUp={(event) => send(event, 'release')}
      onPointerLeave={(event) => player.send({ do: 'exit', pointer: event.pointerType as 'mouse' })}
      tabIndex={0} onKeyDown={(event) => sendKey(player, event)}
    >
      <g ref={group} />
      <polygon ref={ring} className="focus-ring" strokeWidth={2 / zoom} />
      <circle ref={finger} className="finger" r={7 / zoom} strokeWidth={2 / zoom} visibility="hidden" />
    </svg>
  )
}

/** Keys go to the specimen while it has the focus of the page. Tab leaves it from its last part, and Escape and chords are the bench's. */
function sendKey(player: Player, event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.key === 'Escape') return
  const before = player.current.shownFocus
  player.send({ do: 'key', key: event.key, modifiers: { ...(event.shiftKey ? { shift: true } : {}), ...(event.altKey ? { alt: true } : {}) } })
  event.stopPropagation()
  const after = player.current.shownFocus
  const stops = focusStops(player.current.drawList())
  const wentRound = before !== null && after !== null && isSameLevel(after, (event.shiftKey ? stops.at(-1) : stops[0])?.part ?? null)
  if (event.key !== 'Tab' || (stops.length > 0 && !wentRound)) event.preventDefault()
}

/** The corners of what has the focus, for its ring; empty when nothing is to be shown. */
function focusOutline(run: Player['current'], list: DrawList): string {
  const focus = run.shownFocus
  const item = focus?.part == null ? undefined : itemOf(list, focus.instance, focus.part)
  const matrix = focus?.part == null ? null : matrixTo(list, focus.instance, focus.part)
  if (!item || !matrix) return ''
  return corners(matrix, item.values.width as number, item.values.height as number).map(({ x, y }) => `${x},${y}`).join(' ')
}

/** More states than this have a line of their own. */
const MOST_ON_A_LINE = 5

/** The state the specimen is in, when it leaves it, and the way to put it into any other. */
function PutButtons({ player }: { readonly player: Player }) {
  const { component, axis } = useStillBench()
  const { states, cutMs } = useLive(player)
  const index = component.axes.indexOf(axis)
  const current = axis.states.find(({ id }) => id === states[index])
  const due = useReadout<HTMLSpanElement>(() => {
    const timers = player.current.instance('')?.timers ?? []
    const next = Math.min(...timers.map(({ dueMs }) => dueMs ?? Infinity))
    return Number.isFinite(next) ? `leaves in ${msText(Math.max(0, next - player.nowMs))}` : ''
  })
  return (
    <div className={axis.states.length > MOST_ON_A_LINE ? 'put is-many' : 'put'}>
      <span className="put-now" role="status" aria-label={`The specimen is in ${current?.name ?? 'no state'}`}>
        {current && <StateMark hue={current.hue} />} <b>{current?.name}</b>
      </span>
      <span ref={due} className="mono muted put-due" />
      {cutMs > 0 && <span className="put-cut" title="The motion before was interrupted so long before its end">cut {msText(cutMs)} early</span>}
      <span className="put-buttons">
        {axis.states.map((state) => (
          <button
            key={state.id} className="plain put-button" title={`Put it into ${state.name}`} aria-label={`Put the specimen into ${state.name}`}
            onClick={() => player.send({ do: 'put', instance: '', axis: axis.id, state: state.id })}
          >
            <StateMark hue={state.hue} size={13} />
          </button>
        ))}
      </span>
    </div>
  )
}

/** A parameter as this specimen has it; the document is left alone. */
function SpecimenParameter({ player, parameter }: { readonly player: Player; readonly parameter: Parameter }) {
  usePlayerState(player)
  const value = player.current.instance('')?.environment[parameter.name] ?? parameter.initial
  return <ParameterField parameter={parameter} label={parameter.name} value={value} onChange={(to) => player.send({ do: 'parameter', instance: '', name: parameter.name, value: to })} />
}
