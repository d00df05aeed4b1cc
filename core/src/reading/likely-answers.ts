import { decidedBy, holdsIn, ruleInCell, theOne, triggerRow, type Cell, type Component, type Rule, type Target, type TriggerKind } from '../document'

/** An answer a cell of the trigger table could have. */
export interface LikelyAnswer {
  readonly target: Target
  /** Why it is a likely one; null for one that is just possible. */
  readonly because: string | null
}

/** Triggers that undo what another one did. */
const OPPOSITES: Partial<Record<TriggerKind, TriggerKind>> = { leave: 'enter', release: 'press', cancel: 'press', 'key up': 'key', blur: 'focus', 'drag end': 'drag start', hidden: 'shown' }

/**
 * The answers a cell could have, the likely ones first: back where the opposite trigger led here from, and what
 * neighbouring states answer to the same trigger; then every state, back, and nothing on purpose.
 */
export function answersFor(component: Component, cell: Cell): readonly LikelyAnswer[] {
  const axis = component.axes.find(({ id }) => id === cell.axis)
  if (!axis) return []
  if (cell.trigger.on === 'left') return [{ target: { go: 'stay' }, because: null }, { target: { go: 'ignored' }, because: null }]
  const nameOf = (state: string) => axis.states.find(({ id }) => id === state)?.name ?? '?'
  const possible: readonly LikelyAnswer[] = [
    ...axis.states.map(({ id }): LikelyAnswer => ({ target: { go: 'state', state: id }, because: null })),
    ...(decidedBy(axis) === null ? [{ target: { go: 'back' }, because: null } as const] : []), { target: { go: 'ignored' }, because: null },
  ]
  return unique([...(decidedBy(axis) === null ? [...undoing(component, cell), ...alongside(component, cell, nameOf)] : []), ...possible])
}

/** Back, when the opposite trigger leads into this state; or the state it came from, when there is just one. */
function undoing({ rules }: Component, cell: Cell): readonly LikelyAnswer[] {
  const opposite = OPPOSITES[cell.trigger.on]
  const leading = rules.filter((rule) => rule.axis === cell.axis && rule.trigger.on === opposite && rule.part === cell.part && leadsTo(rule, cell.state))
  return leading.length > 0 ? [{ target: { go: 'back' }, because: `${opposite} leads here` }] : []
}

const leadsTo = ({ target }: Rule, state: string): boolean => target.go === 'state' && target.state === state

/** What the states to both sides answer to the same trigger, the nearer one first. */
function alongside(component: Component, cell: Cell, nameOf: (state: string) => string): readonly LikelyAnswer[] {
  const axis = theOne(component.axes, ({ id }) => id === cell.axis)
  const { states } = axis
  const at = states.findIndex(({ id }) => id === cell.state)
  const row = triggerRow(cell.trigger, cell.part)
  return states.toSorted((a, b) => Math.abs(states.indexOf(a) - at) - Math.abs(states.indexOf(b) - at)).flatMap(({ id }): LikelyAnswer[] => {
    const rule = id === cell.state ? undefined : ruleInCell(component, cell.axis, id, row)
    if (!rule || leadsTo(rule, cell.state) || holdsIn(rule, cell.state, axis)) return []
    return [{ target: rule.target, because: `as in ${nameOf(id)}` }]
  })
}

const unique = (answers: readonly LikelyAnswer[]): readonly LikelyAnswer[] =>
  answers.filter(({ target }, index) => answers.findIndex((each) => JSON.stringify(each.target) === JSON.stringify(target)) === index)
