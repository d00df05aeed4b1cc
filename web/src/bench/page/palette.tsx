import { useState, type KeyboardEvent } from 'react'
import { Dialog } from '@mui/material'
import { keyText, type Command } from './commands'
import { useStillBench } from './use-bench'

interface PaletteProps {
  readonly commands: readonly Command[]
  readonly isOpen: boolean
  readonly onClose: () => void
}

/** Every command by name, narrowed down while typing, with its key beside it. */
export function Palette({ commands, isOpen, onClose }: PaletteProps) {
  return (
    <Dialog open={isOpen} onClose={onClose} maxWidth="xs" fullWidth slotProps={{ paper: { 'aria-label': 'Commands' } }}>
      {isOpen && <CommandList commands={commands} onClose={onClose} />}
    </Dialog>
  )
}

function CommandList({ commands, onClose }: Omit<PaletteProps, 'isOpen'>) {
  const bench = useStillBench()
  const [typed, setTyped] = useState('')
  const [chosen, setChosen] = useState(0)
  const words = typed.toLowerCase().split(/\s+/)
  const found = commands.filter(({ name, isPossible }) => isPossible(bench) && words.every((word) => name.toLowerCase().includes(word)))
  const run = (command: Command | undefined) => {
    if (!command) return
    onClose()
    command.run(bench)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation()
    if (event.key === 'Enter') run(found[chosen])
    else if (event.key === 'ArrowDown') setChosen(Math.min(found.length - 1, chosen + 1))
    else if (event.key === 'ArrowUp') setChosen(Math.max(0, chosen - 1))
    else if (event.key === 'Escape') onClose()
    else return
    event.preventDefault()
  }
  return (
    <div className="palette" onKeyDown={onKeyDown}>
      <input autoFocus aria-label="Command" placeholder="Type a command" value={typed} onChange={(event) => { setTyped(event.target.value); setChosen(0) }} />
      <ul role="listbox" aria-label="Commands" tabIndex={0}>
        {found.map((command, index) => (
          <li key={command.name} role="option" aria-selected={index === chosen} onClick={() => run(command)} onPointerMove={() => setChosen(index)}>
            {command.name} {command.key && <kbd>{keyText(command.key)}</kbd>}
          </li>
        ))}
      </ul>
    </div>
  )
}
