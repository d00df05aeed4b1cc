import {
  defaultTrigger, holdsIn, rootOf, triggerRow, TRIGGER_KINDS, wordOf,
  type Axis, type Component, type Id, type Rule, type State, type Trigger, type TriggerKind,
} from '@rheoscope/core/document'
import type { BenchState } from '../page/bench-state'

/** A row of the trigger table: a trigger, and the part it comes from (null: the component itself). */
export interface Row {
  readonly key: string
  readonly trigger: Trigger
  readonly part: Id | null
}

/** Neighbouring cells of a row in which the same rule holds; cells without a rule stand alone. */
export interface Bar {
  readonly rule: Rule | null
  readonly states: readonly State[]
  /** Column of the first state, from 0. */
  readonly column: number
}

export const rowOf = (trigger: Trigger, part: Id | null): Row => ({ key: triggerRow(trigger, part), trigger, part })

/** The row of a trigger with its usual settings. */
export const usualRow = (component: Component, kind: TriggerKind, part: Id | null): Row =>
  rowOf(defaultTrigger(kind, wordOf((component.parts.find(({ id }) => id === part) ?? rootOf(component)).name)), part)

/** The triggers that can be added as rows here. */
export const OFFERED_TRIGGERS = ['tap', 'double tap', 'press', 'release', 'cancel', 'press outside', 'long press', 'enter', 'leave', 'drag start', 'drag', 'drag end', 'while dragged', 'wheel', 'scroll', 'while scrolled', 'pinch', 'key', 'key up', 'focus', 'blur', 'submit', 'entered', 'left', 'after', 'every', 'settled', 'changes', 'message', 'shown', 'hidden'] as const

/** A trigger as the head of its row and its cells name it; the axes are where its group is looked for. */
export function triggerTitle(trigger: Trigger, axes: readonly Axis[] = []): string {
  switch (trigger.on) {
    case 'entered':
    case 'left': {
      const group = axes.flatMap(({ groups = [] }) => groups).find(({ id }) => id === trigger.group)
      return group ? `${group.name} ${trigger.on}` : trigger.on
    }
    case 'key':
    case 'key up':
      return trigger.key === null ? (trigger.on === 'key' ? 'any key' : 'any key up') : triggerRow(trigger, null).replace(/ anywhere$/, '')
    case 'settled':
      return trigger.inside === true ? 'all settled' : 'settled'
    case 'changes':
      return trigger.name === '' ? 'changes' : `${trigger.name} changes${trigger.to === null ? '' : ` to ${String(trigger.to)}`}`
    case 'message':
      return trigger.name === '' ? 'message' : `message ${trigger.name}`
    default:
      return trigger.on
  }
}

const rank = ({ trigger }: Row): number => TRIGGER_KINDS.indexOf(trigger.on)

/** The rows of an axis: those of its rules and those just added; `tap` is always there to begin with. */
export function rowsOf(component: Component, axis: Axis, { addedRows, rowsBy }: Pick<BenchState, 'addedRows' | 'rowsBy'>): readonly Row[] {
  const added = addedRows.filter((each) => each.axis === axis.id).map(({ row }) => row)
  const ofRules = component.rules.filter((rule) => rule.axis === axis.id).map((rule) => rowOf(rule.trigger, rule.part))
  const all = [rowOf(defaultTrigger('tap'), null), ...ofRules, ...added]
  const unique = [...new Map(all.map((row) => [row.key, row])).values()]
  const place = ({ part }: Row) => component.parts.findIndex(({ id }) => id === part)
  const byTrigger = (a: Row, b: Row) => rank(a) - rank(b)
  const byPart = (a: Row, b: Row) => place(a) - place(b)
  return unique.toSorted(rowsBy === 'trigger' ? (a, b) => byTrigger(a, b) || byPart(a, b) : (a, b) => byPart(a, b) || byTrigger(a, b))
}

/** The bars of a row from left to right. Where several rules answer in one state the first in order is shown. */
export function barsOf(component: Component, axis: Axis, row: Row): readonly Bar[] {
  const rules = component.rules.filter((rule) => rule.axis === axis.id && triggerRow(rule.trigger, rule.part) === row.key)
  return axis.states.reduce<Bar[]>((bars, state, column) => {
    const rule = rules.find((candidate) => holdsIn(candidate, state.id, axis)) ?? null
    const last = bars.at(-1)
    if (rule && last?.rule === rule) return [...bars.slice(0, -1), { ...last, states: [...last.states, state] }]
    return [...bars, { rule, states: [state], column }]
  }, [])
}
