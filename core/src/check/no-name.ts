import { batch, firstOf, inProject, rootOf, setAt } from '../document'
import type { DrawItem } from '../scene'
import { textsIn } from '../run'
import { answersIn, named, oneOfEach, stateOf, TOUCHING, whereIn, type Answer } from './answers'
import type { Check, CheckContext } from './context'
import type { Finding, Remedy } from './finding'

/** Parts one can tap that say what they are, and tell a screen reader nothing else: neither a name nor any text inside them (ARIA, accessible name). */
export const noName: Check = (context) => findings(context, 'no-name', (answer) => saysWhatItIs(answer) && !hasName(answer), (part, where) => `${part} answers in ${where}, and has neither a name nor any text for those who do not see it.`)

/** Parts one can tap that do not say what they are (ARIA roles). */
export const noRole: Check = (context) => findings(context, 'no-role', (answer) => !saysWhatItIs(answer), (part, where) => `${part} answers in ${where}, and does not say what it is: a button, a switch, a link.`)

function findings(context: CheckContext, kind: string, isMissing: (answer: Answer) => boolean, sentence: (part: string, where: string) => string): readonly Finding[] {
  const tapped = answersIn(context).filter(({ rules }) => rules.some(({ trigger }) => TOUCHING.includes(trigger.on) && trigger.on !== 'drag start'))
  return oneOfEach(tapped.filter(isMissing), ({ item }) => item.part).map((answer) => ({ answer, ...answer })).map(({ answer, pose, item, rules }): Finding => ({
    id: `${kind} ${context.component.id} ${item.part}`, kind, level: 'note',
    sentence: sentence(named(context, item.part), whereIn(context, pose) || 'its only state'),
    about: { component: context.component.id, ...stateOf(context, pose), part: item.part, rule: firstOf(rules).id },
    remedy: kind === 'no-role' ? asButton(context, answer) : null,
    witness: null, numbers: {},
  }))
}

/** Calls a part a button, by the name it goes by where it has none for those who do not see it. */
function asButton({ component }: CheckContext, answer: Answer): Remedy {
  const { part } = answer.item
  const base = (property: string, to: string) => setAt(inProject('components', component.id, 'parts', part, 'base', property), to)
  if (hasName(answer)) return { label: 'It is a button', edit: base('role', 'button') }
  const name = part === rootOf(component).id ? component.name : (component.parts.find(({ id }) => id === part)?.name ?? part)
  return { label: `It is a button, “${name}”`, edit: batch(base('role', 'button'), base('accessibleName', name)) }
}

/** A part and what lies around it, within its component. */
function around({ pose, item }: Answer): readonly DrawItem[] {
  const down = (items: readonly DrawItem[]): readonly DrawItem[] => items.flatMap((each) => (each === item ? [each] : down(each.children).length > 0 ? [...down(each.children), each] : []))
  return down(pose.list)
}

const saysWhatItIs = (answer: Answer): boolean => around(answer).some(({ values }) => values.role !== 'none' && values.role !== undefined)

const hasName = (answer: Answer): boolean =>
  around(answer).some(({ values }) => typeof values.accessibleName === 'string' && values.accessibleName !== '') || textsIn([answer.item]).some((text) => text.trim() !== '')
