import { holdsIn, inProject, inside, latestMs, leads, removeFrom, setAt, statesNamed, theOne, triggerRow, type Axis, type Component, type Id, type Rule } from '../../../document'
import { stateName, type CheckContext, type ComponentCheck } from '../../ground/context'
import { after } from '../../explore'
import type { Finding, Remedy } from '../../model/finding'
import { guardsOverlap, implies } from '../../ground/guards'
import { witnessTo } from '../../ground/witness'

/**
 * Two rules of one axis that answer the same trigger in the same state while both their guards can hold. A last
 * rule without a guard after guarded ones is their “otherwise” and competes with nothing.
 */
export const rulesCompete: ComponentCheck = {
  name: 'rules-compete', scope: 'component', levels: ['fault', 'risk'],
  means: 'two rules, same axis, state, trigger and part, whose guards can both hold; a last one without a guard is the “otherwise”. Where the one holds only where the other does too, it never fires there',
  finds: (context) => {
    const { component } = context
    return component.rules.flatMap((first, index) =>
      component.rules.slice(index + 1).flatMap((second): Finding[] => {
        if (!compete(context, first, second)) return []
        const axis = component.axes.find(({ id }) => id === first.axis)
        const shared = axis?.states.filter(({ id }) => holdsIn(first, id, axis) && holdsIn(second, id, axis)) ?? []
        return shared.length > 0 ? [finding(context, first, second, shared.map(({ id }) => id))] : []
      }),
    )
  },
}

function compete({ project, component }: CheckContext, first: Rule, second: Rule): boolean {
  if (first.axis !== second.axis || !(leads(first) || first.actions.length > 0) || !(leads(second) || second.actions.length > 0)) return false
  if (triggerRow(first.trigger, first.part) !== triggerRow(second.trigger, second.part)) return false
  if ('ms' in first.trigger && 'ms' in second.trigger && (latestMs(first.trigger) < second.trigger.ms || latestMs(second.trigger) < first.trigger.ms)) return false
  if (first.guard !== null && second.guard === null) return false
  return guardsOverlap(project, component, first.guard, second.guard)
}

function finding({ project, component, stateSpace, root }: CheckContext, first: Rule, second: Rule, states: readonly Id[]): Finding {
  const axis = theOne(component.axes, ({ id }) => id === first.axis)
  const isAlwaysFirst = implies(project, component, second.guard, first.guard)
  const fired = stateSpace.closed.firing(root, first)
  const witness = fired && witnessTo(stateSpace, stateSpace.closed, after(fired.step), { caption: isAlwaysFirst ? 'the first of the two answers; the other never gets to' : 'the first of the two answers' }, (trace) =>
    trace.some((event) => event.what === 'fired' && event.rule === first.id && states.includes(event.state)))
  return {
    id: `rules-compete ${component.id} ${first.id} ${second.id}`,
    kind: 'rules-compete', level: witness && first.guard === null ? 'fault' : 'risk',
    sentence: `${witness ? 'Two' : 'Possible: two'} rules answer ${first.trigger.on} in ${states.map((id) => stateName(axis, id)).join(', ')}: one leads to ${targetName(axis, first)}, the other to ${targetName(axis, second)}. ${isAlwaysFirst ? 'Only the first ever fires there.' : `Where both ${first.guard} and ${second.guard} hold, the first goes.`}`,
    about: { component: component.id, axis: axis.id, states, rule: second.id, row: triggerRow(first.trigger, first.part) },
    remedy: apart({ component, axis, first, second, states, isAlwaysFirst }),
    witness: witness ?? null, numbers: { states: states.length },
  }
}

interface Competing {
  readonly component: Component
  readonly axis: Axis
  readonly first: Rule
  readonly second: Rule
  readonly states: readonly Id[]
  /** Whether the second never fires in the states both hold in. */
  readonly isAlwaysFirst: boolean
}

/** Says of the second rule what is so anyway: that it does not hold where the first one answers. */
function apart({ component, axis, first, second, states, isAlwaysFirst }: Competing): Remedy {
  const rules = inProject('components', component.id, 'rules')
  if (!isAlwaysFirst) return { label: 'Let the second hold only where the first does not', edit: setAt(inside(rules, second.id, 'guard'), `(${String(second.guard)}) && !(${String(first.guard)})`) }
  const elsewhere = axis.states.filter(({ id }) => holdsIn(second, id, axis) && !states.includes(id)).map(({ id }) => id)
  return elsewhere.length > 0
    ? { label: `Let the second hold in ${elsewhere.length === 1 ? 'the other state' : 'the other states'} only`, edit: setAt(inside(rules, second.id, 'within'), { only: elsewhere }) }
    : { label: 'Remove the second rule', edit: removeFrom(rules, second.id) }
}

const targetName = (axis: Parameters<typeof stateName>[0], { target }: Rule): string =>
  statesNamed(target).length > 0 ? statesNamed(target).map((state) => stateName(axis, state)).join(' or ') : target.go
