import { batch, firstOf, hasToSay, holdsIn, isSaid, isSaidBeyondBase, leads, rootOf, setProperty, type Axis, type Component, type Part, type Rule, type Statement } from '../../../document'
import { allNamed, TOUCHING } from '../../ground/answers'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import type { Finding, Remedy } from '../../model/finding'
import { aboutParts, keyOf, together } from '../../ground/several'

/** Parts of a role that has to say how they are, and that never say it, or say the same whatever a tap makes of them (WAI-ARIA 1.2, required states; WCAG 2.2, success criterion 4.1.2). */
export const saysNoState: ComponentCheck = {
  name: 'says-no-state', scope: 'component', levels: ['fault'],
  means: 'a role that has to say how it is (a switch whether it is checked, a slider its value) says it nowhere, or the same whatever a tap makes of it (WCAG 4.1.2)',
  finds: (context) => {
    const { component } = context
    const mute = component.parts.flatMap((part) => hasToSay(part.base.role).flatMap((statement): Mute[] =>
      (!isSaid(component, part, statement) ? [{ part, statement, why: 'unsaid' }] : isAlwaysTheSame(component, part, statement) && changedBy(component, part) ? [{ part, statement, why: 'always the same' }] : [])))
    const causes = [...new Set(mute.map(causeOf))]
    return causes.map((cause) => finding(context, mute.filter((each) => causeOf(each) === cause)))
  },
}

/** What a part does not say of itself that it has to. */
interface Mute {
  readonly part: Part
  readonly statement: Statement
  readonly why: 'unsaid' | 'always the same'
}

const causeOf = ({ part, statement, why }: Mute): string => [part.base.role, statement, why].join(' ')

function finding(context: CheckContext, mute: readonly Mute[]): Finding {
  const { component } = context
  const { part: { base: { role } }, statement, why } = firstOf(mute)
  const parts = mute.map(({ part }) => part.id)
  const one = parts.length === 1
  const what = `${allNamed(context, parts)} ${one ? `is ${/^[aeio]/.test(String(role)) ? 'an' : 'a'} ${String(role)}` : `are of the role ${String(role)}`}`
  const remedies = mute.flatMap(({ part }) => remedyFor(component, part, statement) ?? [])
  return {
    id: `says-no-state ${component.id} ${statement} of ${keyOf(parts)}`, kind: 'says-no-state', level: 'fault',
    sentence: why === 'unsaid'
      ? `${what}, and nothing says ${WORDS[statement] ?? statement}: who does not see ${one ? 'it' : 'them'} cannot tell (WCAG 4.1.2).`
      : `${what}, and ${one ? 'says' : 'say'} the same about ${WORDS[statement] ?? statement} in every state: who does not see ${one ? 'it' : 'them'} cannot tell what a tap has changed (WCAG 4.1.2).`,
    about: { component: component.id, ...aboutParts(parts) },
    remedy: remedies.length === mute.length ? together(remedies, `Each is ${statement} in its other state`) : null, witness: null, numbers: {},
  }
}

const WORDS: Partial<Record<Statement, string>> = { checked: 'whether it is checked', selected: 'whether it is selected', expanded: 'whether it is expanded', valueNow: 'its value' }

/** Whether something is said once for all looks. */
const isAlwaysTheSame = (component: Component, part: Part, statement: Statement): boolean =>
  typeof part.base[statement] === 'boolean' && !isSaidBeyondBase(component, part.id, statement)

/** The axis that a tap on a part moves. */
function changedBy(component: Component, { id }: Part): Axis | undefined {
  const isOnIt = (rule: Rule): boolean => TOUCHING.includes(rule.trigger.on) && leads(rule) && (rule.part ?? rootOf(component).id) === id
  return component.axes.find((axis) => axis.states.length > 1 && component.rules.some((rule) => rule.axis === axis.id && isOnIt(rule) && axis.states.some((state) => holdsIn(rule, state.id, axis))))
}

/** Where there are two states, the one that is not the first to be seen is the one that says yes. */
function remedyFor(component: Component, part: Part, statement: Statement): Remedy | null {
  const axis = changedBy(component, part) ?? component.axes.find(({ boundTo, states }) => boundTo !== null && states.length === 2)
  const other = axis?.states.find(({ id }) => id !== axis.start)
  if (!axis || !other || axis.states.length !== 2 || statement === 'valueNow') return null
  return {
    label: `It is ${statement} in ‹${other.name}›`,
    edit: batch(
      setProperty(component, { look: 'base' }, part.id, statement, false),
      setProperty(component, { look: 'state', axis: axis.id, state: other.id }, part.id, statement, true),
    ),
  }
}
