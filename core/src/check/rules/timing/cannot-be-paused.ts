import { fromToken } from '../../../motion'
import { holdsIn, isFromUser, latestMs, leads, type TriggerKind } from '../../../document'
import { stateName, type ComponentCheck } from '../../ground/context'
import { inMs, type Finding } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/** What moves of itself for longer has to be stoppable (WCAG 2.2, success criterion 2.2.2). */
const LONGEST_MS = 5000

/** Pointing at something stops it for as long as one points only, and with a finger or the keyboard not at all. */
const HOVERING: readonly TriggerKind[] = ['enter', 'leave']

/** States that move of themselves for more than five seconds and that nobody can leave by hand. */
export const cannotBePaused: ComponentCheck = {
  name: 'cannot-be-paused', scope: 'component', levels: ['risk'],
  means: 'moves of itself over 5 s and nobody can leave it (WCAG 2.2.2)',
  finds: ({ component, stateSpace, root, project, isHeld }) =>
    component.axes.flatMap((axis) => axis.states.flatMap((state): Finding[] => {
      const { loop } = state
      if (!loop || isHeld) return []
      const takesMs = loop.count === null ? Infinity : fromToken<number>(loop.durationMs, project.tokens) * loop.count
      const own = component.rules.filter((rule) => rule.axis === axis.id && leads(rule) && holdsIn(rule, state.id, axis))
      const endsSoon = own.some(({ trigger }) => 'ms' in trigger && latestMs(trigger) <= LONGEST_MS)
      const node = stateSpace.closed.firstIn(stateSpace.closed.axis(root, axis.id), state.id)
      if (takesMs <= LONGEST_MS || endsSoon || own.some(({ trigger }) => isFromUser(trigger) && !HOVERING.includes(trigger.on)) || !node) return []
      return [{
        id: `cannot-be-paused ${component.id} ${axis.id} ${state.id}`,
        kind: 'cannot-be-paused', level: 'risk',
        sentence: `${stateName(axis, state.id)} moves ${takesMs === Infinity ? 'for ever' : `for ${inMs(takesMs)}`}, and nothing anybody can do stops it (WCAG 2.2.2).`,
        about: { component: component.id, axis: axis.id, state: state.id },
        remedy: null,
        witness: witnessTo(stateSpace, stateSpace.closed, node, { afterMs: LONGEST_MS, caption: 'still moving after five seconds' }, (trace) => trace.length > 0),
        numbers: takesMs === Infinity ? {} : { takesMs },
      }]
    })),
}
