import { destinationsOf, holdsIn, itemAt, propertyDefinition, statesHeldBy, theOne, type Axis, type Component, type Literal, type Project, type Rule, type State } from '../../document'
import { cssEasing, formOf, laneEndMs, motionSources, travels, type Lane } from '../../motion'
import { runOfMotion } from '../../run'
import { ruleWords } from '../../written'

/** What answers what in which state: a row for each trigger, a cell for each state. */
export interface ResponseSheet {
  readonly axis: Axis
  readonly rows: readonly { readonly trigger: string; readonly cells: readonly string[] }[]
}

/** What one property of one part does when a rule fires. */
export interface MovedProperty {
  readonly part: string
  readonly property: string
  readonly from: Literal
  readonly to: Literal
  readonly delayMs: number
  readonly durationMs: number
  /** As CSS has it. */
  readonly easing: string
  /** With reduced motion it changes at once. */
  readonly isCut: boolean
}

/** A change of state with what moves in it on its own axis. */
export interface MotionSheet extends Omit<FiredRule, 'lanes'> {
  readonly lengthMs: number
  readonly moves: readonly MovedProperty[]
}

/** The tables of answers of a component, one for each axis. */
export function responseSheets(project: Project, component: Component): readonly ResponseSheet[] {
  const scope = { project, owner: component }
  return component.axes.map((axis) => {
    const rules = component.rules.filter((rule) => rule.axis === axis.id).map((rule) => ({ rule, words: ruleWords(scope, rule) }))
    const cell = (trigger: string, state: State) => rules.filter(({ rule, words }) => words.trigger === trigger && holdsIn(rule, state.id, axis)).map(({ words: { target, clauses, does } }) => [[target, ...clauses].join(', '), ...does].join('; ')).join(' | ')
    return { axis, rows: [...new Set(rules.map(({ words }) => words.trigger))].map((trigger) => ({ trigger, cells: axis.states.map((state) => cell(trigger, state)) })) }
  })
}

/** A rule as a run fires it in one of the states it holds in, with everything it sets moving. */
export interface FiredRule {
  readonly axis: Axis
  readonly rule: Rule
  readonly trigger: string
  readonly from: State
  /** Where it leads; null where that is no state by name. */
  readonly to: State | null
  readonly lanes: readonly Lane[]
}

/** Every rule of a component that does something, fired in each state it holds in. */
export function firedRules(project: Project, component: Component): readonly FiredRule[] {
  return component.rules.filter(({ target }) => target.go !== 'ignored').flatMap((rule) => {
    const axis = theOne(component.axes, ({ id }) => id === rule.axis)
    const { trigger } = ruleWords({ project, owner: component }, rule)
    const to = axis.states.find(({ id }) => id === destinationsOf(axis, rule)[0]) ?? null
    return statesHeldBy(component, rule).flatMap((from): FiredRule[] => {
      const after = runOfMotion(project, component, rule, axis.id, from.id)?.instances.get('')
      return after ? [{ axis, rule, trigger, from, to, lanes: after.lanes }] : []
    })
  })
}

/** The lanes of a change of state that travel on its own axis, for people who would rather have things not move as well. */
export function travelling(project: Project, component: Component, { axis, rule, from, to, lanes }: FiredRule, isReduced = false): readonly Lane[] {
  const form = formOf(motionSources(project, component, axis.id, from.id, to?.id ?? from.id, rule))
  return lanes.filter((lane) => {
    const definition = propertyDefinition(lane.property)
    return component.axes[lane.axis] === axis && (!isReduced || (definition !== undefined && travels(definition, form, true)))
  })
}

/** Every change of state a rule of a component makes, from each state it holds in. */
export function motionSheets(project: Project, component: Component): readonly MotionSheet[] {
  return firedRules(project, component).flatMap((each): MotionSheet[] => {
    const { lanes: _all, ...fired } = each
    const [lanes, reduced] = [travelling(project, component, each), new Set(travelling(project, component, each, true))]
    const moves = lanes.map((lane): MovedProperty => {
      const { part, property, from, to, delayMs, durationMs, timing } = lane
      return { part: itemAt(component.parts, part).name, property: propertyDefinition(property)?.label ?? property, from, to, delayMs, durationMs, easing: cssEasing(timing.easing), isCut: !reduced.has(lane) }
    })
    return moves.length === 0 && fired.to === null ? [] : [{ ...fired, lengthMs: Math.max(0, ...lanes.map(laneEndMs)), moves }]
  })
}

/** A value as people read it. */
export function valueWords(value: Literal): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (value === null) return 'none'
  return typeof value === 'object' ? JSON.stringify(value) : typeof value === 'number' ? String(Math.round(value * 1e4) / 1e4) : value
}
