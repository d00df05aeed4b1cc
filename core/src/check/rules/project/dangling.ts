import { axisOfProperty, inProject, isToken, parameterOfProperty, propertyDefinition, removeFrom, statesNamed, unsetAt, type Action, type Component, type Edit, type Look, type Motion, type Project, type RecordAction, type Rule } from '../../../document'
import { scopeOf } from '../../../expression'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import type { About, Finding } from '../../model/finding'

/** References to something that is no longer there. */
export const dangling: ComponentCheck = {
  name: 'dangling', scope: 'component', levels: ['fault'],
  means: 'a reference to something gone',
  finds: (context) => {
    const { component } = context
    return [
      ...component.axes.flatMap((axis) => axis.states.flatMap(({ id, name, look }) => lookFindings(context, look, `the look of ‹${name}›`, { component: component.id, axis: axis.id, state: id }, ['axes', axis.id, 'states', id, 'look']))),
      ...component.rules.flatMap((rule) => ruleFindings(context, rule)),
      ...component.parts.flatMap((part) => baseFindings(context, part)),
    ]
  },
}

function finding({ component }: CheckContext, about: About, what: string, remedy: Finding['remedy']): Finding {
  return { id: `dangling ${component.id} ${what}`, kind: 'dangling', level: 'fault', sentence: `${what}.`, about, remedy, witness: null, numbers: {} }
}

function lookFindings(context: CheckContext, look: Look, where: string, about: About, path: readonly string[]): readonly Finding[] {
  const { component } = context
  return Object.keys(look).filter((part) => !component.parts.some(({ id }) => id === part)).map((part) =>
    finding(context, about, `Something in ${where} is about a part that is gone`, { label: 'Take it out', edit: unsetAt(inProject('components', component.id, ...path, part)) }))
}

function baseFindings(context: CheckContext, part: Component['parts'][number]): readonly Finding[] {
  const { component, project } = context
  const about: About = { component: component.id, part: part.id }
  const unset = (property: string): Finding['remedy'] => ({ label: 'Take it out', edit: unsetAt(inProject('components', component.id, 'parts', part.id, 'base', property)) })
  const inner = part.kind === 'instance' ? project.components.find(({ id }) => id === part.component) : undefined
  return Object.entries(part.base).flatMap(([property, value]): Finding[] => {
    if (isToken(value) && !project.tokens.some(({ id }) => id === value.token)) return [finding(context, { ...about, property }, `“${part.name}” uses a token that is gone`, unset(property))]
    if (property === 'icon' && typeof value === 'string' && value !== '' && !project.icons.some(({ name }) => name === value)) return [finding(context, { ...about, property }, `“${part.name}” shows an icon that is gone (${value})`, unset(property))]
    if (property === 'picture' && typeof value === 'string' && value !== '' && !project.assets.some(({ id }) => id === value)) return [finding(context, { ...about, property }, `“${part.name}” shows a picture that is gone`, unset(property))]
    if (propertyDefinition(property)?.type === 'part' && value !== '' && !component.parts.some(({ id }) => id === value)) return [finding(context, { ...about, property }, `“${part.name}” names a part that is gone as what it ${property === 'controls' ? 'controls' : 'has active'}`, unset(property))]
    const [axis, parameter] = [axisOfProperty(property), parameterOfProperty(property)]
    if (inner && axis !== null && !inner.axes.some(({ id }) => id === axis)) return [finding(context, about, `“${part.name}” is put into a state of an axis that is gone`, unset(property))]
    if (inner && parameter !== null && !inner.parameters.some(({ id }) => id === parameter)) return [finding(context, about, `“${part.name}” is given a parameter that is gone (${parameter})`, unset(property))]
    return []
  })
}

function ruleFindings(context: CheckContext, rule: Rule): readonly Finding[] {
  const { component, project } = context
  const axis = component.axes.find(({ id }) => id === rule.axis)
  const about: About = { component: component.id, rule: rule.id, ...(axis ? { axis: axis.id } : {}) }
  const remove: Edit = removeFrom(inProject('components', component.id, 'rules'), rule.id)
  const say = (what: string, label = 'Remove the rule', edit: Edit = remove) => finding(context, about, `A rule on ${rule.trigger.on} ${what}`, { label, edit })
  const states = [...('only' in rule.within ? rule.within.only : rule.within.except), ...statesNamed(rule.target)]
  return [
    ...(axis ? [] : [say('belongs to an axis that is gone')]),
    ...(axis ? states.filter((id) => ![...axis.states, ...(axis.groups ?? [])].some((state) => state.id === id)).slice(0, 1).map(() => say('speaks of a state that is gone')) : []),
    ...(rule.part !== null && !component.parts.some(({ id }) => id === rule.part) ? [say('listens to a part that is gone')] : []),
    ...tokensIn(rule.motion).filter((token) => !project.tokens.some(({ id }) => id === token)).map(() => say('uses a token that is gone')),
    ...rule.actions.flatMap((action) => {
      const lost = lostIn(project, component, action)
      return lost === null ? [] : [say(lost, 'Remove the action', removeFrom(inProject('components', component.id, 'rules', rule.id, 'actions'), action.id))]
    }),
  ]
}

const tokensIn = (motion: Motion | null): readonly string[] =>
  motion ? [motion, ...motion.lanes].flatMap(({ durationMs, delayMs, easing }) => [durationMs, delayMs, easing].flatMap((value) => (value !== undefined && typeof value === 'object' && isToken(value) ? [value.token] : []))) : []

const isThere = ({ parts }: Component, recipient: Extract<Action, { do: 'send' }>['recipient']): boolean =>
  typeof recipient !== 'object' || parts.some(({ id }) => id === recipient.instance)

/** What an action means that is no longer there, in words; null when all is. */
function lostIn(project: Project, component: Component, action: Action): string | null {
  switch (action.do) {
    case 'set':
      return action.variable in scopeOf(project, component) ? null : `sets a variable that is gone (${action.variable})`
    case 'send':
      return isThere(component, action.recipient) ? null : 'sends a message to an instance that is gone'
    case 'drive': {
      const part = component.parts.find(({ id }) => id === action.instance)
      const inner = part?.kind === 'instance' ? project.components.find(({ id }) => id === part.component) : undefined
      const states = inner?.axes.find(({ id }) => id === action.axis)?.states
      return states?.some(({ id }) => id === action.state) ? null : 'puts an instance into a state that is gone'
    }
    case 'add record':
    case 'set records':
    case 'remove records':
    case 'move records':
    case 'restore table':
      return lostOfTable(project, action)
    case 'focus':
    case 'pulse':
      return component.parts.some(({ id }) => id === action.part) ? null : action.do === 'focus' ? 'moves the focus to a part that is gone' : 'pulses a part that is gone'
    case 'go to screen':
    case 'open overlay':
    case 'close overlay':
      return project.screens.some(({ id }) => id === action.screen) ? null : 'leads to a screen that is gone'
  }
}

/** What an action on records means that is no longer there. */
function lostOfTable({ tables }: Project, action: RecordAction): string | null {
  if (action.table === null) return null
  const table = tables.find(({ id }) => id === action.table)
  if (!table) return 'changes the records of a data table that is gone'
  const columns = action.do === 'add record' ? Object.keys(action.cells) : action.do === 'set records' ? [action.column] : []
  return columns.every((column) => table.columns.some(({ id }) => id === column)) ? null : `writes into a column of “${table.name}” that is gone`
}
