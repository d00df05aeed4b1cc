import { useState, type KeyboardEvent } from 'react'
import { Button } from '@mui/material'
import { itemAt, removeLane, setLane, setOfMotion, type Edit, type TokenValue } from '@rheoscope/core/document'
import { controlPoints, easingProblem, parseEasing } from '@rheoscope/core/motion'
import { CommitField } from '../../fields/commit-field'
import { EasingNames } from '../../fields/easing-names'
import { isReference, parseReference } from '../../fields/token-reference'
import { pointIn } from '../../paint/point-in'
import { easingCurve } from './easing-curve'
import { EasingDrawing, EASING_FIELD as FIELD } from './easing-drawing'
import { EasingLibrary } from './easing-library'
import { EasingNumbers } from './easing-numbers'
import type { ScoreLane } from './lane-row'
import { DIRECTIONS } from '../../theme/use-roving'
import { useBench } from '../page/use-bench'
import { useMotion } from './use-motion'
import { usePull } from './use-pull'

const FAMILIES: readonly { readonly name: string; readonly easing: string }[] = [
  { name: 'Curve', easing: 'cubic-bezier(0.42, 0, 0.58, 1)' },
  { name: 'Spring', easing: 'spring(0.3)' },
  { name: 'Steps', easing: 'steps(4, jump-end)' },
]

/** The easing of the selected lane, or of the motion as a whole, as a curve to pull or to draw and as text. */
export function EasingEditor({ lanes }: { readonly lanes: readonly ScoreLane[] }) {
  const { project, view, make } = useBench()
  const { context, said, timing } = useMotion()
  const [isDrawing, setDrawing] = useState(false)
  const [isForPart, setForPart] = useState(false)
  const lane = lanes.find(({ part, property }) => part.id === view.lane?.part && property === view.lane.property)
  const easing = lane?.easing ?? timing.easing
  const edit = (to: string | TokenValue): Edit => (lane ? setLane(context, lane.part.id, isForPart ? null : lane.property, { easing: to }) : setOfMotion(context, 'easing', to))
  const isOwn = lane && said?.lanes.some(({ part, property }) => part === lane.part.id && property === lane.property)
  const commit = (text: string): string | null => {
    const reference = isReference(text) ? parseReference(text, project.tokens, ['easing']) : null
    const problem = reference ? ('problem' in reference ? reference.problem : null) : easingProblem(text)
    if (problem === null) make(edit(reference && 'value' in reference ? reference.value : text.trim()), 'set an easing')
    return problem
  }
  const points = controlPoints(easing)
  const { ease } = parseEasing(easingProblem(easing) === null ? easing : 'linear')
  return (
    <section className="easing" aria-label="Easing">
      <div className="easing-head">
        <b>Easing</b> <span className="muted">{lane ? `${lane.part.name} ${lane.property}` : 'of all lanes'}</span>
        {lane && <button className="plain underlined muted" aria-pressed={isForPart} title="Which lanes a change is for" onClick={() => setForPart(!isForPart)}>{isForPart ? 'its whole part' : 'this lane'}</button>}
        {isOwn && <button className="plain underlined muted" onClick={() => make(removeLane(context, lane.part.id, lane.property), 'time a lane like the rest')}>like the rest</button>}
      </div>
      <svg className="easing-field" width={FIELD.width + 12} height={FIELD.height + 2 * FIELD.above} viewBox={`-6 ${-FIELD.above} ${FIELD.width + 12} ${FIELD.height + 2 * FIELD.above}`}>
        {[0, 0.25, 0.5, 0.75, 1].map((t) => <line key={t} className="easing-grid" x1={t * FIELD.width} x2={t * FIELD.width} y1={0} y2={FIELD.height} />)}
        {[0, 1].map((p) => <line key={p} className="easing-grid" x1={0} x2={FIELD.width} y1={p * FIELD.height} y2={p * FIELD.height} />)}
        <path className="easing-line" d={easingCurve(ease, FIELD.width, FIELD.height)} />
        {points && !isDrawing && [0, 1].map((index) => <CurveHandle key={index} index={index} points={points} edit={edit} />)}
        {isDrawing && <EasingDrawing onDrawn={(drawn) => { make(edit(drawn), 'draw an easing'); setDrawing(false) }} />}
      </svg>
      <CommitField label="Easing" hidesLabel isMono value={easing} onCommit={commit} list="easings" />
      <EasingNames />
      <EasingNumbers easing={easing} onChange={(to) => make(edit(to), 'set an easing')} />
      <div className="easing-families">
        {FAMILIES.map((family) => <Button key={family.name} onClick={() => commit(family.easing)}>{family.name}</Button>)}
        <Button aria-pressed={isDrawing} title="Draw the curve by hand, from left to right" onClick={() => setDrawing(!isDrawing)}>Draw</Button>
      </div>
      <EasingLibrary easing={easing} onChange={(to) => make(edit(to), 'set an easing')} />
    </section>
  )
}

const percent = (share: number): string => `${Math.round(share * 100)} %`

/** A control point of a Bézier curve, 0 or 1, on its arm; pulled, or moved by the arrow keys, with Shift in larger steps. */
function CurveHandle({ index, points, edit }: { readonly index: number; readonly points: readonly number[]; readonly edit: (easing: string) => Edit }) {
  const [x, y] = [itemAt(points, index * 2) * FIELD.width, (1 - itemAt(points, index * 2 + 1)) * FIELD.height]
  const { make } = useBench()
  const two = (value: number) => Math.round(value * 100) / 100
  const movedTo = (across: number, up: number) => edit(`cubic-bezier(${points.with(index * 2, two(Math.min(1, Math.max(0, across)))).with(index * 2 + 1, two(up)).join(', ')})`)
  const pull = usePull((event) => {
    const at = pointIn(event.currentTarget.closest('svg'), event)
    return movedTo(at.x / FIELD.width, 1 - at.y / FIELD.height)
  }, 'pull an easing')
  const step = (event: KeyboardEvent) => {
    const direction = DIRECTIONS[event.key]
    if (!direction) return
    event.preventDefault()
    event.stopPropagation()
    const by = event.shiftKey ? 0.1 : 0.01
    make(movedTo(itemAt(points, index * 2) + direction.x * by, itemAt(points, index * 2 + 1) - direction.y * by), 'pull an easing')
  }
  const words = `${percent(itemAt(points, index * 2))} of the time, ${percent(itemAt(points, index * 2 + 1))} of the way`
  return (
    <g className="easing-handle">
      <line x1={index * FIELD.width} y1={(1 - index) * FIELD.height} x2={x} y2={y} />
      <circle
        cx={x} cy={y} r="5" {...pull} onKeyDown={step} tabIndex={0} role="slider" aria-label={`Curve handle ${index + 1}`}
        aria-valuemin={0} aria-valuemax={100} aria-valuenow={Math.round(itemAt(points, index * 2) * 100)} aria-valuetext={words}
      />
    </g>
  )
}
