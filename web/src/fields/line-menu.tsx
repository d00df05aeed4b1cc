import { useRef, type KeyboardEvent, type ReactNode } from 'react'
import { MenuList } from '@mui/material'
import { FloatingPanel } from '../theme/floating'
import { CommitField, type Refusal } from './commit-field'

interface LineMenuProps {
  /** What it hangs from; null while it is closed. */
  readonly anchor: HTMLElement | null
  readonly onClose: () => void
  /** What it is for: `Add a parameter`. */
  readonly label: string
  /** What the line is called, and an example of it. */
  readonly line: string
  readonly example: string
  /** Takes what was typed; returns a sentence when it cannot be taken, and null when it was. What has to be looked up first is promised. */
  readonly onLine: (text: string) => Refusal | Promise<Refusal>
  /** The items of the menu. */
  readonly children: ReactNode
}

/** A menu of more than these is longer than any window; the line takes the names of all. */
export const MOST_LISTED = 60

/** How many of a long menu are not listed, and how they are to be had. */
export const NotListed = ({ count }: { readonly count: number }) =>
  count > 0 && <li className="muted hint line-menu-rest" role="none">{count.toLocaleString('en')} more: type the name into the line.</li>

/** Things to be added by a click, with a line above to say one in: the focus is in the line, arrow down leads to the menu. */
export function LineMenu({ anchor, onClose, label, line, example, onLine, children }: LineMenuProps) {
  const list = useRef<HTMLUListElement>(null)
  const toList = (event: KeyboardEvent) => {
    if (event.key === 'ArrowDown' && event.target instanceof HTMLInputElement) list.current?.querySelector<HTMLElement>('[role=menuitem]')?.focus()
  }
  return (
    <FloatingPanel anchor={anchor} onClose={onClose}>
      <div className="line-menu" role="dialog" aria-label={label} onKeyDown={toList}>
        <CommitField label={line} hidesLabel isMono isFocused value="" placeholder={example} onCommit={onLine} />
        <MenuList ref={list} aria-label={label}>{children}</MenuList>
      </div>
    </FloatingPanel>
  )
}
