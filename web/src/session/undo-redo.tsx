import { Button } from '@mui/material'
import { useOfSession, useSession } from './use-session'

/** The last edit taken back, and made again. */
export function UndoRedo() {
  const session = useSession()
  const history = useOfSession('history')
  const hasEarlier = useOfSession('hasEarlier')
  const last = history.undo.at(-1)
  const next = history.redo.at(-1)
  return (
    <>
      <Button disabled={!last && !hasEarlier} title={last ? `Undo: ${last.label} (Ctrl Z)` : hasEarlier ? 'Undo an earlier edit (Ctrl Z)' : 'Nothing to undo'} onClick={() => void session.undo()}>Undo</Button>
      <Button disabled={!next} title={next ? `Redo: ${next.label} (Ctrl Shift Z)` : 'Nothing to redo'} onClick={() => session.redo()}>Redo</Button>
    </>
  )
}
