import { useState, type KeyboardEvent } from 'react'
import { rowsOf } from './rows'
import { useStillBench } from './use-bench'
import { useCells } from './use-cells'

/** Letters typed within so many ms of one another are one name. */
const ONE_NAME_MS = 900

/**
 * The keys of the selected cells: a state's number or the letters of its name set the target, `-` means nothing on
 * purpose, `.` opens what else there is; arrows go from cell to cell, and with Shift select further ones.
 */
export function useCellKeys(openMenu: () => void) {
  const { component, axis, state, view, select } = useStillBench()
  const { set, empty } = useCells()
  const [typed, setTyped] = useState({ letters: '', at: 0 })
  const rows = rowsOf(component, axis, view)

  return (event: KeyboardEvent<HTMLDivElement>) => {
    const row = rows.find(({ key }) => key === view.row)
    const isOnCell = (event.target as Element).closest('[role="gridcell"]') !== null
    if (!row || !isOnCell || event.ctrlKey || event.metaKey || event.altKey) return
    const last = view.alsoCells.at(-1) ?? { row: row.key, state: state.id }
    const go = (dx: number, dy: number) => {
      const from = event.shiftKey ? last : { row: row.key, state: state.id }
      const to = axis.states[axis.states.findIndex(({ id }) => id === from.state) + dx]
      const toRow = rows[rows.findIndex(({ key }) => key === from.row) + dy]
      if (!to || !toRow) return
      if (!event.shiftKey) select({ do: 'select cell', state: to.id, row: toRow.key })
      else select({ do: 'select cells to', state: to.id, row: toRow.key, states: axis.states.map(({ id }) => id), rows: rows.map(({ key }) => key) })
    }
    const keys: Readonly<Record<string, () => void>> = {
      ArrowLeft: () => go(-1, 0), ArrowRight: () => go(1, 0), ArrowUp: () => go(0, -1), ArrowDown: () => go(0, 1),
      '-': () => set({ go: 'nothing' }), '.': openMenu, ContextMenu: openMenu, Delete: empty, Backspace: empty,
    }
    const numbered = /^[1-9]$/.test(event.key) ? axis.states[Number(event.key) - 1] : undefined
    if (keys[event.key]) keys[event.key]!()
    else if (numbered) set({ go: 'state', state: numbered.id })
    else if (/^[a-z ]$/i.test(event.key)) {
      const letters = (event.timeStamp - typed.at < ONE_NAME_MS ? typed.letters : '') + event.key.toLowerCase()
      setTyped({ letters, at: event.timeStamp })
      const named = axis.states.filter(({ name }) => name.toLowerCase().startsWith(letters))
      if (named.length === 1) set({ go: 'state', state: named[0]!.id })
    } else return
    event.preventDefault()
    event.stopPropagation()
  }
}
