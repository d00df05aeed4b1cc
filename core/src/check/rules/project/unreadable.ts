import { isLeading, isToken, messageOf, settablesOf, typeOfCell, wordOf, type Action, type Component, type Id, type LeadingTrigger, type Motion, type Project, type RecordAction, type Rule } from '../../../document'
import { goWith, itemScope, recordScope, startEnvironment, typeOf, typeOfNamed, type ExpressionType, type Scope } from '../../../expression'
import { conditionScope, NO_CONTENTS, NOTHING_GIVEN, surfaceComponent } from '../../../machine'
import { easingProblem, parseEasing } from '../../../motion'
import type { ComponentCheck } from '../../ground/context'
import type { About, Finding } from '../../model/finding'
import type { ScreenCheck, ScreenContext } from '../../ground/screen-context'

/** Expressions and values that cannot be worked out, and guards that are no yes/no. Until they are mended they do nothing. */
export const valueUnreadable: ComponentCheck = {
  name: 'value-unreadable', scope: 'component', levels: ['fault'],
  means: 'an expression or value that cannot be worked out, a guard that is no yes/no, an action that sets a variable to what it is not; what comes with a message nobody sends here may be anything',
  finds: ({ project, component, compiled }) => {
    const start = component.axes.map((axis) => axis.start)
    const everyState = component.axes.flatMap((axis, index) => axis.states.map(({ id }) => start.with(index, id)))
    const environment = startEnvironment(project, component)
    const found = new Map<string, Finding>()
    for (const states of everyState) {
      for (const problem of compiled.targetsOf({ states, environment, given: NOTHING_GIVEN, contents: NO_CONTENTS, isAbsent: false }).problems) {
        const id = `value-unreadable ${component.id} ${problem.part} ${problem.property}`
        const part = component.parts.find((each) => each.id === problem.part)
        found.set(id, {
          id, kind: 'value-unreadable', level: 'fault',
          sentence: `${problem.property} of “${part?.name ?? problem.part}” cannot be worked out. ${problem.sentence}`,
          about: { component: component.id, part: problem.part, property: problem.property },
          remedy: null, witness: null, numbers: {},
        })
      }
    }
    return [...found.values(), ...unreadableLists(project, component, { component: component.id }), ...unreadableRules(project, component, ({ axis, id }) => ({ component: component.id, axis, rule: id }))]
  },
}

/** The same of the rules of a screen. */
export const unreadableOnScreen: ScreenCheck = {
  name: 'value-unreadable', scope: 'screen', levels: ['fault'],
  means: 'an expression or value on the screen that cannot be worked out',
  finds: ({ project, screen }: ScreenContext): readonly Finding[] => {
    const surface = surfaceComponent(project, { screen: screen.id })
    return [...unreadableLists(project, surface, { screen: screen.id }), ...unreadableRules(project, surface, ({ id }) => ({ screen: screen.id, rule: id }))]
  },
}

/** Lists whose condition keeps nothing because it cannot be worked out, or whose order is none for the same reason. */
function unreadableLists(project: Project, component: Component, about: About): readonly Finding[] {
  return component.parts.flatMap((part): readonly Finding[] => {
    if (part.kind !== 'list') return []
    const table = project.tables.find(({ id }) => id === part.table)
    const scope = { ...conditionScope(project, component), ...itemScope(table) }
    const kept = part.filter === null ? null : typeProblem(part.filter, scope, 'yes/no')
    const ordered = (part.order ?? []).flatMap(({ by }) => typeProblem(by, scope, 'anything') ?? [])[0] ?? null
    const sentences = [kept === null ? null : `What decides which records “${part.name}” shows cannot be worked out, so it shows none. ${kept}`, ordered === null ? null : `What “${part.name}” is in order by cannot be worked out, so it orders nothing. ${ordered}`]
    return sentences.flatMap((sentence, index): Finding[] => (sentence === null ? [] : [{
      id: `value-unreadable ${component.id} ${part.id} ${index === 0 ? 'filter' : 'order'}`, kind: 'value-unreadable', level: 'fault', sentence, about: { ...about, part: part.id }, remedy: null, witness: null, numbers: {},
    }]))
  })
}

/** Conditions that cannot be worked out, and actions that do nothing because what they set or send cannot, or is not what can be set. */
function unreadableRules(project: Project, component: Component, about: (rule: Rule) => About): readonly Finding[] {
  const scope = conditionScope(project, component)
  const finding = (rule: Rule, key: string, sentence: string): Finding =>
    ({ id: `value-unreadable ${component.id} ${key}`, kind: 'value-unreadable', level: 'fault', sentence, about: about(rule), remedy: null, witness: null, numbers: {} })
  return component.rules.flatMap((rule) => {
    const { on } = rule.trigger
    const guard = rule.guard === null ? null : typeProblem(rule.guard, scope, 'yes/no')
    const leading = isLeading(rule.trigger) ? leadingProblem(rule.trigger, scope) : null
    const actions = rule.actions.flatMap((action): readonly Finding[] => {
      const problem = actionProblem(project, component, action, scope)
      if (problem === null) return []
      return [finding(rule, `${rule.id} ${action.id}`, `A rule on ${on} ${whatFails(action)} ${problem}`)]
    })
    return [
      ...(guard === null ? [] : [finding(rule, rule.id, `The condition of a rule on ${on} cannot be worked out, so it never fires. ${guard}`)]),
      ...(leading === null ? [] : [finding(rule, `${rule.id} by`, `How far a rule ${on} has come cannot be worked out, so it leads nowhere. ${leading}`)]),
      ...actions,
    ]
  })
}

/** What is the matter with how far a drag or scroll has led, or with what decides on its end. */
const leadingProblem = (trigger: LeadingTrigger, scope: Scope): string | null =>
  typeProblem(trigger.by, scope, 'number') ?? (trigger.on === 'while dragged' && trigger.keptIf !== null ? typeProblem(trigger.keptIf, scope, 'yes/no') : null)

function whatFails(action: Action): string {
  switch (action.do) {
    case 'set':
      return `cannot set ${action.variable}.`
    case 'send':
      return 'sends a message with what cannot be worked out, so it is not sent.'
    default:
      return 'changes the records of a table by what cannot be worked out, so it changes none.'
  }
}

function actionProblem(project: Project, component: Component, action: Action, scope: Scope): string | null {
  switch (action.do) {
    case 'send':
      return action.payload === null ? null : typeProblem(action.payload, scope, 'anything')
    case 'set': {
      const named = settablesOf(project, component).find(({ name }) => name === action.variable)
      return named ? typeProblem(action.to, scope, typeOfNamed(named)) : null
    }
    case 'add record':
    case 'set records':
    case 'remove records':
    case 'move records':
      return recordProblem(project, action, scope)
    default:
      return null
  }
}

/** What is the matter with the conditions and values of an action on records. */
function recordProblem({ tables }: Project, action: RecordAction, scope: Scope): string | null {
  const table = tables.find(({ id }) => id === action.table)
  if (!table) return null
  const asking = { ...scope, ...recordScope(scope, wordOf(table.name)) }
  const typeIn = (column: Id): ExpressionType => {
    const found = table.columns.find(({ id }) => id === column)
    return found ? typeOfCell(found) : 'anything'
  }
  const problems = [
    ...(action.do === 'add record' ? Object.entries(action.cells).map(([column, to]) => typeProblem(to, scope, typeIn(column))) : []),
    ...(action.do === 'set records' ? [typeProblem(action.to, asking, typeIn(action.column))] : []),
    ...('where' in action && action.where !== null ? [typeProblem(action.where, asking, 'yes/no')] : []),
  ]
  return problems.find((problem) => problem !== null) ?? null
}

/** Why an expression is not of a type, as a sentence; null when it is. */
function typeProblem(expression: string, scope: Scope, wanted: ExpressionType): string | null {
  try {
    const type = typeOf(expression, scope)
    return goWith(type, wanted) ? null : `It is a ${type}, not a ${wanted}.`
  } catch (error) {
    return messageOf(error)
  }
}

/** Easings that cannot be read, of which the change is even until they are mended; and those that do not begin where a change begins, or end where it ends. */
export const easingInvalid: ComponentCheck = {
  name: 'easing-invalid', scope: 'component', levels: ['fault', 'risk'],
  means: 'an easing that cannot be read, or does not go from 0 to 1 (steps may)',
  finds: ({ component }) => {
    const motions: [string, Motion | null | undefined][] = [
      ...component.rules.map((rule): [string, Motion | null] => [rule.id, rule.motion]),
      ...component.pairs.map((pair): [string, Motion] => [pair.id, pair.motion]),
      ['component', component.motion],
    ]
    return motions.flatMap(([owner, motion]) =>
      [motion?.easing, ...(motion?.lanes.map(({ easing }) => easing) ?? [])].flatMap((easing): Finding[] => {
        if (easing === undefined || isToken(easing)) return []
        const problem = easingProblem(easing)
        const sentence = problem ?? strayEnds(easing)
        if (sentence === null) return []
        const rule = component.rules.find(({ id }) => id === owner)
        return [{
          id: `easing-invalid ${component.id} ${owner} ${easing}`,
          kind: 'easing-invalid', level: problem === null ? 'risk' : 'fault', sentence,
          about: { component: component.id, ...(rule ? { axis: rule.axis, rule: rule.id } : {}) },
          remedy: null, witness: null, numbers: {},
        }]
      }),
    )
  },
}

/** What is to be said of an easing that does not go from 0 to 1; null of one that does. Steps jump by their nature. */
function strayEnds(easing: string): string | null {
  if (easing.startsWith('step')) return null
  const { ease } = parseEasing(easing)
  const [first, last] = [ease(0), ease(1)].map((share) => Math.round(share * 100))
  return first === 0 && last === 100 ? null : `${easing} begins at ${first} % of the way and ends at ${last} %: what it moves jumps there.`
}
