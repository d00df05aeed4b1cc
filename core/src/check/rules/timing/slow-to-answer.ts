import { forkFromHere, advanceTo, drawList, drawListAt } from '../../../run'
import { propertyDefinition, theOne } from '../../../document'
import { TOUCHING } from '../../ground/answers'
import { stateName, type ComponentCheck } from '../../ground/context'
import { firstDifference, type IsPropertyMeant } from '../../ground/difference'
import { inMs, type Finding } from '../../model/finding'
import { witnessOfRule } from '../../ground/witness'
import { after, stateIn } from '../../explore'

/** Later than this an answer no longer seems to be one (Nielsen 1993, “Response times: the three important limits”). */
const AT_ONCE_MS = 100

const LONGEST_MS = 3000

/** How something answers, and what a screen reader says of it, nobody sees. */
const isUnseen: IsPropertyMeant = (_item, property) => propertyDefinition(property)?.group === 'answer'

/** Inputs that are answered, but of which nothing is to be seen within a tenth of a second. */
export const slowToAnswer: ComponentCheck = {
  name: 'slow-to-answer', scope: 'component', levels: ['risk'],
  means: 'answered, and nothing to be seen within 100 ms',
  finds: (context) => {
    const { component, stateSpace, root } = context
    const { closed } = stateSpace
    return component.rules.flatMap((rule): Finding[] => {
      const fired = TOUCHING.includes(rule.trigger.on) && rule.trigger.on !== 'release' && rule.trigger.on !== 'drag end' ? closed.firing(root, rule) : undefined
      if (!fired) return []
      const before = stateSpace.visit(closed, fired.step.from)?.run
      const come = stateSpace.visit(closed, after(fired.step))
      if (!before || !come) return []
      const run = forkFromHere(come.run)
      const [began, list] = [run.nowMs, drawListAt(before, run.nowMs)]
      for (const waitedMs of [0, 16, 50, AT_ONCE_MS]) {
        advanceTo(run, began + waitedMs)
        if (firstDifference(list, drawList(run), isUnseen)) return []
      }
      let seenMs = AT_ONCE_MS
      while (seenMs < LONGEST_MS && !firstDifference(list, drawList(run), isUnseen)) {
        seenMs += 10
        advanceTo(run, began + seenMs)
      }
      if (seenMs >= LONGEST_MS) return []
      const axis = theOne(component.axes, ({ id }) => id === rule.axis)
      const net = closed.axis(root, axis.id)
      const state = stateIn(net, fired.step.from.place.configuration)
      return [{
        id: `slow-to-answer ${component.id} ${rule.id}`, kind: 'slow-to-answer', level: 'risk',
        sentence: `Nothing is to be seen of ${rule.trigger.on} in ${stateName(axis, state)} for ${inMs(seenMs)}; after ${inMs(AT_ONCE_MS)} it no longer feels like an answer.`,
        about: { component: component.id, axis: axis.id, state, rule: rule.id },
        remedy: null,
        witness: witnessOfRule(context, rule, { afterMs: AT_ONCE_MS, caption: 'nothing to be seen yet' }),
        numbers: { seenMs },
      }]
    })
  },
}
