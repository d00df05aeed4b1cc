import { firstOf, firstStateOf, holdsIn, rootOf, triggerRow, type Axis, type Component, type Id } from '@rheoscope/core/document'
import type { Selection } from '../../frame/use-address'
import { keptRows } from '../table/kept-rows'
import type { BenchState, Into } from './bench-state'

/** The names in the address of a bench that say what is selected. */
export const BENCH_NAMES = ['axis', 'state', 'row', 'part', 'into', 'at', 'rule', 'from'] as const

/** No cell, where there would be one as a rule. */
const NO_CELL = '-'

/** The bench of a component with that selected; what its address does not say, or what the component has not, is as usual. */
export function benchAt(component: Component, { axis: axisId, state: stateId, row, part, into, at, rule: ruleId, from }: Selection): BenchState {
  const rule = component.rules.find(({ id }) => id === ruleId)
  const axis = component.axes.find(({ id, states }) => id === (rule?.axis ?? axisId) || (axisId === undefined && !rule && states.some((state) => state.id === stateId))) ?? firstOf(component.axes)
  const state = axis.states.find(({ id }) => id === (rule ? from : stateId))?.id ?? (rule ? firstHeld(rule, axis) : axis.start)
  const parts = part?.split(' ').filter((id) => component.parts.some((each) => each.id === id))
  return {
    axis: axis.id, state, alsoStates: [],
    row: rule ? triggerRow(rule.trigger, rule.part) : row === NO_CELL ? null : (row ?? firstRow(component, axis)),
    parts: parts ?? [(component.parts[1] ?? rootOf(component)).id],
    isEaselOpen: at === 'easel', shownAs: at === 'map' || at === 'text' ? at : 'table', into: into === undefined ? usualInto(axis) : intoFrom(into), motionScope: 'rule', lane: null, scrubMs: null, isLooping: false, comparedRule: null, tool: 'select', gridPx: null, comparedWith: null, alsoCells: [], rowsBy: 'trigger', showsGaps: false, line: null, addedRows: keptRows(component.id),
  }
}

/** What of a bench is selected otherwise than it is as usual, for its address. */
export function selectionOn({ axis, state, row, parts, isEaselOpen, shownAs, into }: BenchState, usual: BenchState): Selection {
  const isSame = (a: readonly Id[], b: readonly Id[]) => a.length === b.length && a.every((id, index) => id === b[index])
  return {
    ...(axis === usual.axis ? {} : { axis }),
    ...(state === usual.state ? {} : { state }),
    ...(row === usual.row ? {} : { row: row ?? NO_CELL }),
    ...(isSame(parts, usual.parts) ? {} : { part: parts.join(' ') }),
    ...(into === 'look' ? {} : { into: intoText(into) }),
    ...(isEaselOpen ? { at: 'easel' } : shownAs === 'table' ? {} : { at: shownAs }),
  }
}

const PLAIN = ['base', 'all', 'absent'] as const

/** What is drawn before there are states to tell apart belongs to all of them. */
const usualInto = ({ states }: Axis): Into => (states.length === 1 && Object.keys(firstStateOf({ states }).look).length === 0 ? 'base' : 'look')

function intoFrom(text: string): Into {
  const plain = PLAIN.find((each) => each === text)
  if (plain) return plain
  const [kind, id] = text.split(' ')
  if (id !== undefined && kind === 'group') return { group: id }
  return id !== undefined && kind === 'combination' ? { combination: id } : 'look'
}

/** A look a motion passes through has no address of its own: it is reached by its rule. */
function intoText(into: Into): string | undefined {
  if (typeof into === 'string') return into
  if ('group' in into) return `group ${into.group}`
  return 'combination' in into ? `combination ${into.combination}` : undefined
}

const firstHeld = (rule: Component['rules'][number], axis: Axis): Id => axis.states.find(({ id }) => holdsIn(rule, id, axis))?.id ?? axis.start

/** The row of the first rule that answers in the start state, so that there is something to see at once. */
function firstRow(component: Component, axis: Axis): string | null {
  const rule = component.rules.find((each) => each.axis === axis.id && holdsIn(each, axis.start, axis) && each.target.go !== 'ignored')
  return rule ? triggerRow(rule.trigger, rule.part) : null
}
