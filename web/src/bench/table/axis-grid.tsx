import { useLayoutEffect, useRef, useState, type CSSProperties, type MouseEvent, type RefObject } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addState, defaultTrigger, freeStateName, isDecidedOutside, isFromUser, type Id } from '@rheoscope/core/document'
import { readTriggers, TRIGGER_LINES } from '@rheoscope/core/written'
import { LineMenu } from '../../fields/line-menu'
import { orProblem } from '../../fields/said-values'
import { newId } from '../../session/new-id'
import { targetOf } from '../../theme/target-of'
import { useRoving } from '../../theme/use-roving'
import { AxisMenu } from './axis-menu'
import { CellMenu } from './cell-menu'
import { ColumnHead } from './column-head'
import { GridRow } from './grid-row'
import { bracketLines, GroupBrackets } from './group-brackets'
import { OFFERED_TRIGGERS, rowOf, rowsOf, usualRow, type Row } from './rows'
import { useStillBench } from '../page/use-bench'
import { useCellDrag } from './use-cell-drag'
import { useColumnDrag } from './use-column-drag'
import { useCellKeys } from './use-cell-keys'

/** The room for the heads of rows, and for adding a state, in px. */
const HEADS_PX = 92
const ADD_PX = 44

/** The looks of one axis across and its triggers down, in one grid with shared columns. */
export function AxisGrid() {
  const { component, axis, view, select, make, state } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const rows = rowsOf(component, axis, view)
  const drag = useCellDrag()
  const columnDrag = useColumnDrag()
  const { typing, onKeyDown, onBlur } = useCellKeys(() => setAnchor(document.activeElement instanceof HTMLElement ? document.activeElement : null))
  const grid = useRef<HTMLDivElement>(null)
  useFocusOnCell(grid)
  useRoving(grid, '.cell, .state-name, .state-menu, .column-open, .grid-add button, .grid-corner button')
  const [added, setAdded] = useState<Id | null>(null)
  const hasTriggers = !isDecidedOutside(axis)
  const add = () => {
    const name = freeStateName(axis)
    const id = newId(name)
    make(addState(component, axis, id, name, state), `add a state to ${axis.name}`)
    select({ do: 'select state', state: id })
    select({ do: 'edit into', into: 'look' })
    setAdded(id)
  }
  const onContextMenu = (event: MouseEvent) => {
    const cell = targetOf(event)?.closest<HTMLElement>('[role="gridcell"]')
    if (!cell) return
    event.preventDefault()
    setAnchor(cell)
  }
  const headLine = bracketLines(axis) + 1
  const least = component.axes.length > 1 ? 86 : 116
  const columns: CSSProperties = { gridTemplateColumns: `${HEADS_PX}px repeat(${axis.states.length}, minmax(${least}px, 1fr)) ${ADD_PX}px` }
  const room: CSSProperties = { flex: `${axis.states.length} 0 ${HEADS_PX + axis.states.length * least + ADD_PX}px` }
  return (
    <div className="axis-grid" style={room}>
      <div className={drag.line ? 'grid is-dragging' : 'grid'} style={columns} role="grid" aria-label={`Looks and responses of ${axis.name}`} aria-multiselectable ref={grid} onKeyDown={onKeyDown} onBlur={onBlur} onContextMenu={onContextMenu}>
        <GroupBrackets />
        <div className="grid-row" role="row">
          <div className="grid-corner" role="columnheader" style={{ gridRow: `1 / ${headLine + 1}`, gridColumn: 1 }}>
            <span className="caption">axis</span>
            <AxisMenu />
            <span className="caption corner-looks">looks →</span>
            {!view.isEaselOpen && hasTriggers && <span className="caption">triggers ↓</span>}
          </div>
          {axis.states.map((each, column) => <ColumnHead key={each.id} state={each} column={column} line={headLine} isTarget={(drag.line?.over ?? columnDrag.over) === each.id} handlers={columnDrag.handlersFor(each.id)} isNew={added === each.id} onNamed={() => setAdded(null)} />)}
          <div className="grid-add" role="columnheader" style={{ gridRow: headLine, gridColumn: axis.states.length + 2 }}>
            <Button onClick={add} aria-label={component.axes.length > 1 ? `Add a state to ${axis.name}` : 'Add a state'} title="Add a state: a copy of the selected one">+</Button>
          </div>
        </div>
        {!view.isEaselOpen && hasTriggers && rows.map((row, index) => <GridRow key={row.key} row={row} line={headLine + index + 1} drag={drag} typing={typing?.row === row.key ? typing : null} />)}
      </div>
      {!view.isEaselOpen && (hasTriggers ? <BelowRows /> : <DrivenHint />)}
      <CellMenu anchor={anchor} onClose={() => setAnchor(null)} />
      {drag.line && (
        <svg className="drag-line" aria-hidden="true">
          <line x1={drag.line.x1} y1={drag.line.y1} x2={drag.line.x2} y2={drag.line.y2} />
          <circle cx={drag.line.x2} cy={drag.line.y2} r="4" />
        </svg>
      )}
    </div>
  )
}

/** Keeps the focus on the selected cell: when another one is selected by the keys, and when the cell that had it is drawn anew as part of a longer or shorter bar. */
function useFocusOnCell(grid: RefObject<HTMLDivElement | null>): void {
  const hadFocus = useRef(false)
  useLayoutEffect(() => {
    const active = document.activeElement
    const isHere = active?.closest('[role="gridcell"]') != null && grid.current?.contains(active) === true
    if (isHere || (hadFocus.current && active === document.body)) {
      const cell = grid.current?.querySelector<HTMLElement>('[role="gridcell"][data-main]')
      if (cell && cell !== active) cell.focus({ preventScroll: true })
    }
    hadFocus.current = isHere || (hadFocus.current && active === document.body)
  })
}

function DrivenHint() {
  const { axis } = useStillBench()
  const by = axis.boundTo && 'parameter' in axis.boundTo ? axis.boundTo.parameter : ''
  return <p className="muted hint">“{by}” decides which of these looks an instance has; no trigger does. Select a look and change what differs.</p>
}

/** What stands under the rows: another trigger, and how the rows are shown. */
function BelowRows() {
  const { component, view, select } = useStillBench()
  return (
    <div className="add-trigger">
      <AddTrigger />
      <button className="plain muted" title="The order of the rows" onClick={() => select({ do: 'sort rows', by: view.rowsBy === 'trigger' ? 'part' : 'trigger' })}>rows by {view.rowsBy}</button>
      <button className="plain muted" aria-pressed={view.showsGaps} title="Mark the cells that answer nothing" onClick={() => select({ do: 'show gaps', shows: !view.showsGaps })}>{view.showsGaps ? 'hide gaps' : 'show gaps'}</button>
      <button className="plain muted" title="The same rules as a map (,)" onClick={() => select({ do: 'show as', as: 'map' })}>as a map</button>
      <button className="plain muted" title="The whole component as text (T)" onClick={() => select({ do: 'show as', as: 'text' })}>as text</button>
      {view.row === null && component.axes.length === 1 && <span className="muted hint">Drag from a cell to a column to say where a trigger leads; or select a cell and type a state’s name or number.</span>}
    </div>
  )
}

function AddTrigger() {
  const { component, parts, axis, select } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [part] = parts
  const add = (row: Row) => {
    setAnchor(null)
    select({ do: 'add row', axis: axis.id, row })
  }
  const take = (line: string): string | null => {
    const read = orProblem(() => ({ value: readTriggers(line, OFFERED_TRIGGERS, component.parts) }))
    if ('problem' in read) return read.problem
    for (const { trigger, part: on } of read.value) add(rowOf(trigger, on))
    return null
  }
  return (
    <>
      <button className="plain muted" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>+ trigger</button>
      <LineMenu anchor={anchor} onClose={() => setAnchor(null)} label="Add a trigger" line="New triggers in one line" example={TRIGGER_LINES} onLine={take}>
        {OFFERED_TRIGGERS.map((kind) => <MenuItem key={kind} onClick={() => add(usualRow(component, kind, null))}>{kind}</MenuItem>)}
        {part?.parent != null &&
          OFFERED_TRIGGERS.filter((kind) => isFromUser(defaultTrigger(kind))).map((kind) => (
            <MenuItem key={`${kind} part`} onClick={() => add(usualRow(component, kind, part.id))}>{kind} on {part.name}</MenuItem>
          ))}
      </LineMenu>
    </>
  )
}
