import { Button, Dialog, DialogActions, DialogContent } from '@mui/material'
import { Tables } from '../project/tables'
import { Tokens } from '../project/tokens'
import { SharedVariables } from '../project/variables'
import { SHARED } from './contents-side'

const SECTIONS = { variable: SharedVariables, token: Tokens, table: Tables } as const

/** What all components share, of one kind, to be looked at and changed. */
export function SharedDialog({ kind, onClose }: { readonly kind: string | null; readonly onClose: () => void }) {
  const shared = SHARED.find((each) => each.kind === kind)
  const Section = shared ? SECTIONS[shared.kind] : null
  return (
    <Dialog open={shared !== undefined} onClose={onClose} maxWidth="sm" fullWidth slotProps={{ paper: { 'aria-label': shared?.name ?? 'Shared' } }}>
      <DialogContent className="shared-content">{Section && <Section />}</DialogContent>
      <DialogActions><Button onClick={onClose}>Close</Button></DialogActions>
    </Dialog>
  )
}
