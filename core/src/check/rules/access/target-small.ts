import { certain, firstOf } from '../../../document'
import { answersIn, named, oneOfEach, seenSize, stateAtRest, whereIn, type Answer } from '../../ground/answers'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'

/** The least size of what one taps, in px (WCAG 2.2, success criterion 2.5.8). */
const LEAST_PX = 24

/** Parts one taps that are smaller than 24 by 24 px and have not so much room to themselves either. */
export const targetSmall: ComponentCheck = {
  name: 'target-small', scope: 'component', levels: ['risk'],
  means: 'under 24 × 24 px with another target within the circle around it (WCAG 2.5.8)',
  finds: (context) => {
    const answers = answersIn(context).filter(({ rules }) => rules.some(({ trigger }) => trigger.on === 'tap'))
    const small = answers.filter((answer) => isSmall(answer) && isCrowded(answer, answers))
    return oneOfEach(small, ({ item }) => item.part).map(({ atRest, item, rules }): Finding => {
      const { width, height } = certain(seenSize(atRest.list, '', item.part))
      const [across, down] = [Math.round(width), Math.round(height)]
      return {
        id: `target-small ${context.component.id} ${item.part}`, kind: 'target-small', level: 'risk',
        sentence: `${named(context, item.part)} is ${across} by ${down} px in ${whereIn(context, atRest) || 'its only state'}, too small to hit next to what else answers; ${LEAST_PX} by ${LEAST_PX} px is the least (WCAG 2.5.8).`,
        about: { component: context.component.id, ...stateAtRest(context, atRest), part: item.part, rule: firstOf(rules).id },
        remedy: null, witness: null, numbers: { width: across, height: down },
      }
    })
  },
}

function isSmall({ atRest, item }: Answer): boolean {
  const size = seenSize(atRest.list, '', item.part)
  return size !== null && (size.width < LEAST_PX - 0.5 || size.height < LEAST_PX - 0.5)
}

/** Whether a circle of 24 px around its middle meets another target, or that of another small one. */
function isCrowded({ atRest, item }: Answer, answers: readonly Answer[]): boolean {
  const own = certain(seenSize(atRest.list, '', item.part))
  return answers.some((other) => {
    if (other.atRest !== atRest || other.item === item) return false
    const its = seenSize(atRest.list, '', other.item.part)
    if (!its) return false
    const [x, y] = [Math.max(0, Math.abs(own.middle.x - its.middle.x) - (isSmall(other) ? 0 : its.width / 2)), Math.max(0, Math.abs(own.middle.y - its.middle.y) - (isSmall(other) ? 0 : its.height / 2))]
    return Math.hypot(x, y) < (isSmall(other) ? LEAST_PX : LEAST_PX / 2)
  })
}
