import { useState, type ClipboardEvent } from 'react'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import {
  addColumn, addRecord, addTable, cellOf, cellText, freeName, itemAt, namesOf, removeColumn, removeRecord, removeTable, renameColumn, renameTable,
  retypeColumn, RheoError, setTableCell, type DataTable,
} from '@rheoscope/core/document'
import { pasteText } from '@rheoscope/core/exchange'
import { CommitField } from '../fields/commit-field'
import { ChoiceField } from '../fields/choice-field'
import { useFileChoice } from '../fields/use-file-choice'
import { useImport } from '../imports/use-import'
import { newId } from '../session/new-id'
import { useEditing } from '../session/use-editing'
import './tables.css'

/** More records than these are drawn when they are asked for, so that a long table opens at once. */
const SHOWN_AT_ONCE = 100

const TYPES = ['text', 'number', 'yes/no', 'colour'] as const

/** The project's data tables: what lists show the records of. */
export function Tables() {
  const { project, make } = useEditing()
  const [openId, setOpen] = useState<string | null>(null)
  const open = project.tables.find(({ id }) => id === openId)
  const add = (table: DataTable) => {
    make(addTable({ ...table, name: freeName(table.name, namesOf(project.tables)) }), `add the table ${table.name}`)
    setOpen(table.id)
  }
  const { bringIn, elements } = useImport()
  const read = (file: File) => bringIn({ as: 'table', file, name: file.name.replace(/\.\w+$/, '') }, (answer) => 'table' in answer && add(answer.table))
  const { chooseFile, fileField } = useFileChoice({ label: 'CSV file', accept: '.csv,.tsv,text/csv', onFiles: ([file]) => read(file) })
  return (
    <section aria-label="Data tables">
      <div className="pane-head">
        <h2 className="caption">Data tables</h2>
        <span>
          <Button aria-label="Read a table from a CSV file" onClick={chooseFile}>CSV</Button>
          <Button aria-label="Add a data table" onClick={() => add({ id: newId('table'), name: 'table', columns: [{ id: newId('name'), name: 'name', type: 'text' }], records: [{ id: newId('record'), cells: {} }] })}>+</Button>
        </span>
        {fileField}
      </div>
      {elements}
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
  const { project, make } = useEditing()
  const [shown, setShown] = useState(SHOWN_AT_ONCE)
  const [told, setTold] = useState<Told | null>(null)
  const addOne = () => {
    make(addRecord(table.id, { id: newId('record'), cells: {} }), 'add a record')
    setShown(Math.max(shown, table.records.length + 1))
  }
  const isUsed = project.components.some(({ parts }) => parts.some((part) => part.kind === 'list' && part.table === table.id))
  const rename = (name: string): string | null => (name.trim() === '' ? 'A table has a name.' : (make(renameTable(project, table, name.trim()), 'rename the table'), null))
  const remove = () => {
    onClose()
    make(removeTable(table.id), `remove the table ${table.name}`)
  }
  return (
    <>
      <DialogTitle id="table-title"><CommitField label="Table name" hidesLabel value={table.name} onCommit={rename} /></DialogTitle>
      <DialogContent>
        {told?.isProblem === true && <p className="field-problem" role="alert">{told.sentence}</p>}
        <p className="muted" role="status">{told?.isProblem === false ? told.sentence : 'Paste from a spreadsheet into any cell: the rows go from there to the right and down, and make the columns they need.'}</p>
        <table className="data-grid">
          <thead><tr>{table.columns.map((column) => <ColumnHead key={column.id} table={table} column={column} />)}<td /></tr></thead>
          <tbody>{table.records.slice(0, shown).map((record, row) => <RecordRow key={record.id} table={table} row={row} onTold={setTold} />)}</tbody>
        </table>
        {table.records.length > shown && (
          <p className="muted">
            {shown} of {table.records.length.toLocaleString('en')} records are shown. <button className="plain underlined" onClick={() => setShown(shown + SHOWN_AT_ONCE)}>Show {Math.min(SHOWN_AT_ONCE, table.records.length - shown)} more</button>
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={addOne}>+ record</Button>
        <Button onClick={() => make(addColumn(table.id, { id: newId('column'), name: freeName('column', namesOf(table.columns)), type: 'text' }), 'add a column')}>+ column</Button>
        <span className="grow" />
        <Button disabled={isUsed} title={isUsed ? 'A list shows it' : undefined} onClick={remove}>Remove the table</Button>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </>
  )
}

function ColumnHead({ table, column }: { readonly table: DataTable; readonly column: DataTable['columns'][number] }) {
  const { project, make } = useEditing()
  const rename = (name: string): string | null => {
    if (name.trim() === '') return 'A column has a name.'
    if (table.columns.some((other) => other.id !== column.id && other.name === name.trim())) return 'That name is taken.'
    make(renameColumn(project, table, column, name.trim()), 'rename a column')
    return null
  }
  return (
    <th scope="col">
      <CommitField label={`Name of column ${column.name}`} hidesLabel value={column.name} onCommit={rename} />
      <span className="data-grid-type">
        <ChoiceField label={`Type of column ${column.name}`} hidesLabel value={column.type} choices={TYPES} onChange={(type) => make(retypeColumn(table, column.id, type), 'change the type of a column')} />
        <button className="plain muted" disabled={table.columns.length === 1} aria-label={`Remove column ${column.name}`} onClick={() => make(removeColumn(table, column.id), `remove the column ${column.name}`)}>×</button>
      </span>
    </th>
  )
}

/** Nothing is in it yet, so that what is typed or pasted first goes into its first cell. */
const isBlank = ({ records }: DataTable): boolean => records.length === 1 && records.every(({ cells }) => Object.keys(cells).length === 0)

/** What came of something that was pasted. */
interface Told {
  readonly sentence: string
  readonly isProblem: boolean
}

function RecordRow({ table, row, onTold }: { readonly table: DataTable; readonly row: number; readonly onTold: (told: Told) => void }) {
  const { make } = useEditing()
  const record = itemAt(table.records, row)
  const paste = (event: ClipboardEvent, column: number) => {
    try {
      const pasted = pasteText(table, { row, column }, event.clipboardData.getData('text'), newId)
      if (!pasted) return
      event.preventDefault()
      make(pasted.edit, 'paste records')
      onTold({ sentence: pasted.says, isProblem: false })
    } catch (error) {
      if (!(error instanceof RheoError)) throw error
      event.preventDefault()
      onTold({ sentence: error.message, isProblem: true })
    }
  }
  return (
    <tr>
      {table.columns.map((column, index) => (
        <td key={column.id} onPaste={(event) => paste(event, index)}>
          <CommitField
            label={`${column.name} of record ${row + 1}`} hidesLabel isFocused={row === 0 && index === 0 && isBlank(table)} isMono={column.type !== 'text'} value={cellText(record.cells[column.id])}
            onCommit={(text) => (make(setTableCell(table.id, record.id, column.id, cellOf(column.type, text)), `set ${column.name}`), null)}
          />
        </td>
      ))}
      <td><button className="plain muted" aria-label={`Remove record ${row + 1}`} onClick={() => make(removeRecord(table.id, record.id), 'remove a record')}>×</button></td>
    </tr>
  )
}
