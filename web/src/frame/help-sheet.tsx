import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { Link, useLocation } from 'react-router'
import { EVERYWHERE, helpAt, type HelpLine } from './help'

/** What can be done in the place one is at, and with which keys. */
export function HelpSheet({ isOpen, onClose }: { readonly isOpen: boolean; readonly onClose: () => void }) {
  return (
    <Dialog open={isOpen} onClose={onClose} maxWidth="md" fullWidth aria-labelledby="help-title">
      {isOpen && <HelpHere onClose={onClose} />}
    </Dialog>
  )
}

function HelpHere({ onClose }: { readonly onClose: () => void }) {
  const { title, lines, chapter } = helpAt(useLocation().pathname)
  return (
    <>
      <DialogTitle id="help-title">{title}</DialogTitle>
      <DialogContent className="help">
        <Lines lines={lines} />
        <h3 className="caption">Everywhere</h3>
        <Lines lines={EVERYWHERE} />
      </DialogContent>
      <DialogActions>
        <Link className="underlined" to={`/handbook/${chapter}`} onClick={onClose}>Handbook</Link>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </>
  )
}

const Lines = ({ lines }: { readonly lines: readonly HelpLine[] }) => (
  <dl className="help-lines">
    {lines.map(({ what, how, keys }) => (
      <div key={what}>
        <dt>{what}</dt>
        <dd>{how} {keys?.map((key) => <kbd key={key}>{key}</kbd>)}</dd>
      </div>
    ))}
  </dl>
)
