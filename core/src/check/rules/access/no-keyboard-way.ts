import { batch, firstOf, holdsIn, inProject, rootOf, setAt, theOne, triggerRow, type Component, type Id, type Rule, type TriggerKind } from '../../../document'
import { allNamed } from '../../ground/answers'
import { stateNames, type CheckContext, type ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { aboutParts, keyOf } from '../../ground/several'
import { witnessOfRule } from '../../ground/witness'

const BY_POINTER: readonly TriggerKind[] = ['tap', 'double tap', 'long press']

/** Rules that somebody with a mouse or a finger can fire, and that nobody with a keyboard can, nor any other that does the same. */
export const noKeyboardWay: ComponentCheck = {
  name: 'no-keyboard-way', scope: 'component', levels: ['fault'],
  means: 'a tap, double tap or long press nobody does with the keyboard, nor any rule with the same effect (WCAG 2.1.1)',
  finds: (context) => {
    const { component, stateSpace, root } = context
    const pointed = component.rules.filter((rule) => BY_POINTER.includes(rule.trigger.on) && rule.target.go !== 'ignored')
    if (pointed.length === 0) return []
    const keyed = stateSpace.byModality('keyboard')
    const { closed } = stateSpace
    const missing = pointed.filter((rule) => closed.firing(root, rule) && keyed.isFinished && !keyed.firing(root, rule) && !isDoneByKeyboard(context, rule))
    const causes = [...new Set(missing.map((rule) => causeOf(component, rule)))]
    return causes.map((cause) => finding(context, missing.filter((rule) => causeOf(component, rule) === cause)))
  },
}

/** Rules with the same cause are told together: how they are fired, and whether what they are on takes the focus. */
const causeOf = (component: Component, rule: Rule): string => `${rule.trigger.on} ${takesFocus(component, partOf(component, rule))}`

const partOf = (component: Component, { part }: Rule): Id => part ?? rootOf(component).id

function finding(context: CheckContext, rules: readonly Rule[]): Finding {
  const { component } = context
  const rule = firstOf(rules)
  const { on } = rule.trigger
  const parts = [...new Set(rules.map((each) => partOf(component, each)))]
  const axis = theOne(component.axes, ({ id }) => id === rule.axis)
  const states = axis.states.filter(({ id }) => rules.some((each) => each.axis === axis.id && holdsIn(each, id, axis))).map(({ id }) => id)
  const where = parts.length === 1 && axis.states.length > 1 ? ` in ${stateNames(axis, states)}` : ''
  const canFocus = takesFocus(component, firstOf(parts))
  const focusable = parts.map((part) => setAt(inProject('components', component.id, 'parts', part, 'base', 'focusable'), true))
  return {
    id: `no-keyboard-way ${component.id} ${on} on ${keyOf(parts)}`,
    kind: 'no-keyboard-way', level: 'fault',
    sentence: `Nobody can do with the keyboard what ${on} on ${allNamed(context, parts)} does${where}: ${canFocus ? '' : `${parts.length === 1 ? 'it' : 'they'} cannot have the focus, and `}no key does the same (WCAG 2.1.1).`,
    about: { component: component.id, axis: axis.id, states, rule: rule.id, ...aboutParts(parts), row: triggerRow(rule.trigger, rule.part) },
    remedy: on === 'tap' && !canFocus ? { label: `Let ${parts.length === 1 ? 'it' : 'them'} take the focus`, edit: batch(...focusable) } : null,
    witness: witnessOfRule(context, rule, { caption: 'this takes a mouse or a finger' }),
    numbers: { rules: rules.length },
  }
}

/** Whether a part takes the focus in any of its looks. */
const takesFocus = (component: Component, part: Id): boolean =>
  component.parts.some(({ id, base }) => id === part && base.focusable === true) || component.axes.some(({ states, groups }) => [...states, ...(groups ?? [])].some(({ look }) => look[part]?.focusable === true))

/** Whether some other rule that the keyboard can fire leads from the same states to the same place with the same actions. */
function isDoneByKeyboard({ component, stateSpace, root }: CheckContext, rule: Rule): boolean {
  const does = ({ target, actions, axis }: Rule) => JSON.stringify([axis, target, actions.map(({ id: _id, ...action }) => action)])
  return component.rules.some((other) => other !== rule && does(other) === does(rule) && stateSpace.byModality('keyboard').firing(root, other) !== undefined)
}
