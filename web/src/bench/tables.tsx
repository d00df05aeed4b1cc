import { useRef, useState } from 'react'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import {
  addColumn, addRecord, addTable, batch, cellOf, cellText, freeName, namesOf, removeColumn, removeRecord, removeTable, renameColumn, renameTable, retypeColumn, setTableCell, type DataTable,
} from '@rheoscope/core/document'
import { rowsOf, tableFrom } from '@rheoscope/core/exchange'
import { CommitField } from '../fields/commit-field'
import { ChoiceField } from '../fields/property-field'
import { newId } from '../session/new-id'
import { useStillBench } from './use-bench'
import './tables.css'

const TYPES = ['text', 'number', 'yes/no', 'colour'] as const

/** The project's data tables: what lists show the records of. */
export function Tables() {
  const { project, make } = useStillBench()
  const [openId, setOpen] = useState<string | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const open = project.tables.find(({ id }) => id === openId)
  const add = (table: DataTable) => {
    make(addTable({ ...table, name: freeName(table.name, namesOf(project.tables)) }), `add the table ${table.name}`)
    setOpen(table.id)
  }
  const read = async (file: File | undefined) => file && add(tableFrom(await file.text(), file.name.replace(/\.\w+$/, ''), newId))
  return (
    <section aria-label="Data tables">
      <div className="pane-head">
        <h2 className="caption">Data tables</h2>
        <span>
          <Button aria-label="Read a table from a CSV file" onClick={() => input.current!.click()}>CSV</Button>
          <Button aria-label="Add a data table" onClick={() => add({ id: newId(), name: 'table', columns: [{ id: newId(), name: 'name', type: 'text' }], records: [{ id: newId(), cells: {} }] })}>+</Button>
        </span>
        <input ref={input} type="file" hidden aria-label="CSV file" accept=".csv,.tsv,text/csv" onChange={(event) => { void read(event.target.files?.[0]); event.target.value = '' }} />
      </div>
      <ul className="parameters">
        {project.tables.map((table) => (
          <li key={table.id} className="table-line">
            <button className="plain underlined" onClick={() => setOpen(table.id)}>{table.name}</button> <span className="muted">{table.records.length} {table.records.length === 1 ? 'record' : 'records'}</span>
          </li>
        ))}
      </ul>
      <Dialog open={open !== undefined} onClose={() => setOpen(null)} maxWidth="md" fullWidth aria-labelledby="table-title">
        {open && <TableGrid table={open} onClose={() => setOpen(null)} />}
      </Dialog>
    </section>
  )
}

function TableGrid({ table, onClose }: { readonly table: DataTable; readonly onClose: () => void }) {
  const { project, make } = useStillBench()
  const isUsed = project.components.some(({ parts }) => parts.some((part) => part.kind === 'list' && part.table === table.id))
  const rename = (name: string): string | null => (name.trim() === '' ? 'A table has a name.' : (make(renameTable(table.id, name.trim()), 'rename the table'), null))
  const remove = () => {
    onClose()
    make(removeTable(table.id), `remove the table ${table.name}`)
  }
  return (
    <>
      <DialogTitle id="table-title"><CommitField label="Table name" hidesLabel value={table.name} onCommit={rename} /></DialogTitle>
      <DialogContent>
        <p className="muted">Paste from a spreadsheet into any cell: the rows go from there to the right and down.</p>
        <table className="data-grid">
          <thead><tr>{table.columns.map((column) => <ColumnHead key={column.id} table={table} column={column} />)}<th /></tr></thead>
          <tbody>{table.records.map((record, row) => <RecordRow key={record.id} table={table} row={row} />)}</tbody>
        </table>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => make(addRecord(table.id, { id: newId(), cells: {} }), 'add a record')}>+ record</Button>
        <Button onClick={() => make(addColumn(table.id, { id: newId(), name: freeName('column', namesOf(table.columns)), type: 'text' }), 'add a column')}>+ column</Button>
        <span className="grow" />
        <Button disabled={isUsed} title={isUsed ? 'A list shows it' : undefined} onClick={remove}>Remove the table</Button>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </>
  )
}

function ColumnHead({ table, column }: { readonly table: DataTable; readonly column: DataTable['columns'][number] }) {
  const { make } = useStillBench()
  const rename = (name: string): string | null => {
    if (name.trim() === '') return 'A column has a name.'
    if (table.columns.some((other) => other.id !== column.id && other.name === name.trim())) return 'That name is taken.'
    make(renameColumn(table.id, column.id, name.trim()), 'rename a column')
    return null
  }
  return (
    <th scope="col">
      <CommitField label={`Name of column ${column.name}`} hidesLabel value={column.name} onCommit={rename} />
      <span className="data-grid-type">
        <ChoiceField label={`Type of column ${column.name}`} hidesLabel value={column.type} choices={TYPES} onChange={(type) => make(retypeColumn(table, column.id, type as typeof column.type), 'change the type of a column')} />
        <button className="plain muted" disabled={table.columns.length === 1} aria-label={`Remove column ${column.name}`} onClick={() => make(removeColumn(table, column.id), `remove the column ${column.name}`)}>×</button>
      </span>
    </th>
  )
}

function RecordRow({ table, row }: { readonly table: DataTable; readonly row: number }) {
  const { make } = useStillBench()
  const record = table.records[row]!
  return (
    <tr>
      {table.columns.map((column, index) => (
        <td key={column.id} onPaste={(event) => {
          const rows = rowsOf(event.clipboardData.getData('text'))
          if (rows.length < 2 && (rows[0]?.length ?? 0) < 2) return
          event.preventDefault()
          make(pasted(table, row, index, rows), 'paste records')
        }}>
          <CommitField
            label={`${column.name} of record ${row + 1}`} hidesLabel isMono={column.type !== 'text'} value={cellText(record.cells[column.id])}
            onCommit={(text) => (make(setTableCell(table.id, record.id, column.id, cellOf(column.type, text)), `set ${column.name}`), null)}
          />
        </td>
      ))}
      <td><button className="plain muted" aria-label={`Remove record ${row + 1}`} onClick={() => make(removeRecord(table.id, record.id), 'remove a record')}>×</button></td>
    </tr>
  )
}

/** Rows put into a table from a cell on; records are added where it ends, what reaches beyond its columns is left out. */
function pasted(table: DataTable, fromRow: number, fromColumn: number, rows: readonly (readonly string[])[]) {
  return batch(...rows.flatMap((cells, down) => {
    const columns = table.columns.slice(fromColumn, fromColumn + cells.length)
    const values = columns.map(({ id, type }, across) => [id, cellOf(type, cells[across]!)] as const)
    const record = table.records[fromRow + down]
    return record ? values.map(([id, value]) => setTableCell(table.id, record.id, id, value)) : [addRecord(table.id, { id: newId(), cells: Object.fromEntries(values) })]
  }))
}
