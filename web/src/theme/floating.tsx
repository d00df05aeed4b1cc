import type { ReactNode } from 'react'
import { Menu, Popover } from '@mui/material'

interface Floating {
  /** What it hangs from; null while it is closed, and then it costs nothing. */
  readonly anchor: HTMLElement | null
  readonly onClose: () => void
  readonly children: ReactNode
}

/** A menu below what opened it. */
export const FloatingMenu = ({ anchor, onClose, children }: Floating) =>
  anchor && <Menu open anchorEl={anchor} onClose={onClose}>{children}</Menu>

/** A panel below what opened it. */
export const FloatingPanel = ({ anchor, onClose, children }: Floating) =>
  anchor && <Popover open anchorEl={anchor} onClose={onClose} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>{children}</Popover>
