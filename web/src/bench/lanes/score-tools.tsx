import { batch, decidedBy, EMPTY_MOTION, holdsIn, leads, motionOf, setMotion, statesHeldBy, type Component, type MotionPlace, type Rule } from '@rheoscope/core/document'
import { movesOfMotion } from '@rheoscope/core/run'
import { mirroredMotion, motionSources } from '@rheoscope/core/motion'
import { ChoiceField } from '../../fields/choice-field'
import { newId } from '../../session/new-id'
import { triggerTitle } from '../table/rows'
import { destination } from './timing-text'
import { useBench } from '../page/use-bench'
import { contextAt, useRule } from './use-motion'

/** What there is to do with a motion as a whole: play it again and again, make the way back of it, hold it against another. */
export function ScoreTools({ endMs }: { readonly endMs: number }) {
  const { component, view, select } = useBench()
  const rule = useRule()
  const others = component.rules.filter((each) => each.id !== rule.id && (leads(each) || destination(component, each) !== null))
  return (
    <div className="score-tools">
      <button className="plain underlined" aria-pressed={view.isLooping} onClick={() => select({ do: 'loop', isLooping: !view.isLooping })}>{view.isLooping ? 'Stop loop' : 'Loop'}</button>
      <WayBack endMs={endMs} />
      {others.length > 0 && (
        <ChoiceField
          label="compare with" value={view.comparedRule ?? ''}
          choices={[{ value: '', label: 'nothing' }, ...others.map((other) => ({ value: other.id, label: titleOf(component, other) }))]}
          onChange={(id) => select({ do: 'compare motions', rule: id === '' ? null : id })}
        />
      )}
    </div>
  )
}

/** A rule as one line: what triggers it, and from where to where. */
function titleOf(component: Component, rule: Rule): string {
  const { axes, parts } = component
  const states = axes.find(({ id }) => id === rule.axis)?.states ?? []
  const from = statesHeldBy(component, rule).map(({ name }) => name)
  const to = destination(component, rule)
  const part = rule.part === null ? '' : ` on ${parts.find(({ id }) => id === rule.part)?.name ?? '?'}`
  return `${triggerTitle(rule.trigger, axes)}${part}: ${from.length > 2 ? `${from.length} states` : from.join(', ')} → ${states.find(({ id }) => id === to)?.name ?? rule.target.go}`
}

/** Makes the motion from the target to here the mirror of this one: of the rules that lead back, or of the pair of states when none does. */
function WayBack({ endMs }: { readonly endMs: number }) {
  const bench = useBench()
  const { project, component, axis, state, make } = bench
  const rule = useRule()
  const to = destination(component, rule)
  if (to === null || to === state.id) return null
  const back = component.rules.filter((each) => each.axis === axis.id && each.id !== rule.id && holdsIn(each, to, axis) && destination(component, each) === state.id)
  const mirror = () => {
    const said = rule.motion ?? motionOf(component, { of: 'pair', axis: axis.id, from: state.id, to }) ?? EMPTY_MOTION
    const motion = mirroredMotion(said, {
      sources: motionSources(project, component, axis.id, state.id, to, rule), tokens: project.tokens, parts: component.parts.map(({ id }) => id),
      moves: movesOfMotion(project, component, rule, axis.id, state.id), endMs,
    })
    const places: readonly MotionPlace[] = back.length > 0 && decidedBy(axis) === null ? back.map(({ id }) => ({ of: 'rule', rule: id })) : [{ of: 'pair', axis: axis.id, from: to, to: state.id }]
    make(batch(...places.map((place) => setMotion(contextAt(bench, place), copied(motion)))), 'make the way back of a motion')
  }
  return <button className="plain underlined" title={back.length > 0 ? 'The rules that lead back get this motion in reverse' : 'Nothing leads back yet; the motion is kept for these two states'} onClick={mirror}>Mirror for the return</button>
}

/** The same motion with identifiers of its own for its lanes and keyframes. */
const copied = (motion: ReturnType<typeof mirroredMotion>): typeof motion => ({
  ...motion, lanes: motion.lanes.map((lane) => ({ ...lane, id: newId(lane.property ?? 'lane') })), keyframes: motion.keyframes.map((stage) => ({ ...stage, id: newId('stage') })),
})
