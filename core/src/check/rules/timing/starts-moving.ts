import { holdsIn, latestMs, leads } from '../../../document'
import { stateName, type ComponentCheck } from '../../ground/context'
import { inMs, type Finding } from '../../model/finding'
import { confirmed } from '../../ground/witness'

/** Within this time a change after loading is seen as part of loading. */
export const AT_ONCE_MS = 100

/** Start states that leave by themselves as soon as an instance appears, without anyone having done anything. */
export const startsMoving: ComponentCheck = {
  name: 'starts-moving', scope: 'component', levels: ['risk'],
  means: 'the start leaves by itself within 100 ms',
  finds: ({ project, component }) =>
    component.axes.flatMap((axis): Finding[] => {
      const rule = component.rules.find((candidate) =>
        candidate.axis === axis.id && candidate.trigger.on === 'after' && latestMs(candidate.trigger) <= AT_ONCE_MS && candidate.trigger.pauseWhile === null &&
        leads(candidate) && holdsIn(candidate, axis.start, axis))
      if (!rule || rule.trigger.on !== 'after') return []
      const { ms } = rule.trigger
      const witness = confirmed(
        project,
        { surface: { component: component.id }, inputs: [], lookAtMs: ms, endsAtMs: ms + 600, caption: 'leaves its start by itself' },
        (trace) => trace.some((event) => event.what === 'state' && event.rule === rule.id && event.from === axis.start && event.atMs === ms),
      )
      if (!witness) return []
      return [{
        id: `starts-moving ${component.id} ${axis.id}`,
        kind: 'starts-moving', level: 'risk',
        sentence: `${stateName(axis, axis.start)} is where it starts, and leaves by itself after ${inMs(ms)}: every instance plays as soon as it appears.`,
        about: { component: component.id, axis: axis.id, state: axis.start, rule: rule.id },
        remedy: null, witness, numbers: { afterMs: ms },
      }]
    }),
}
