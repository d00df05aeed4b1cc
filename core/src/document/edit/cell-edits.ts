import { certain, firstOf } from '../certain'
import { rootOf, type Component } from '../component'
import type { NewId } from '../defaults'
import { componentOf, type Project } from '../project'
import { statesHeldBy } from '../moves'
import type { Rule, Target, Within } from '../rule'
import { oppositeOf, triggerRow, type Trigger } from '../trigger'
import type { Id } from '../value'
import { apply, batch, type Edit } from './edit'
import { isSaid } from './look-place'
import { setProperty } from './part-edits'
import { setOfMotion, type MotionContext } from './motion-edits'
import { leadElsewhere, leading } from './decided-edits'
import { addRule, removeRule, setRuleField } from './rule-edits'
import { withinWithout } from './state-edits'

/** One cell of the trigger table: what a trigger does in one state of an axis. */
export interface Cell {
  readonly axis: Id
  readonly state: Id
  readonly trigger: Trigger
  readonly part: Id | null
}

const rowOf = ({ trigger, part }: Pick<Cell, 'trigger' | 'part'>): string => triggerRow(trigger, part)

/** The rule that is in a cell of the trigger table, the first in order; undefined where the cell is empty. */
export const ruleInCell = (component: Component, axis: Id, state: Id, row: string): Rule | undefined =>
  component.rules.find((rule) => rule.axis === axis && rowOf(rule) === row && holds(component, rule, state))

/**
 * Says what one cell of the trigger table does. A rule that holds in other states too is left to them:
 * the cell gets a rule of its own with the new target. Where a variable decides the axis, the rule sets that. Where a state is left there is nowhere to lead: it stays so.
 */
export function setCell(project: Project, component: Component, cell: Cell, wanted: Target, newId: NewId): Edit {
  const target: Target = cell.trigger.on === 'left' && wanted.go !== 'ignored' ? { go: 'stay' } : wanted
  const old = ruleInCell(component, cell.axis, cell.state, rowOf(cell))
  if (old && holdsAlone(component, old, cell.state)) return leadElsewhere(project, component, old, target, newId)
  // What waits for a group waits in all of it.
  const group = 'group' in cell.trigger ? cell.trigger.group : undefined
  const template: Rule = old ?? {
    id: '', axis: cell.axis, trigger: cell.trigger, part: cell.part, within: { only: [group ?? cell.state] },
    guard: null, actions: [], target, motion: null, letThrough: false,
  }
  const named: Rule = { ...template, id: newId(cell.trigger.on), within: old ? { only: [cell.state] } : template.within }
  const own = leading(project, component, named, target, newId)
  return old ? batch(leaveCell(component, old, cell.state), addRule(component.id, own)) : batch(addRule(component.id, own), ...takingFocus(component, own))
}

/** The cell by which one comes back from where another leads. */
export const cellBack = ({ axis, state: _from, trigger, part }: Cell, to: Id): Cell => ({ axis, state: to, trigger: oppositeOf(trigger), part })

/** Leads cells to a state, and from there back to where the first of them stands by the opposite of its trigger. */
export function setCellsAndBack(project: Project, component: Component, cells: readonly Cell[], to: Id, newId: NewId): Edit {
  const steps = [...cells.map((cell) => ({ cell, state: to })), ...cells.slice(0, 1).map((cell) => ({ cell: cellBack(cell, to), state: cell.state }))]
  return inTurn(project, component, steps, (now, { cell, state }) => setCell(project, now, cell, { go: 'state', state }, newId))
}

/** What is tapped as a whole takes the focus, as a button does, unless something else is said of it: the keyboard has to come to it too. */
function takingFocus(component: Component, { trigger, part, target }: Rule): readonly Edit[] {
  const root = rootOf(component)
  if (trigger.on !== 'tap' || part !== null || target.go === 'ignored' || isSaid(component, root, 'focusable')) return []
  return [setProperty(component, { look: 'base' }, root.id, 'focusable', true)]
}

/** Says what several cells do, all the same: those of one row get one rule between them. */
export function setCells(project: Project, component: Component, cells: readonly Cell[], target: Target, newId: NewId): Edit {
  const begun = new Map<string, Id>()
  return inTurn(project, component, cells, (now, cell) => {
    const first = now.rules.find(({ id }) => id === begun.get(rowOf(cell)))
    if (first) return holds(now, first, cell.state) ? null : spreadRule(now, first, cell.state)
    const edit = setCell(project, now, cell, target, newId)
    const after = certain(componentOf(apply({ ...project, components: [now] }, edit), component.id))
    begun.set(rowOf(cell), certain(ruleInCell(after, cell.axis, cell.state, rowOf(cell))).id)
    return edit
  })
}

/** Gives the rules in some cells a duration in ms, and an easing where one is said; null where none of them has a rule that moves anything. */
export function timeCells(project: Project, component: Component, cells: readonly Cell[], timing: SaidTiming, newId: NewId): Edit | null {
  const timed = rulesIn(component, cells).filter(({ target }) => target.go !== 'ignored').map(({ id }) => timeMotion({ project, component, place: { of: 'rule', rule: id }, newId }, timing))
  return timed.length > 0 ? batch(...timed) : null
}

/** How long a motion takes, in ms, and along which curve; null leaves that as it is. */
interface SaidTiming {
  readonly durationMs: number
  readonly easing: string | null
}

/** Gives a motion a duration in ms, and an easing where one is said. */
export function timeMotion(context: MotionContext, { durationMs, easing }: SaidTiming): Edit {
  const { project, component } = context
  const lasting = setOfMotion(context, 'durationMs', durationMs)
  if (easing === null) return lasting
  const after = certain(componentOf(apply({ ...project, components: [component] }, lasting), component.id))
  return batch(lasting, setOfMotion({ ...context, component: after }, 'easing', easing))
}

/** The rules in some cells, each once. */
export const rulesIn = (component: Component, cells: readonly Cell[]): readonly Rule[] => [...new Set(cells.flatMap((cell) => ruleInCell(component, cell.axis, cell.state, rowOf(cell)) ?? []))]

/** Empties several cells. Null when all of them were. */
export function emptyCells(project: Project, component: Component, cells: readonly Cell[]): Edit | null {
  const edit = inTurn(project, component, cells, (now, cell) => {
    const rule = ruleInCell(now, cell.axis, cell.state, rowOf(cell))
    return rule ? leaveCell(now, rule, cell.state) : null
  })
  return edit.edit === 'batch' && edit.edits.length === 0 ? null : edit
}

/** Lets a rule hold in one more state; whatever answered there before gives way. */
export function spreadRule(component: Component, rule: Rule, state: Id): Edit {
  const own = ungrouped(component, rule)
  const within = 'only' in own ? { only: [...own.only, state] } : withinWithout(own, state)
  const spread = setRuleField(component.id, rule.id, 'within', within)
  const old = ruleInCell(component, rule.axis, state, rowOf(rule))
  return old && old.id !== rule.id ? batch(leaveCell(component, old, state), spread) : spread
}

/** Lets a rule hold in further states, in each as `spreadRule` does. */
export function spreadRuleOver(project: Project, component: Component, rule: Rule, states: readonly Id[]): Edit {
  const { axis, trigger, part } = rule
  const cells = states.map((state): Cell => ({ axis, state, trigger, part }))
  return inTurn(project, component, cells, (now, { state }) => {
    const own = now.rules.find(({ id }) => id === rule.id)
    return !own || holds(now, own, state) ? null : spreadRule(now, own, state)
  })
}

/** Empties one cell: the rule in it no longer holds in that state, and goes when it held nowhere else. */
export function leaveCell(component: Component, rule: Rule, state: Id): Edit {
  if (holdsAlone(component, rule, state)) return removeRule(component.id, rule.id)
  const own = ungrouped(component, rule)
  const within = 'only' in own ? withinWithout(own, state) : { except: [...own.except, state] }
  return setRuleField(component.id, rule.id, 'within', within)
}

/** Whether a rule holds in that state and no other. */
export function holdsAlone(component: Component, rule: Rule, state: Id): boolean {
  const held = statesHeldBy(component, rule)
  return held.length === 1 && firstOf(held).id === state
}

const holds = (component: Component, rule: Rule, state: Id): boolean => statesHeldBy(component, rule).some(({ id }) => id === state)

/** The states a rule holds in or does not, with the states of groups in place of them: cells go state by state. */
function ungrouped({ axes }: Component, { axis, within }: Rule): Within {
  const groups = axes.find(({ id }) => id === axis)?.groups ?? []
  const states = (named: readonly Id[]) => [...new Set(named.flatMap((each) => groups.find(({ id }) => id === each)?.states ?? [each]))]
  const named = 'only' in within ? within.only : within.except
  if (!named.some((each) => groups.some(({ id }) => id === each))) return within
  return 'only' in within ? { only: states(named) } : { except: states(named) }
}

/** One edit of what is done to each thing in turn, each seeing what was done before it. */
function inTurn<T>(project: Project, component: Component, things: readonly T[], edit: (now: Component, thing: T) => Edit | null): Edit {
  let now = component
  const edits = things.flatMap((thing): Edit[] => {
    const next = edit(now, thing)
    if (!next) return []
    now = certain(componentOf(apply({ ...project, components: [now] }, next), component.id))
    return [next]
  })
  return batch(...edits)
}
