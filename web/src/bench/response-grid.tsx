import { useState, type CSSProperties, type KeyboardEvent } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addState, defaultTrigger, freeStateName, isFromUser, leaveCell, setCell, setRuleField, type Target } from '@rheoscope/core/document'
import { newId } from '../session/new-id'
import { AxisMenu } from './axis-menu'
import { ColumnHead } from './column-head'
import { Easel } from './easel'
import { GridRow } from './grid-row'
import { OFFERED_TRIGGERS, rowOf, rowsOf, type Row } from './rows'
import { useStillBench } from './use-bench'
import { useCellDrag } from './use-cell-drag'
import { FloatingMenu } from '../theme/floating'
import './grid.css'

/** The looks of an axis across and its triggers down, in one grid with shared columns. */
export function ResponseGrid() {
  const bench = useStillBench()
  const { component, axis, view, select, make, state } = bench
  const rows = rowsOf(component, axis, view.addedRows)
  const drag = useCellDrag()
  const onKeyDown = useCellKeys(rows)
  const add = () => {
    const id = newId()
    make(addState(component, axis, id, freeStateName(axis), state), `add a state to ${axis.name}`)
    select({ do: 'select state', state: id })
  }
  const columns: CSSProperties = { gridTemplateColumns: `92px repeat(${axis.states.length}, minmax(116px, 1fr)) 44px` }

  return (
    <section className="grid-pane" aria-label="Response table">
      <div className="grid-scroll">
        <div className={drag.line ? 'grid is-dragging' : 'grid'} style={columns} role="grid" aria-label={`Looks and responses of ${axis.name}`} onKeyDown={onKeyDown}>
          <div className="grid-row" role="row">
            <div className="grid-corner" role="columnheader">
              <span className="caption">axis</span>
              <AxisMenu />
              <span className="caption corner-looks">looks →</span>
              {!view.isEaselOpen && axis.drivenBy === null && <span className="caption">triggers ↓</span>}
            </div>
            {axis.states.map((each, column) => <ColumnHead key={each.id} state={each} column={column} isTarget={drag.line?.over === each.id} />)}
            <div className="grid-add" role="columnheader">
              <Button onClick={add} aria-label="Add a state" title="Add a state: a copy of the selected one">+</Button>
            </div>
          </div>
          {!view.isEaselOpen && axis.drivenBy === null && rows.map((row, index) => <GridRow key={row.key} row={row} line={index + 2} drag={drag} />)}
        </div>
        {view.isEaselOpen ? <Easel /> : axis.drivenBy === null ? <AddTrigger /> : <DrivenHint by={'parameter' in axis.drivenBy ? axis.drivenBy.parameter : axis.drivenBy.variable} />}
      </div>
      {drag.line && (
        <svg className="drag-line" aria-hidden="true">
          <line x1={drag.line.x1} y1={drag.line.y1} x2={drag.line.x2} y2={drag.line.y2} />
          <circle cx={drag.line.x2} cy={drag.line.y2} r="4" />
        </svg>
      )}
    </section>
  )
}

function DrivenHint({ by }: { readonly by: string }) {
  return <p className="muted hint">“{by}” decides which of these looks an instance has; no trigger does. Select a look and change what differs.</p>
}

function AddTrigger() {
  const { parts, view, select } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [part] = parts
  const add = (row: Row) => {
    setAnchor(null)
    select({ do: 'add row', row })
  }
  return (
    <div className="add-trigger">
      <button className="plain muted" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>+ trigger</button>
      {view.row === null && <span className="muted hint">Drag from a cell to a column to say where a trigger leads; or select a cell and type a state’s name or number.</span>}
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {OFFERED_TRIGGERS.map((kind) => <MenuItem key={kind} onClick={() => add(rowOf(defaultTrigger(kind), null))}>{kind}</MenuItem>)}
        {part?.parent != null &&
          OFFERED_TRIGGERS.filter((kind) => isFromUser(defaultTrigger(kind))).map((kind) => (
            <MenuItem key={`${kind} part`} onClick={() => add(rowOf(defaultTrigger(kind), part.id))}>{kind} on {part.name}</MenuItem>
          ))}
      </FloatingMenu>
    </div>
  )
}

/** The keys of a selected cell: a state's number or the letters of its name set the target, `-` means nothing on purpose. */
function useCellKeys(rows: readonly Row[]) {
  const { component, axis, state, rule, view, select, make } = useStillBench()
  const [typed, setTyped] = useState({ letters: '', at: 0 })
  const setTarget = (row: Row, target: Target) =>
    make(rule ? setRuleField(component.id, rule.id, 'target', target) : setCell(component, { axis: axis.id, state: state.id, trigger: row.trigger, part: row.part }, target, newId()), `set what ${row.key} does in ${state.name}`)

  return (event: KeyboardEvent<HTMLDivElement>) => {
    const row = rows.find(({ key }) => key === view.row)
    if (!row || event.ctrlKey || event.metaKey || event.altKey) return
    const column = axis.states.indexOf(state)
    const go = (dx: number, dy: number) => {
      const to = axis.states[column + dx]
      const toRow = rows[rows.indexOf(row) + dy]
      if (to && toRow) select({ do: 'select cell', state: to.id, row: toRow.key })
    }
    const keys: Readonly<Record<string, () => void>> = {
      ArrowLeft: () => go(-1, 0), ArrowRight: () => go(1, 0), ArrowUp: () => go(0, -1), ArrowDown: () => go(0, 1),
      '-': () => setTarget(row, { go: 'nothing' }),
      Delete: () => rule && make(leaveCell(component, rule, state.id), `empty a cell of ${row.key}`),
      Backspace: () => rule && make(leaveCell(component, rule, state.id), `empty a cell of ${row.key}`),
    }
    const numbered = /^[1-9]$/.test(event.key) ? axis.states[Number(event.key) - 1] : undefined
    if (keys[event.key]) keys[event.key]!()
    else if (numbered) setTarget(row, { go: 'state', state: numbered.id })
    else if (/^[a-z ]$/i.test(event.key)) {
      const letters = (event.timeStamp - typed.at < 900 ? typed.letters : '') + event.key.toLowerCase()
      setTyped({ letters, at: event.timeStamp })
      const named = axis.states.filter(({ name }) => name.toLowerCase().startsWith(letters))
      if (named.length === 1) setTarget(row, { go: 'state', state: named[0]!.id })
    } else return
    event.preventDefault()
    event.stopPropagation()
  }
}
