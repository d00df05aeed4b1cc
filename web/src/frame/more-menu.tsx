import { useState, type ReactNode } from 'react'
import { Button, MenuItem } from '@mui/material'
import { Link } from 'react-router'
import { FloatingMenu } from '../theme/floating'
import { useTheForm } from '../theme/form-switch'
import { turnLetterKeys, useLetterKeys } from './letter-keys'
import { useFrame } from './use-frame'

/** What is seldom needed and the same everywhere, below what a place adds of its own. */
export function MoreMenu({ items }: { readonly items?: (onClose: () => void) => readonly ReactNode[] }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const { openHelp } = useFrame()
  const { other, toOther } = useTheForm()
  const hasLetterKeys = useLetterKeys()
  const close = () => setAnchor(null)
  const after = (act: () => void) => () => {
    close()
    act()
  }
  return (
    <>
      <Button title="More: theme, keys, help" aria-label="More" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>…</Button>
      <FloatingMenu anchor={anchor} onClose={close}>
        {anchor && items?.(close)}
        <MenuItem onClick={after(toOther)}>{other}</MenuItem>
        <MenuItem onClick={after(() => turnLetterKeys(!hasLetterKeys))}>{hasLetterKeys ? 'Turn off single-letter keys' : 'Turn on single-letter keys'}</MenuItem>
        <MenuItem onClick={after(openHelp)}>Help <kbd>?</kbd></MenuItem>
        <MenuItem component={Link} to="/handbook">Handbook</MenuItem>
        <MenuItem component={Link} to="/about">About</MenuItem>
      </FloatingMenu>
    </>
  )
}
