import { firstOf, inProject, setAt } from '../../../document'
import { itemOf, matrixTo, partsAt, transformed } from '../../../scene'
import { answersIn, named, oneOfEach, stateAtRest, whereIn, type Answer } from '../../ground/answers'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { restingWitness, tapAt } from '../../ground/resting-witness'

/** Parts with a rule of their own that lie wholly under others that take input, wherever the rule holds. */
export const covered: ComponentCheck = {
  name: 'covered', scope: 'component', levels: ['fault'],
  means: 'its rule holds and nobody can point at it: something lies over it, or it is cut off',
  finds: (context) => {
    const answers = answersIn(context)
    const hidden = answers.filter(({ point }) => point === null)
    const never = hidden.filter(({ spot }) => !answers.some((other) => other.spot === spot && other.point !== null))
    return oneOfEach(never, ({ item }) => item.part).flatMap((answer) => finding(context, answer))
  },
}

function finding(context: CheckContext, { atRest, item, rules }: Answer): readonly Finding[] {
  const { component } = context
  const matrix = matrixTo(atRest.list, '', item.part)
  const [width, height] = [item.values.width, item.values.height]
  if (!matrix || width <= 0 || height <= 0) return []
  const middle = transformed(matrix, { x: width / 2, y: height / 2 })
  const over = partsAt(atRest.list, middle)[0]
  const above = over && over.part !== item.part && itemOf(atRest.list, over.instance, over.part) ? over.part : null
  const rule = firstOf(rules)
  const witness = restingWitness(context, atRest, tapAt(middle), 'tapped in its middle, and it does not answer', (trace) =>
    !trace.some((event) => event.what === 'fired' && event.instance === '' && event.atMs >= atRest.run.nowMs && rules.some(({ id }) => id === event.rule)))
  return [{
    id: `covered ${component.id} ${item.part}`,
    kind: 'covered', level: witness ? 'fault' : 'risk',
    sentence: `${named(context, item.part)} answers ${rule.trigger.on}, but nobody can point at it in ${whereIn(context, atRest) || 'any state'}: ${above ? `${named(context, above)} lies over it and takes the input` : 'it is cut off or lies outside'}.`,
    about: { component: component.id, ...stateAtRest(context, atRest), part: item.part, rule: rule.id },
    remedy: above && component.parts.some(({ id }) => id === above)
      ? { label: `Let input through ${named(context, above)}`, edit: setAt(inProject('components', component.id, 'parts', above, 'base', 'receivesInput'), false) } : null,
    witness, numbers: {},
  }]
}
