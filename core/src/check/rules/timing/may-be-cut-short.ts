import { itemAt, type Axis, type Id } from '../../../document'
import { isByItself, type StateSpace, type Facts, type Seen } from '../../ground/state-space'
import { stateName, type ComponentCheck } from '../../ground/context'
import { after, type Thing } from '../../explore'
import { inMs, type Finding } from '../../model/finding'
import { cutTimes, hasWaysOutByItself, isLeftEarly, leaveLater, neverSettledIn } from './never-completes'
import { witnessTo } from '../../ground/witness'

/** So many ways to cut a motion are replayed before it is taken that none really does. */
const MOST_TRIED = 6

/** Motions that a timer, a message or another rule can end early, though they come to their end at other times. */
export const mayBeCutShort: ComponentCheck = {
  name: 'may-be-cut-short', scope: 'component', levels: ['risk'],
  means: 'a timer, message or rule can come before the end; by how much is in the zone. What a person does does not count',
  finds: ({ stateSpace, root, component }) => component.axes.flatMap((axis) => cutShortIn(stateSpace, root, axis)),
}

/** What `mayBeCutShort` finds of an axis of one of several things that are looked at together. */
export function cutShortIn(stateSpace: StateSpace, thing: Thing, axis: Axis): readonly Finding[] {
  if (!hasWaysOutByItself(thing, axis)) return []
  const facts = stateSpace.following(thing, axis.id)
  const net = facts.network.axisOf(thing, axis.id)
  if (!net) return []
  const entered = facts.all('entered').filter(({ mark }) => mark.axis === net)
  const cuts = entered.filter(({ mark, step }) => mark.left > 0 && facts.network.span(mark.left).most > 0 && isByItself(step))
  const always = cuts.length === 0 ? [] : neverSettledIn(stateSpace, thing, axis).map(({ about }) => about.state)
  const places = [...new Set(cuts.map(({ mark }) => mark.from))].filter((place) => !always.includes(itemAt(axis.states, place).id))
  return places.flatMap((place) => {
    const waysIn = new Set(entered.filter(({ mark }) => mark.to === place).map(({ mark }) => `${mark.from} ${mark.rule?.id ?? ''}`)).size
    return firstShown({ stateSpace, facts, thing, axis, state: itemAt(axis.states, place).id, waysIn }, cuts.filter(({ mark }) => mark.from === place))
  })
}

/** A state of an axis whose motion is cut at times. */
interface CutState {
  readonly stateSpace: StateSpace
  readonly facts: Facts
  readonly thing: Thing
  readonly axis: Axis
  readonly state: Id
  readonly waysIn: number
}

/** The first of the ways to cut a motion that a run shows. */
function firstShown({ stateSpace, facts, thing, axis, state, waysIn }: CutState, cuts: readonly Seen<'entered'>[]): readonly Finding[] {
  const { component } = thing.compiled
  for (const cut of cuts.slice(0, MOST_TRIED)) {
    const { needsMs, afterMs } = cutTimes(facts, cut)
    if (afterMs >= needsMs) continue
    const witness = witnessTo(stateSpace, facts, after(cut.step), { caption: 'cut here, before its motion ends' }, (trace) => isLeftEarly(trace, { instance: thing.path, axis: axis.id, state }))
    if (!witness) continue
    const { rule } = cut.mark
    return [{
      id: `may-be-cut-short ${component.id} ${axis.id} ${state}`,
      kind: 'may-be-cut-short', level: 'risk',
      sentence: `The motion into ${stateName(axis, state)} can be cut up to ${inMs(needsMs - afterMs)} early: it needs up to ${inMs(needsMs)}, and ${rule ? `${rule.trigger.on} can come` : 'its holder can put it elsewhere'} after ${inMs(afterMs)}.`,
      about: { component: component.id, axis: axis.id, state, ...(rule ? { rule: rule.id } : {}), ...(thing.path === '' ? {} : { instance: thing.path }) },
      remedy: rule?.trigger.on === 'after' ? leaveLater(component, rule, needsMs) : null,
      witness, numbers: { afterMs, needsMs, earlyMs: needsMs - afterMs, waysIn },
    }]
  }
  return []
}
