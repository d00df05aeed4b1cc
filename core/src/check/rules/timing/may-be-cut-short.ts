import { itemAt, type Axis } from '../../../document'
import { isByItself, type Arena } from '../../ground/arena'
import { stateName, type ComponentCheck } from '../../ground/context'
import type { Thing } from '../../explore'
import { after } from '../../explore'
import { inMs, type Finding } from '../../model/finding'
import { cutTimes, hasWaysOutByItself, leaveLater, neverSettledIn } from './never-completes'
import { witnessTo } from '../../ground/witness'

/** So many ways to cut a motion are replayed before it is taken that none really does. */
const MOST_TRIED = 6

/** Motions that a timer, a message or another rule can end early, though they come to their end at other times. */
export const mayBeCutShort: ComponentCheck = {
  name: 'may-be-cut-short', scope: 'component', levels: ['risk'],
  means: 'a timer, message or rule can come before the end; by how much is in the zone. What a person does does not count',
  finds: ({ arena, root, component }) => component.axes.flatMap((axis) => cutShortIn(arena, root, axis)),
}

export function cutShortIn(arena: Arena, thing: Thing, axis: Axis): readonly Finding[] {
  const { component } = thing.compiled
  if (!hasWaysOutByItself(thing, axis)) return []
  const facts = arena.following(thing, axis.id)
  const net = facts.network.axisOf(thing, axis.id)
  if (!net) return []
  const cuts = facts.all('entered').filter(({ mark, step }) => mark.axis === net && mark.left > 0 && facts.network.span(mark.left).most > 0 && isByItself(step))
  const always = cuts.length === 0 ? [] : neverSettledIn(arena, thing, axis).map(({ about }) => about.state)
  const states = [...new Set(cuts.map(({ mark }) => itemAt(axis.states, mark.from).id))].filter((state) => !always.includes(state))
  return states.flatMap((state): Finding[] => {
    for (const cut of cuts.filter(({ mark }) => itemAt(axis.states, mark.from).id === state).slice(0, MOST_TRIED)) {
      const { needsMs, afterMs } = cutTimes(facts, cut)
      if (afterMs >= needsMs) continue
      const witness = witnessTo(arena, facts, after(cut.step), { caption: 'cut here, before its motion ends' }, (trace) => trace.some((event, index) =>
        event.what === 'state' && event.instance === thing.path && event.axis === axis.id && event.to === state &&
        trace.slice(index + 1).some((later) => later.what === 'state' && later.instance === thing.path && later.axis === axis.id && later.from === state && later.atMs < event.settlesMs)))
      if (!witness) continue
      const { rule } = cut.mark
      const isTimer = rule !== null && rule.trigger.on === 'after'
      const ways = new Set(facts.all('entered').filter(({ mark }) => mark.axis === net && itemAt(axis.states, mark.to).id === state).map(({ mark }) => `${mark.from} ${mark.rule?.id ?? ''}`)).size
      return [{
        id: `may-be-cut-short ${component.id} ${axis.id} ${state}`,
        kind: 'may-be-cut-short', level: 'risk',
        sentence: `The motion into ${stateName(axis, state)} can be cut up to ${inMs(needsMs - afterMs)} early: it needs up to ${inMs(needsMs)}, and ${rule ? `${rule.trigger.on} can come` : 'its holder can put it elsewhere'} after ${inMs(afterMs)}.`,
        about: { component: component.id, axis: axis.id, state, ...(rule ? { rule: rule.id } : {}), ...(thing.path === '' ? {} : { instance: thing.path }) },
        remedy: isTimer ? leaveLater(component, rule, needsMs) : null,
        witness, numbers: { afterMs, needsMs, earlyMs: needsMs - afterMs, waysIn: ways },
      }]
    }
    return []
  })
}
