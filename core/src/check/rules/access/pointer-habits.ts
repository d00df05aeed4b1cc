import { axisOf, firstOf, holdsIn, leads, movesOf, rootOf, type Axis, type Component, type Id, type Rule, type TriggerKind } from '../../../document'
import { allNamed, named, wayDown } from '../../ground/answers'
import { stateNames, type CheckContext, type ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { overlap, placedIn, rectangleOf } from '../../ground/placed'
import { aboutParts, keyOf } from '../../ground/several'
import { witnessOfRule } from '../../ground/witness'

const DRAGS: readonly TriggerKind[] = ['drag start', 'drag', 'drag end', 'while dragged']

const PLAIN: readonly TriggerKind[] = ['tap', 'double tap', 'long press', 'press', 'release', 'key', 'key up']

/** What undoes a press: letting go elsewhere, or having it taken away. */
const UNDOING: readonly TriggerKind[] = ['release', 'cancel', 'leave']

const doesSomething = ({ target, actions }: Rule): boolean => target.go !== 'ignored' && (leads({ target }) || actions.length > 0)

/** What comes of dragging alone, with no tap and no key that leads to the same (WCAG 2.2, success criterion 2.5.7). */
export const dragOnly: ComponentCheck = {
  name: 'drag-only', scope: 'component', levels: ['risk', 'note'],
  means: 'what a drag does, no tap and no key does (WCAG 2.5.7)',
  finds: (context) => {
    const { component } = context
    const dragging = component.rules.filter((rule) => DRAGS.includes(rule.trigger.on) && doesSomething(rule))
    const plain = component.rules.filter((rule) => PLAIN.includes(rule.trigger.on) && doesSomething(rule))
    const alone = dragging.filter((rule) => !leadThere(component, rule, plain) && !plain.some((other) => doesTheSame(rule, other)))
    // Moving a part about is what a drag does by itself.
    const movable = component.parts.filter(({ drag }) => drag !== undefined && plain.length === 0)
    const parts = [...new Set(alone.map(({ part }) => part ?? rootOf(component).id))]
    const others = movable.map(({ id }) => id).filter((id) => !parts.includes(id))
    return [...(parts.length > 0 ? [dragged(context, parts, firstOf(alone))] : []), ...(others.length > 0 ? [dragged(context, others, null)] : [])]
  },
}

function dragged(context: CheckContext, parts: readonly Id[], rule: Rule | null): Finding {
  return {
    id: `drag-only ${context.component.id} ${keyOf(parts)}`, kind: 'drag-only', level: rule ? 'risk' : 'note',
    sentence: `What dragging ${allNamed(context, parts)} does, no tap and no key does as well; not everybody can drag (WCAG 2.5.7).`,
    about: { component: context.component.id, ...aboutParts(parts), ...(rule ? { axis: rule.axis, rule: rule.id } : {}) },
    remedy: null, witness: rule ? witnessOfRule(context, rule, { caption: 'this takes a drag' }) : null, numbers: { parts: parts.length },
  }
}

/** Whether rules lead wherever another one does. */
function leadThere(component: Component, rule: Rule, others: readonly Rule[]): boolean {
  const axis = axisOf(component, rule.axis)
  if (!axis || !leads(rule)) return false
  const goals = (of: readonly Rule[]) => new Set(movesOf({ ...component, rules: of }, axis).map(({ to }) => to))
  const reached = goals(others)
  const led = goals([rule])
  return led.size > 0 && [...led].every((to) => reached.has(to))
}

/** Whether a rule leads by chance or back as another one does, or does one of the things it does. */
const doesTheSame = (rule: Rule, other: Rule): boolean =>
  (leads(rule) && other.axis === rule.axis && JSON.stringify(other.target) === JSON.stringify(rule.target)) || rule.actions.some((action) => other.actions.some((also) => sameAction(action, also)))

const sameAction = ({ id: _one, ...action }: Rule['actions'][number], { id: _other, ...also }: Rule['actions'][number]): boolean =>
  JSON.stringify(action) === JSON.stringify(also) || (action.do === 'set' && also.do === 'set' && action.variable === also.variable)

/** What a mere press brings about for good: letting go elsewhere does not take it back (WCAG 2.2, success criterion 2.5.2). */
export const actsOnPress: ComponentCheck = {
  name: 'acts-on-press', scope: 'component', levels: ['risk'],
  means: 'a press brings something about that letting go elsewhere does not take back (WCAG 2.5.2)',
  finds: (context) => {
    const { component } = context
    const pressed = component.rules.filter((rule) => rule.trigger.on === 'press' && doesSomething(rule) && !isTakenBack(component, rule))
    return [...new Set(pressed.map(({ part }) => part ?? rootOf(component).id))].map((part): Finding => {
      const rules = pressed.filter((rule) => (rule.part ?? rootOf(component).id) === part)
      const rule = firstOf(rules)
      const axis = axisOf(component, rule.axis)
      const states = axis?.states.filter(({ id }) => rules.some((each) => each.axis === axis.id && holdsIn(each, id, axis))).map(({ id }) => id) ?? []
      return {
        id: `acts-on-press ${component.id} ${part}`, kind: 'acts-on-press', level: 'risk',
        sentence: `${named(context, part)} acts as soon as it is pressed${axis && axis.states.length > 1 ? ` in ${stateNames(axis, states)}` : ''}: whoever has pressed by mistake cannot take that back by letting go elsewhere (WCAG 2.5.2).`,
        about: { component: component.id, axis: rule.axis, states, part, rule: rule.id },
        remedy: null, witness: witnessOfRule(context, rule, { caption: 'done, before it is let go of' }), numbers: { rules: rules.length },
      }
    })
  },
}

/** Whether letting go, or going elsewhere, leads back out of where a press leads, and the press does nothing else. */
function isTakenBack(component: Component, { axis, target, actions }: Rule): boolean {
  if (actions.some(({ do: does }) => does !== 'focus' && does !== 'pulse')) return false
  const own = axisOf(component, axis)
  const to: readonly Id[] = target.go === 'state' ? [target.state] : (own?.states.map(({ id }) => id) ?? [])
  return target.go === 'stay' || to.some((state) => component.rules.some((rule) => own !== undefined && rule.axis === axis && UNDOING.includes(rule.trigger.on) && leads(rule) && holdsIn(rule, state, own)))
}

/** Rules on getting the focus that lead to another screen, or open something over it (WCAG 2.2, success criterion 3.2.1). */
export const focusLeadsAway: ComponentCheck = {
  name: 'focus-leads-away', scope: 'component', levels: ['fault'],
  means: 'getting the focus leads to another screen or opens something (WCAG 3.2.1)',
  finds: (context) =>
    context.component.rules.flatMap((rule): Finding[] => {
      const leaving = rule.actions.find(({ do: does }) => does === 'go to screen' || does === 'open overlay')
      if (rule.trigger.on !== 'focus' || rule.target.go === 'ignored' || !leaving) return []
      return [{
        id: `focus-leads-away ${context.component.id} ${rule.id}`, kind: 'focus-leads-away', level: 'fault',
        sentence: `As soon as ${named(context, rule.part ?? rootOf(context.component).id)} has the focus, ${leaving.do === 'go to screen' ? 'another screen comes' : 'something opens'}: whoever goes on with Tab is taken away (WCAG 3.2.1).`,
        about: { component: context.component.id, axis: rule.axis, rule: rule.id, part: rule.part ?? rootOf(context.component).id },
        remedy: null, witness: witnessOfRule(context, rule, { caption: 'only the focus has come here' }, context.stateSpace.byModality('keyboard')), numbers: {},
      }]
    }),
}

/** Content that comes when something is pointed at, and that no key makes go again (WCAG 2.2, success criterion 1.4.13). */
export const hoverStays: ComponentCheck = {
  name: 'hover-stays', scope: 'component', levels: ['risk'],
  means: 'a text that comes when something is pointed at covers something, or stands out of the component, and Escape does not make it go (WCAG 1.4.13)',
  finds: (context) => {
    const { component } = context
    return component.rules.flatMap((rule): Finding[] => {
      const axis = axisOf(component, rule.axis)
      const { target } = rule
      if (rule.trigger.on !== 'enter' || !axis || target.go !== 'state') return []
      const shown = component.parts.filter(({ id, kind, base }) => kind === 'text' && isHidden(base) && !isHidden({ ...base, ...axis.states.find((state) => state.id === target.state)?.look[id] }))
      const isDismissed = component.rules.some((other) => other.trigger.on === 'key' && other.trigger.key === 'Escape' && other.axis === axis.id && leads(other) && holdsIn(other, target.state, axis))
      const text = isDismissed ? undefined : shown.find(({ id }) => coversAnything(context, axis, target.state, id))
      if (!text) return []
      return [{
        id: `hover-stays ${component.id} ${rule.id}`, kind: 'hover-stays', level: 'risk',
        sentence: `${named(context, text.id)} comes when ${named(context, rule.part ?? rootOf(component).id)} is pointed at, and Escape does not make it go again: whoever sees little cannot get at what it covers (WCAG 1.4.13).`,
        about: { component: component.id, axis: axis.id, state: target.state, rule: rule.id, part: text.id },
        remedy: null, witness: witnessOfRule(context, rule, { caption: 'it has come, and Escape leaves it there' }), numbers: { parts: shown.length },
      }]
    })
  },
}

/** Whether a part lies over others, or beyond its component, where an axis is in a state. */
function coversAnything({ component, resting }: CheckContext, axis: Axis, state: Id, part: Id): boolean {
  const atRest = resting.all.find(({ run }) => run.instances.get('')?.states[component.axes.indexOf(axis)] === state)
  if (!atRest) return false
  const placed = placedIn(atRest.list)
  const own = placed.find(({ item }) => item.instance === '' && item.part === part)
  const [root] = placed
  if (!own || !root) return false
  const [inner, outer] = [rectangleOf(own), rectangleOf(root)]
  const around = new Set(wayDown(atRest.list, '', part))
  return inner.left < outer.left || inner.top < outer.top || inner.right > outer.right || inner.bottom > outer.bottom
    || placed.slice(0, placed.indexOf(own)).some((other) => other.opacity > 0 && !around.has(other.item) && overlap(own, other) > 0.1)
}

const isHidden = ({ visible, opacity }: { readonly visible?: unknown; readonly opacity?: unknown }): boolean => visible === false || opacity === 0
