import { useState } from 'react'
import { Link } from 'react-router'
import { Button, MenuItem } from '@mui/material'
import { removeComponent, renameComponent, renameProject } from '@rheoscope/core/document'
import { CommitField } from '../../fields/commit-field'
import { ClockControls } from '../../playing/clock-controls'
import { usePlaces } from '../../session/places'
import { UndoRedo } from '../../session/undo-redo'
import { FormSwitch } from '../../theme/form-switch'
import { FindingCounts } from './findings-panel'
import { HandOver } from './hand-over'
import { useStillBench } from './use-bench'
import { FloatingMenu } from '../../theme/floating'

/** The bar at the top: where one is, the clock, the findings, undo and redo, and handing over. */
export function TopBar({ onPalette }: { readonly onPalette: () => void }) {
  const { player } = useStillBench()
  return (
    <header className="top-bar">
      <Link to="/" className="brand">Rheoscope</Link>
      <Crumbs />
      <span className="grow" />
      {player && <ClockControls player={player} of="specimen" />}
      <span className="grow" />
      <FindingCounts />
      <UndoRedo />
      <Button title="All commands (Ctrl K)" aria-label="All commands" onClick={onPalette}>…</Button>
      <HandOver />
      <FormSwitch />
    </header>
  )
}

function Crumbs() {
  const { project, component, make } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const close = () => setAnchor(null)
  const { go, items } = usePlaces({ project, here: component.id, make, onGo: close })
  const remove = () => {
    const other = project.components.find(({ id }) => id !== component.id)
    if (!other) return
    go('component', other.id)
    make(removeComponent(component.id), `remove ${component.name}`)
  }
  const isUsed = [...project.components, ...project.screens].some(({ parts }) => parts.some((part) => part.kind === 'instance' && part.component === component.id))
  return (
    <nav className="crumbs" aria-label="Where you are">
      <CommitField label="Project name" hidesLabel value={project.name} onCommit={(name) => (name.trim() === '' ? 'A project has a name.' : (make(renameProject(name.trim()), 'rename the project'), null))} />
      <span className="muted">/</span>
      <CommitField label="Component name" hidesLabel value={component.name} onCommit={(name) => (name.trim() === '' ? 'A component has a name.' : (make(renameComponent(component.id, name.trim()), 'rename the component'), null))} />
      <button className="plain crumb-more" aria-haspopup="menu" aria-label="Components" onClick={(event) => setAnchor(event.currentTarget)}>▾</button>
      <FloatingMenu anchor={anchor} onClose={close}>
        {items}
        <MenuItem divider disabled />
        <MenuItem disabled={isUsed || project.components.length === 1} onClick={remove}>{isUsed ? 'In use, so it cannot be removed' : `Remove ${component.name}`}</MenuItem>
      </FloatingMenu>
    </nav>
  )
}
