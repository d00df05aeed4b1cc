import { holdsIn, inProject, removeFrom, theOne, triggerRow, type Rule } from '../../../document'
import { stateNames, type CheckContext, type ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { tour, witnessTo } from '../../ground/witness'

/** Rules whose states can be reached and which never fire all the same: their condition is never true, an earlier rule is always first, or their part never takes input. */
export const ruleNeverFires: ComponentCheck = {
  name: 'rule-never-fires', scope: 'component', levels: ['fault'],
  means: 'its states are reached, and it never fires',
  finds: (context) => {
    const { component, stateSpace, root } = context
    if (component.rules.length === 0 || !stateSpace.open.isFinished) return []
    return component.rules.flatMap((rule): Finding[] => {
      if (!canBeAsked(context, rule) || stateSpace.open.firing(root, rule)) return []
      const { open, closed } = stateSpace
      const axis = theOne(component.axes, ({ id }) => id === rule.axis)
      const net = open.axis(root, axis.id)
      const states = axis.states.filter(({ id }) => holdsIn(rule, id, axis) && open.isReached(net, id)).map(({ id }) => id)
      if (states.length === 0 || competes(context, rule)) return []
      const witness = witnessTo(stateSpace, closed, tour(closed, net.at), { caption: 'whatever happens, this rule never answers' }, (trace) =>
        !trace.some((event) => event.what === 'fired' && event.instance === '' && event.rule === rule.id))
      return [{
        id: `rule-never-fires ${component.id} ${rule.id}`,
        kind: 'rule-never-fires', level: 'fault',
        sentence: `The rule on ${rule.trigger.on} in ${stateNames(axis, states)} never fires: ${whyNot(context, rule)}.`,
        about: { component: component.id, axis: axis.id, states, rule: rule.id, row: triggerRow(rule.trigger, rule.part) },
        remedy: { label: 'Remove the rule', edit: removeFrom(inProject('components', component.id, 'rules'), rule.id) },
        witness, numbers: { states: states.length },
      }]
    })
  },
}

/** Whether the exploration asks for what a rule waits for. */
function canBeAsked({ component, root }: CheckContext, { target, trigger, axis }: Rule): boolean {
  if (target.go === 'ignored' || component.axes.every(({ id }) => id !== axis)) return false
  if (trigger.on === 'shown' || trigger.on === 'hidden' || (trigger.on === 'changes' && !(trigger.name in root.environment))) return false
  return !(trigger.on === 'changes' && trigger.name.startsWith('pointer.'))
}

/** Whether another rule answers first, which is a finding of its own. */
const competes = ({ component }: CheckContext, rule: Rule): boolean =>
  component.rules.slice(0, component.rules.indexOf(rule)).some((earlier) =>
    earlier.axis === rule.axis && earlier.guard === null && earlier.target.go !== 'ignored' && triggerRow(earlier.trigger, earlier.part) === triggerRow(rule.trigger, rule.part))

function whyNot({ component }: CheckContext, rule: Rule): string {
  const part = component.parts.find(({ id }) => id === rule.part)
  if (rule.guard !== null) return `its condition ${rule.guard} is never true there`
  if (part) return `“${part.name}” never takes input there`
  return 'what it waits for never comes there'
}
