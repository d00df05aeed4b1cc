import { itemAt, leadElsewhere, setCell, setCellsAndBack, spreadRuleOver, type Axis, type Component, type Edit, type Id, type Project, type Rule, type NewId } from '@rheoscope/core/document'
import type { Row } from './rows'

/** A cell of the table that is being dragged from. */
export interface CellOrigin {
  readonly row: Row
  readonly state: Id
  readonly rule: Rule | null
  /** Say where the trigger leads, or let the rule hold in more states. */
  readonly how: 'target' | 'spread'
}

/** What dropping a cell on the column of a state does, with its name; `andBack` leads from there back as well. Null when it does nothing. */
export function dropped(project: Project, component: Component, axis: Axis, { row, state: from, rule, how }: CellOrigin, state: Id, andBack: boolean, newId: NewId): { readonly edit: Edit | null; readonly label: string } | null {
  const name = axis.states.find(({ id }) => id === state)?.name ?? ''
  if (how === 'spread') {
    if (!rule || state === from) return null
    const places = [from, state].map((id) => axis.states.findIndex((each) => each.id === id)).toSorted((a, b) => a - b)
    return { edit: spreadRuleOver(project, component, rule, axis.states.slice(places[0], itemAt(places, 1) + 1).map(({ id }) => id)), label: `let ${row.key} hold as far as ${name}` }
  }
  const target = { go: 'state', state } as const
  const cell = { axis: axis.id, state: from, trigger: row.trigger, part: row.part }
  if (andBack && state !== from) return { edit: setCellsAndBack(project, component, [cell], state, newId), label: `let ${row.key} lead to ${name} and back` }
  const edit = rule ? leadElsewhere(project, component, rule, target, newId) : setCell(project, component, cell, target, newId)
  return { edit, label: `let ${row.key} lead to ${name}` }
}
