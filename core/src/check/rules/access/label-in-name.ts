import { firstOf } from '../../../document'
import { textsIn } from '../../../run'
import { answersIn, named, oneOfEach, stateAtRest, TOUCHING, whereIn, type Answer } from '../../ground/answers'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'

/** Parts one can tap whose accessible name leaves out what can be read on them: who speaks to the machine says what is to be read (WCAG 2.2, success criterion 2.5.3). */
export const labelInName: ComponentCheck = {
  name: 'label-in-name', scope: 'component', levels: ['fault'],
  means: 'the accessible name of what one taps has none of what can be read on it (WCAG 2.5.3)',
  finds: (context) => {
    const wrong = answersIn(context).filter((answer) => answer.rules.some(({ trigger }) => TOUCHING.includes(trigger.on)) && isLeftOut(answer))
    return oneOfEach(wrong, ({ item }) => item.part).map((answer): Finding => ({
      id: `label-in-name ${context.component.id} ${answer.item.part}`, kind: 'label-in-name', level: 'fault',
      sentence: `On ${named(context, answer.item.part)} one reads “${labelOf(answer)}” in ${whereIn(context, answer.atRest) || 'its only state'}, and its accessible name is “${String(answer.item.values.accessibleName)}”: whoever says what is to be read does not get it (WCAG 2.5.3).`,
      about: { component: context.component.id, ...stateAtRest(context, answer.atRest), part: answer.item.part, rule: firstOf(answer.rules).id },
      remedy: null, witness: null, numbers: {},
    }))
  },
}

const labelOf = ({ item }: Answer): string => textsIn([item]).map((text) => text.trim()).filter((text) => text !== '').join(' ')

/** Whether none of what can be read is in the name. Beside a label there may be more to read, such as what a card says. */
function isLeftOut({ item }: Answer): boolean {
  const name = plain(String(item.values.accessibleName ?? ''))
  const texts = textsIn([item]).map(plain).filter((text) => text !== '')
  return name !== '' && texts.length > 0 && !texts.some((text) => name.includes(text))
}

/** Letters and digits only, as they are heard. */
const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ').trim()
