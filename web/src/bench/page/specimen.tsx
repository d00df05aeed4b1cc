import { useMemo } from 'react'
import { asLiteral, rootOf, type Component, type Parameter, type Project } from '@rheoscope/core/document'
import { stillLife } from '@rheoscope/core/run'
import { timersOf } from '@rheoscope/core/machine'
import type { DrawList } from '@rheoscope/core/scene'
import { surfaceSize } from '../../paint/look-picture'
import { LiveSurface } from '../../playing/live-surface'
import type { Player } from '../../playing/player'
import { useReadout } from '../../playing/use-frames'
import { useLive } from '../../playing/use-live'
import { usePlayerState } from '../../playing/use-player'
import { StateMark } from '../../theme/state-mark'
import { ParameterField } from '../inspector/parameter-field'
import { focusText } from './read-out'
import { msText } from '../lanes/timing-text'
import { useStillBench } from './use-bench'
import { useLoop } from '../lanes/use-loop'
import { useScrubbedMotion } from '../lanes/scrubbed-motion'

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
      {player ? <LiveSpecimen player={player} /> : <p role="alert" className="hint">This cannot run yet; the findings say why.</p>}
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
      <FocusReadOut player={player} />
      {component.parameters.map((parameter) => <SpecimenParameter key={parameter.id} player={player} parameter={parameter} />)}
    </>
  )
}

function LivePicture({ player }: { readonly player: Player }) {
  const { project, component, view } = useStillBench()
  const room = useMemo(() => roomFor(project, component), [project, component])
  const scrubbed = useScrubbedMotion()
  const loop = useLoop(view.isLooping)
  const shown = (wallMs: number, live: DrawList): DrawList => {
    const ms = loop(wallMs, scrubbed?.lengthMs ?? 0, player.getState().speed) ?? view.scrubMs
    return ms === null ? live : (scrubbed?.frameAt(ms) ?? live)
  }
  return <LiveSurface player={player} label="Specimen, running" className="specimen-picture" field={FIELD} mostZoom={2} shown={shown} room={room} />
}

const SIZES = new Set(['width', 'height', 'widthFrom', 'heightFrom', 'paddingTop', 'paddingBottom', 'gap'])

/** As much room as a component takes in any of its states; null where no look says anything of its size. */
function roomFor(project: Project, component: Component): ReturnType<typeof surfaceSize> | null {
  const root = rootOf(component).id
  const states = component.axes.flatMap((axis) => axis.states.map((state) => ({ axis: axis.id, state: state.id, look: state.look })))
  if (!states.some(({ look }) => Object.keys(look[root] ?? {}).some((property) => SIZES.has(property)))) return null
  const sizes = states.map(({ axis, state }) => surfaceSize(stillLife(project, component.id, { standing: { [axis]: state } })))
  return { width: Math.max(...sizes.map(({ width }) => width)), height: Math.max(...sizes.map(({ height }) => height)) }
}

/** More states than this have a line of their own. */
const MOST_ON_A_LINE = 3

/** The state the specimen is in, when it leaves it, and the way to put it into any other. */
function PutButtons({ player }: { readonly player: Player }) {
  const { component, axis } = useStillBench()
  const { states, cutMs } = useLive(player)
  const index = component.axes.indexOf(axis)
  const current = axis.states.find(({ id }) => id === states[index])
  const due = useReadout<HTMLSpanElement>(() => {
    const specimen = player.current.instances.get('')
    const next = Math.min(...(specimen ? timersOf(specimen) : []).map(({ dueMs }) => dueMs ?? Infinity))
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

/** What has the focus, as it is read out. */
function FocusReadOut({ player }: { readonly player: Player }) {
  const words = useReadout<HTMLParagraphElement>(() => focusText(player.current))
  return <p ref={words} className="focus-read-out" role="status" aria-label="Focus of the specimen" />
}

/** A parameter as this specimen has it; the document is left alone. */
function SpecimenParameter({ player, parameter }: { readonly player: Player; readonly parameter: Parameter }) {
  usePlayerState(player)
  const value = asLiteral(player.current.instances.get('')?.environment[parameter.name]) ?? parameter.initial
  return <ParameterField parameter={parameter} label={parameter.name} value={value} onChange={(to) => player.send({ do: 'parameter', instance: '', name: parameter.name, value: to })} />
}
