import { firstOf } from '../../../document'
import { reachedIn, cursorAt, named, oneOfEach, stateAtRest, whereIn } from '../../ground/answers'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { restingWitness, tapAt } from '../../ground/resting-witness'

/** Pointers that say one cannot do anything there. */
const REFUSING = ['not-allowed', 'wait']

/** Parts that look as if they could not be used, by the pointer over them, and answer all the same. */
export const disabledAnswers: ComponentCheck = {
  name: 'disabled-answers', scope: 'component', levels: ['fault'],
  means: 'the pointer over it refuses or waits, and it answers',
  finds: (context) => {
    const refusing = reachedIn(context).filter(({ atRest, point, rules }) => rules.some(({ trigger }) => trigger.on === 'tap') && REFUSING.includes(cursorAt(atRest.list, point)))
    return oneOfEach(refusing, ({ item }) => item.part).map(({ atRest, item, rules, point }): Finding => {
      const witness = restingWitness(context, atRest, tapAt(point), 'it answers, though it looks as if it did not', (trace) => trace.some((event) => event.what === 'fired' && event.atMs >= atRest.run.nowMs))
      return {
        id: `disabled-answers ${context.component.id} ${item.part}`,
        kind: 'disabled-answers', level: witness ? 'fault' : 'risk',
        sentence: `${named(context, item.part)} looks unusable in ${whereIn(context, atRest)}, where the pointer over it is ${cursorAt(atRest.list, point)}, and yet answers ${firstOf(rules).trigger.on}.`,
        about: { component: context.component.id, ...stateAtRest(context, atRest), part: item.part, rule: firstOf(rules).id },
        remedy: null, witness, numbers: {},
      }
    })
  },
}
