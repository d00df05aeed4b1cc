import { firstOf, inProject, setAt, theOne } from '../../../document'
import { reachedIn, named, oneOfEach, opacityOf, stateAtRest, whereIn } from '../../ground/answers'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { restingWitness, tapAt } from '../../ground/resting-witness'

/** Less than this of a part cannot be seen. */
const UNSEEN = 0.02

/** Parts that show in some states, cannot be seen in others, and answer there all the same. */
export const hiddenTakesInput: ComponentCheck = {
  name: 'hidden-takes-input', scope: 'component', levels: ['fault'],
  means: 'shows elsewhere, cannot be seen here, and answers',
  finds: (context) => {
    const { component } = context
    const answers = reachedIn(context)
    const unseen = answers.filter(({ atRest, item }) => opacityOf(atRest.list, '', item.part) < UNSEEN)
    const showsElsewhere = (part: string) => context.resting.all.some(({ list }) => opacityOf(list, '', part) > 0.1)
    return oneOfEach(unseen.filter(({ item }) => showsElsewhere(item.part)), ({ item }) => item.part).flatMap(({ atRest, item, rules, point }): Finding[] => {
      const rule = firstOf(rules)
      const witness = restingWitness(context, atRest, tapAt(point), 'there is nothing to see here, and it answers', (trace) => trace.some((event) => event.what === 'fired' && event.instance === '' && rules.some(({ id }) => id === event.rule)))
      return [{
        id: `hidden-takes-input ${component.id} ${item.part}`,
        kind: 'hidden-takes-input', level: witness ? 'fault' : 'risk',
        sentence: `${witness ? '' : 'Possible: '}${named(context, item.part)} cannot be seen in ${whereIn(context, atRest)}, and still answers ${rule.trigger.on}.`,
        about: { component: component.id, ...stateAtRest(context, atRest), part: item.part, rule: rule.id },
        remedy: remedyFor(context, stateAtRest(context, atRest), item.part), witness, numbers: {},
      }]
    })
  },
}

function remedyFor({ component }: CheckContext, { axis, state }: { readonly axis?: string; readonly state?: string }, part: string): Finding['remedy'] {
  if (axis === undefined || state === undefined) return null
  const look = theOne(theOne(component.axes, ({ id }) => id === axis).states, ({ id }) => id === state).look
  return { label: 'Take no input there', edit: setAt(inProject('components', component.id, 'axes', axis, 'states', state, 'look'), { ...look, [part]: { ...look[part], receivesInput: false } }) }
}
