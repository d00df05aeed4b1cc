import { batch, firstOf, inProject, rootOf, setAt, textFieldsOf, type FieldPart } from '../../../document'
import type { DrawItem } from '../../../scene'
import { textsIn } from '../../../run'
import { allNamed, answersIn, stateAtRest, TOUCHING, whereIn, type Answer } from '../../ground/answers'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import type { Finding, Remedy } from '../../model/finding'
import { aboutParts, keyOf, several, together, type Several } from '../../ground/several'

/** Fields without a name, and parts one can tap that say what they are, and tell a screen reader nothing else: neither a name nor any text inside them (ARIA, accessible name). */
export const noName: ComponentCheck = {
  name: 'no-name', scope: 'component', levels: ['note'],
  means: 'says what it is, and neither its name nor any text',
  finds: (context) => {
    const nameless = textFieldsOf(context.component).filter(({ base }) => base.accessibleName === undefined || base.accessibleName === '').map((field) => namelessField(context, field))
    const found = several(tapped(context).filter((answer) => saysWhatItIs(answer) && !hasName(answer)))
    if (!found) return nameless
    return [...nameless, finding(context, 'no-name', found, found.parts.length === 1
      ? `${partsIn(context, found)} answers in ${whereOf(context, found)}, and has neither a name nor any text for those who do not see it.`
      : `${partsIn(context, found)} answer to being touched, and have neither a name nor any text for those who do not see them.`, null)]
  },
}

/** Parts one can tap that do not say what they are (ARIA roles). */
export const noRole: ComponentCheck = {
  name: 'no-role', scope: 'component', levels: ['note'],
  means: 'answers, and does not say what it is (ARIA)',
  finds: (context) => {
    const found = several(tapped(context).filter((answer) => !saysWhatItIs(answer)))
    if (!found) return []
    return [finding(context, 'no-role', found, found.parts.length === 1
      ? `${partsIn(context, found)} answers in ${whereOf(context, found)}, and does not say what it is: a button, a switch, a link.`
      : `${partsIn(context, found)} answer to being touched, and do not say what they are: buttons, switches, links.`,
    together(found.all.map((answer) => asButton(context, answer)), 'They are buttons'))]
  },
}

/** A field that nobody can tell the purpose of who does not see it: its placeholder goes as soon as something is written (WCAG 3.3.2). */
function namelessField({ component }: CheckContext, { id, name, base }: FieldPart): Finding {
  const said = typeof base.placeholder === 'string' && base.placeholder !== '' ? base.placeholder : name
  return {
    id: `no-name ${component.id} ${id}`, kind: 'no-name', level: 'note',
    sentence: `One can write into “${name}”, and it has no name for those who do not see it${said === name ? '' : '; a placeholder is none'}.`,
    about: { component: component.id, part: id },
    remedy: { label: `It is called “${said}”`, edit: setAt(inProject('components', component.id, 'parts', id, 'base', 'accessibleName'), said) },
    witness: null, numbers: {},
  }
}

const tapped = (context: CheckContext): readonly Answer[] =>
  answersIn(context).filter(({ rules }) => rules.some(({ trigger }) => TOUCHING.includes(trigger.on) && trigger.on !== 'drag start' && trigger.on !== 'while dragged'))

const partsIn = (context: CheckContext, { parts }: Several): string => allNamed(context, parts)

const whereOf = (context: CheckContext, { first }: Several): string => whereIn(context, first.atRest) || 'its only state'

const finding = (context: CheckContext, kind: string, { first, parts }: Several, sentence: string, remedy: Finding['remedy']): Finding => ({
  id: `${kind} ${context.component.id} ${keyOf(parts)}`, kind, level: 'note', sentence,
  about: { component: context.component.id, ...stateAtRest(context, first.atRest), ...aboutParts(parts), rule: firstOf(first.rules).id },
  remedy, witness: null, numbers: { parts: parts.length },
})

/** Calls a part a button, by the name it goes by where it has none for those who do not see it. */
function asButton({ component }: CheckContext, answer: Answer): Remedy {
  const { part } = answer.item
  const base = (property: string, to: string) => setAt(inProject('components', component.id, 'parts', part, 'base', property), to)
  if (hasName(answer)) return { label: 'It is a button', edit: base('role', 'button') }
  const name = part === rootOf(component).id ? component.name : (component.parts.find(({ id }) => id === part)?.name ?? part)
  return { label: `It is a button, “${name}”`, edit: batch(base('role', 'button'), base('accessibleName', name)) }
}

/** A part and what lies around it, within its component. */
function around({ atRest, item }: Answer): readonly DrawItem[] {
  const down = (items: readonly DrawItem[]): readonly DrawItem[] => items.flatMap((each) => (each === item ? [each] : down(each.children).length > 0 ? [...down(each.children), each] : []))
  return down(atRest.list)
}

const saysWhatItIs = (answer: Answer): boolean => around(answer).some(({ values }) => values.role !== 'none' && values.role !== undefined)

const hasName = (answer: Answer): boolean =>
  around(answer).some(({ values }) => typeof values.accessibleName === 'string' && values.accessibleName !== '') || textsIn([answer.item]).some((text) => text.trim() !== '')
