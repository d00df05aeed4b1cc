import { useState } from 'react'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { BIN_DAYS, type BinnedProject } from '@rheoscope/core/protocol'
import { timeText } from './time-text'
import type { ShelfState } from './use-shelf'

/** What was removed, to be put back, or to be deleted for good before its time is up. */
export function BinDialog({ shelf, isOpen, onClose }: { readonly shelf: ShelfState; readonly isOpen: boolean; readonly onClose: () => void }) {
  return (
    <Dialog open={isOpen} onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="bin-title">
      <DialogTitle id="bin-title">Bin</DialogTitle>
      <DialogContent>
        <p className="muted hint">What is here stays for {BIN_DAYS} days.</p>
        {shelf.bin.length === 0 && <p>There is nothing in it.</p>}
        <ul className="bin">{shelf.bin.map((binned) => <BinRow key={binned.id} binned={binned} shelf={shelf} />)}</ul>
      </DialogContent>
      <DialogActions><Button onClick={onClose}>Close</Button></DialogActions>
    </Dialog>
  )
}

/** One project in the bin. Deleting it for good asks once more in the same place. */
function BinRow({ binned: { id, name, removedAt, keptUntil }, shelf }: { readonly binned: BinnedProject; readonly shelf: ShelfState }) {
  const [isAsking, setAsking] = useState(false)
  return (
    <li>
      <strong>{name}</strong>
      <span className="muted">removed {timeText(removedAt)}, kept until {new Date(keptUntil).toLocaleDateString(undefined, { dateStyle: 'medium' })}</span>
      <span className="grow" />
      {isAsking
        ? <>Delete for good? <button className="plain underlined" onClick={() => shelf.deleteForGood(id)}>Yes</button> <button className="plain underlined" onClick={() => setAsking(false)}>No</button></>
        : <><button className="plain underlined" aria-label={`Put back ${name}`} onClick={() => shelf.putBack(id)}>Put back</button> <button className="plain underlined" aria-label={`Delete ${name} for good`} onClick={() => setAsking(true)}>Delete</button></>}
    </li>
  )
}
