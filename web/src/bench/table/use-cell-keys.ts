import { useState, type FocusEvent, type KeyboardEvent } from 'react'
import { setCells, type Cell, type Id, type Target } from '@rheoscope/core/document'
import { newId } from '../../session/new-id'
import { targetOf } from '../../theme/target-of'
import { problemOf, readingOf } from './cell-typing'
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

/**
 * The keys of the selected cells: a state's name or the number of its column sets the target — at once when nothing
 * else can be meant, otherwise with Enter or on leaving the cell —, `-` means nothing on purpose, `.` opens what else
 * there is; arrows go from cell to cell, and with Shift select further ones.
 */
export function useCellKeys(openMenu: () => void) {
  const { project, component, axis, state, view, select, make } = useStillBench()
  const { cells, set, empty } = useCells()
  const [typing, setTyping] = useState<Typing | null>(null)
  const rows = rowsOf(component, axis, view)

  const finish = (what: Typing | null): void => {
    if (!what || what.problem !== null) return
    const reading = readingOf(what.text, axis.states)
    if (reading.is === 'one') point(what.cells, { go: 'state', state: reading.state.id })
    setTyping(reading.is === 'one' ? null : { ...what, problem: problemOf(what.text, axis.states) })
  }
  const point = (at: readonly Cell[], target: Target) => make(setCells(project, component, at, target, newId), at.length === 1 ? 'set a cell' : `set ${at.length} cells`)

  const type = (what: Typing): void => {
    const reading = readingOf(what.text, axis.states)
    if (reading.is === 'one' && reading.isSettled) finish(what)
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
      if (!to || !toRow) return
      if (!event.shiftKey) select({ do: 'select cell', state: to.id, row: toRow.key })
      else select({ do: 'select cells to', state: to.id, row: toRow.key, states: axis.states.map(({ id }) => id), rows: rows.map(({ key }) => key) })
    }
    const moves: Readonly<Record<string, () => void>> = { ArrowLeft: () => go(-1, 0), ArrowRight: () => go(1, 0), ArrowUp: () => go(0, -1), ArrowDown: () => go(0, 1) }
    const whileTyping: Readonly<Record<string, () => void>> = {
      Enter: () => finish(own), Escape: () => setTyping(null), Delete: () => setTyping(null),
      Backspace: () => (own && own.text.length > 1 ? type(begin(own.text.slice(0, -1))) : setTyping(null)),
    }
    const atRest: Readonly<Record<string, () => void>> = { '-': () => set({ go: 'ignored' }), '.': openMenu, ContextMenu: openMenu, Delete: empty, Backspace: empty }
    const act = moves[event.key] ?? (own ? whileTyping : atRest)[event.key]
    const isLetter = event.key.length === 1 && (own !== null || event.key !== ' ')
    if (act) act()
    else if (isLetter) type(begin((own?.text ?? '') + event.key))
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
