import { useState, type FocusEvent, type KeyboardEvent } from 'react'
import { addAction, apply, batch, cellBack, certain, componentOf, ruleInCell, rulesIn, setCells, setCellsAndBack, setRuleField, timeCells, timeMotion, triggerRow, type Cell, type Component, type Edit, type Id, type Project, type State } from '@rheoscope/core/document'
import { conditionScope } from '@rheoscope/core/machine'
import { easingProblem } from '@rheoscope/core/motion'
import { readActions } from '@rheoscope/core/written'
import { conditionProblem } from '../../fields/condition'
import { orProblem } from '../../fields/said-values'
import { newId } from '../../session/new-id'
import { targetOf } from '../../theme/target-of'
import { problemOf, readingOf, saysMore, typedIn, type Typed } from './cell-typing'
import { rowsOf } from './rows'
import { useStillBench } from '../page/use-bench'
import { useCells } from './use-cells'

/** What is being typed into the selected cells, or was and could not be taken. */
export interface CellTyping {
  readonly row: string
  readonly state: Id
  readonly text: string
  /** Why it could not be taken; null while it is typed. */
  readonly problem: string | null
}

/** Typing with the cells it is meant for, whatever is selected meanwhile. */
interface Typing extends CellTyping {
  readonly cells: readonly Cell[]
}

/** What cells do, as one edit: where they lead, whether back as well, how long that takes, when, and what they do besides; null when nothing is said. */
function editOf(project: Project, component: Component, cells: readonly Cell[], named: Id | null, { isBoth, timing, guard, actions }: Typed): Edit | null {
  const state = named ?? (isBoth ? leadsTo(component, cells[0]) : null)
  const staying = cells.filter((cell) => actions !== null && !ruleInCell(component, cell.axis, cell.state, triggerRow(cell.trigger, cell.part)))
  const pointed = state === null ? (staying.length > 0 ? setCells(project, component, staying, { go: 'stay' }, newId) : null) : isBoth ? setCellsAndBack(project, component, cells, state, newId) : setCells(project, component, cells, { go: 'state', state }, newId)
  const after = pointed ? certain(componentOf(apply(project, pointed), component.id)) : component
  const timedCells = state !== null && isBoth ? [...cells, ...cells.slice(0, 1).map((cell) => cellBack(cell, state))] : cells
  const timed = timing?.isForAll === true ? timeMotion({ project, component: after, place: { of: 'component' }, newId }, timing) : timing && timeCells(project, after, timedCells, timing, newId)
  const rules = rulesIn(after, cells)
  const guarded = guard === null ? [] : rules.map(({ id }) => setRuleField(component.id, id, 'guard', guard))
  const acting = actions === null ? [] : rules.flatMap(({ id }) => readActions(actions, { project, component }).map((action) => addAction(component.id, id, { ...action, id: newId(action.do) })))
  const edits = [pointed, timed, ...guarded, ...acting].filter((edit) => edit !== null)
  return edits.length > 0 ? batch(...edits) : null
}

/** The one state a cell leads to already: its name is taken at once when it is typed, and what is behind it is typed after. */
function leadsTo(component: Component, cell: Cell | undefined): Id | null {
  const rule = cell && ruleInCell(component, cell.axis, cell.state, triggerRow(cell.trigger, cell.part))
  return rule?.target.go === 'state' ? rule.target.state : null
}

/** Why what is typed cannot be taken, in a sentence; null when it can. */
function problemIn(text: string, project: Project, component: Component, states: readonly State[]): string | null {
  const { target, timing, guard, actions } = typedIn(text, states)
  const easing = timing?.easing == null ? null : easingProblem(timing.easing)
  const condition = guard === null ? null : conditionProblem(guard, conditionScope(project, component), 'A condition')
  const read = actions === null ? null : orProblem(() => ({ value: readActions(actions, { project, component }) }))
  return (target.trim() === '' ? null : problemOf(target, states)) ?? easing ?? condition ?? (read && 'problem' in read ? read.problem : null)
}

/**
 * The keys of the selected cells: a state's name or the number of its column sets the target — at once when nothing
 * else can be meant, otherwise with Enter or on leaving the cell —, behind it or alone its time, condition and actions as `typedIn` has them, `-` means nothing on purpose, `.` opens what else
 * there is; arrows go from cell to cell, and with Shift select further ones.
 */
export function useCellKeys(openMenu: () => void) {
  const { project, component, axis, state, view, select, make } = useStillBench()
  const { cells, set, empty } = useCells()
  const [typing, setTyping] = useState<Typing | null>(null)
  const rows = rowsOf(component, axis, view)

  const finish = (what: Typing | null): void => {
    if (!what || what.problem !== null) return
    const typed = typedIn(what.text, axis.states)
    const problem = problemIn(what.text, project, component, axis.states)
    if (problem !== null) return setTyping({ ...what, problem })
    const reading = readingOf(typed.target, axis.states)
    setTyping(null)
    const edit = editOf(project, component, what.cells, reading.is === 'one' && typed.target.trim() !== '' ? reading.state.id : null, typed)
    make(edit, what.cells.length === 1 ? 'set a cell' : `set ${what.cells.length} cells`)
  }

  const type = (what: Typing): void => {
    const typed = typedIn(what.text, axis.states)
    const reading = readingOf(typed.target, axis.states)
    if (saysMore(typed) || typed.target.trim() === '') setTyping(what)
    else if (reading.is === 'one' && reading.isSettled) finish(what)
    else setTyping(reading.is === 'none' ? { ...what, problem: problemOf(what.text, axis.states) } : what)
  }

  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    const row = rows.find(({ key }) => key === view.row)
    const isOnCell = targetOf(event)?.closest('[role="gridcell"]') != null
    if (!row || !isOnCell || event.ctrlKey || event.metaKey || event.altKey) return
    const own = typing?.row === row.key && typing.state === state.id ? typing : null
    const begin = (text: string): Typing => ({ row: row.key, state: state.id, cells: own?.cells ?? cells, text, problem: null })
    const last = view.alsoCells.at(-1) ?? { row: row.key, state: state.id }
    const go = (dx: number, dy: number) => {
      finish(own)
      const from = event.shiftKey ? last : { row: row.key, state: state.id }
      const to = axis.states[axis.states.findIndex(({ id }) => id === from.state) + dx]
      const toRow = rows[rows.findIndex(({ key }) => key === from.row) + dy]
      if (!to || !toRow) return false
      if (!event.shiftKey) select({ do: 'select cell', state: to.id, row: toRow.key })
      else select({ do: 'select cells to', state: to.id, row: toRow.key, states: axis.states.map(({ id }) => id), rows: rows.map(({ key }) => key) })
      return true
    }
    const moves: Readonly<Record<string, () => boolean>> = { ArrowLeft: () => go(-1, 0), ArrowRight: () => go(1, 0), ArrowUp: () => go(0, -1), ArrowDown: () => go(0, 1) }
    const whileTyping: Readonly<Record<string, () => void>> = {
      Enter: () => finish(own), Escape: () => setTyping(null), Delete: () => setTyping(null),
      Backspace: () => (own && own.text.length > 1 ? type(begin(own.text.slice(0, -1))) : setTyping(null)),
    }
    const atRest: Readonly<Record<string, () => void>> = { '-': () => set({ go: 'ignored' }), '.': openMenu, ContextMenu: openMenu, Delete: empty, Backspace: empty }
    const act: (() => unknown) | undefined = moves[event.key] ?? (own ? whileTyping : atRest)[event.key]
    const isLetter = event.key.length === 1 && (own !== null || event.key !== ':')
    if (act) {
      // At the edge of the table the arrow keys go on to the heads.
      if (act() === false) return
    } else if (isLetter) type(begin((own?.text ?? '') + event.key))
    else return
    event.preventDefault()
    event.stopPropagation()
  }

  /** Leaving the cells takes what was typed, as leaving a field does. */
  const onBlur = (event: FocusEvent<HTMLDivElement>) => {
    const isInside = event.relatedTarget instanceof Element && event.relatedTarget.closest('[role="gridcell"]')?.contains(event.target)
    if (!isInside) finish(typing)
  }

  return { typing, onKeyDown, onBlur }
}
