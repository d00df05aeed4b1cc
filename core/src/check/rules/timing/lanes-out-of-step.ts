import { laneEndMs } from '../../../motion'
import { firstOf, holdsIn, itemAt, leads, propertyDefinition, type Rule } from '../../../document'
import { stateChangesIn, lanesOf, partName, wayOf } from '../../ground/changes'
import type { ComponentCheck } from '../../ground/context'
import { after } from '../../explore'
import { inMs, type Finding } from '../../model/finding'
import { leaveLater } from './never-completes'
import { witnessTo } from '../../ground/witness'

/** A timer that nothing holds and no guard stops, counted from entering. */
const isCertain = ({ trigger, guard }: Rule): boolean => trigger.on === 'after' && trigger.since === 'entering' && trigger.pauseWhile === null && guard === null

/** Motions of which some lanes have come to their end when the state is left by its timer, and others have not. */
export const lanesOutOfStep: ComponentCheck = {
  name: 'lanes-out-of-step', scope: 'component', levels: ['risk'],
  means: 'some lanes are through when a timer leaves the state, others not',
  finds: (context) => {
    const { component, stateSpace } = context
    const seen = new Set<string>()
    return stateChangesIn(context).flatMap((change): Finding[] => {
      const timer = component.rules.find((rule) => rule.axis === change.axis.id && isCertain(rule) && leads(rule) && holdsIn(rule, change.to.id, change.axis))
      if (!timer || timer.trigger.on !== 'after' || seen.has(change.to.id)) return []
      const { ms } = timer.trigger
      const lanes = lanesOf(change)
      const late = lanes.filter((lane) => laneEndMs(lane) > ms)
      if (late.length === 0 || late.length === lanes.length) return []
      seen.add(change.to.id)
      const last = firstOf(late.toSorted((a, b) => laneEndMs(b) - laneEndMs(a)))
      return [{
        id: `lanes-out-of-step ${component.id} ${change.axis.id} ${change.to.id}`,
        kind: 'lanes-out-of-step', level: 'risk',
        sentence: `In ${wayOf(change)}, ${propertyDefinition(last.property)?.label ?? last.property} of ${partName(change.before, last.part)} needs ${inMs(laneEndMs(last))}, while ‹${change.to.name}› is left after ${inMs(ms)}; ${lanes.length - late.length} of ${lanes.length} lanes are through by then.`,
        about: { component: component.id, axis: change.axis.id, state: change.to.id, rule: timer.id, part: itemAt(change.before.compiled.parts, last.part).part.id, property: last.property },
        remedy: leaveLater(component, timer, laneEndMs(last)),
        witness: witnessTo(stateSpace, stateSpace.closed, after(change.step), { afterMs: ms, caption: 'left here, before its last lane ends' }, (trace) => trace.some((event) => event.what === 'state' && event.rule === timer.id)),
        numbers: { needsMs: laneEndMs(last), afterMs: ms, lanes: lanes.length, late: late.length },
      }]
    })
  },
}
