import { removeLaneTiming, setLaneTiming, setRuleTiming, type Edit } from '@rheoscope/core/document'
import { EASING_KEYWORDS, easingProblem, parseEasing } from '@rheoscope/core/motion'
import { Button } from '@mui/material'
import { CommitField } from '../fields/commit-field'
import { pointIn } from '../paint/point-in'
import { newId } from '../session/new-id'
import { easingCurve } from './easing-curve'
import type { ScoreLane } from './lane-row'
import { ruleTiming } from './timing-text'
import { useBench } from './use-bench'
import { usePull } from './use-pull'

const FIELD = { width: 236, height: 92, above: 16 }

/** The control points of the easings that are Bézier curves under a name. */
const NAMED: Readonly<Record<string, readonly number[]>> = {
  linear: [0, 0, 1, 1], ease: [0.25, 0.1, 0.25, 1], 'ease-in': [0.42, 0, 1, 1], 'ease-out': [0, 0, 0.58, 1], 'ease-in-out': [0.42, 0, 0.58, 1],
}

const FAMILIES: readonly { readonly name: string; readonly easing: string }[] = [
  { name: 'Curve', easing: 'cubic-bezier(0.42, 0, 0.58, 1)' },
  { name: 'Spring', easing: 'spring(0.3)' },
  { name: 'Steps', easing: 'steps(4, jump-end)' },
]

/** The easing of the selected lane, or of the motion as a whole, as a curve to pull and as text. */
export function EasingEditor({ lanes }: { readonly lanes: readonly ScoreLane[] }) {
  const { project, component, state, rule, stored, view, make } = useBench()
  if (!rule) return null
  const lane = lanes.find(({ part, property }) => part.id === view.lane?.part && property === view.lane.property)
  const easing = lane?.easing ?? ruleTiming(project, component, rule, state.id).easing
  const points = controlPoints(easing)
  const edit = (to: string): Edit =>
    lane ? setLaneTiming(component.id, stored.rule ?? rule, lane.part.id, lane.property, { easing: to }, newId()) : setRuleTiming(component.id, stored.rule ?? rule, 'easing', to)
  const own = lane && rule.motion?.lanes.find(({ part, property }) => part === lane.part.id && property === lane.property)
  const commit = (text: string): string | null => {
    const problem = easingProblem(text)
    if (problem === null) make(edit(text.trim()), 'set an easing')
    return problem
  }
  const { ease } = parseEasing(easingProblem(easing) === null ? easing : 'linear')
  return (
    <section className="easing" aria-label="Easing">
      <div className="easing-head">
        <b>Easing</b> <span className="muted">{lane ? `${lane.part.name} ${lane.property}` : 'of all lanes'}</span>
        {own && <button className="plain underlined muted" onClick={() => make(removeLaneTiming(component.id, rule.id, own.id), 'time a lane like the rest')}>like the rest</button>}
      </div>
      <svg className="easing-field" width={FIELD.width + 12} height={FIELD.height + 2 * FIELD.above} viewBox={`-6 ${-FIELD.above} ${FIELD.width + 12} ${FIELD.height + 2 * FIELD.above}`}>
        {[0, 0.25, 0.5, 0.75, 1].map((t) => <line key={t} className="easing-grid" x1={t * FIELD.width} x2={t * FIELD.width} y1={0} y2={FIELD.height} />)}
        {[0, 1].map((p) => <line key={p} className="easing-grid" x1={0} x2={FIELD.width} y1={p * FIELD.height} y2={p * FIELD.height} />)}
        <path className="easing-line" d={easingCurve(ease, FIELD.width, FIELD.height)} />
        {points && [0, 1].map((index) => <CurveHandle key={index} index={index} points={points} edit={edit} />)}
      </svg>
      <CommitField label="Easing" hidesLabel isMono value={easing} onCommit={commit} list="easings" />
      <datalist id="easings">{EASING_KEYWORDS.map((keyword) => <option key={keyword} value={keyword} />)}</datalist>
      <div className="easing-families">
        {FAMILIES.map((family) => <Button key={family.name} onClick={() => commit(family.easing)}>{family.name}</Button>)}
      </div>
    </section>
  )
}

/** A control point of a Bézier curve, 0 or 1, on its arm. */
function CurveHandle({ index, points, edit }: { readonly index: number; readonly points: readonly number[]; readonly edit: (easing: string) => Edit }) {
  const [x, y] = [points[index * 2]! * FIELD.width, (1 - points[index * 2 + 1]!) * FIELD.height]
  const pull = usePull((event) => {
    const at = pointIn((event.currentTarget as SVGElement).ownerSVGElement!, event)
    const two = (value: number) => Math.round(value * 100) / 100
    const across = two(Math.min(1, Math.max(0, at.x / FIELD.width)))
    return edit(`cubic-bezier(${points.with(index * 2, across).with(index * 2 + 1, two(1 - at.y / FIELD.height)).join(', ')})`)
  }, 'pull an easing')
  return (
    <g className="easing-handle">
      <line x1={index * FIELD.width} y1={(1 - index) * FIELD.height} x2={x} y2={y} />
      <circle cx={x} cy={y} r="5" {...pull} />
    </g>
  )
}

function controlPoints(easing: string): readonly number[] | null {
  const named = Object.hasOwn(NAMED, easing) ? NAMED[easing]! : null
  if (named) return named
  const inside = /^cubic-bezier\((.*)\)$/.exec(easing)?.[1]
  return inside === undefined ? null : inside.split(',').map(Number)
}
