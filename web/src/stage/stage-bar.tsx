import { useState } from 'react'
import { Link } from 'react-router'
import { MenuItem, ToggleButton, ToggleButtonGroup } from '@mui/material'
import { removeScreen, renameScreen } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { ClockControls } from '../playing/clock-controls'
import { usePlaces } from '../session/places'
import { UndoRedo } from '../session/undo-redo'
import { FloatingMenu } from '../theme/floating'
import { FormSwitch } from '../theme/form-switch'
import { useStage } from './use-stage'

/** The bar at the top: where one is, arranging or running, and the clock. */
export function StageBar() {
  const { player, isArranging, arrange } = useStage()
  return (
    <header className="top-bar">
      <Link to="/" className="brand">Rheoscope</Link>
      <Where />
      <span className="grow" />
      <ToggleButtonGroup size="small" exclusive value={isArranging ? 'arrange' : 'run'} aria-label="What the pointer does" onChange={(_event, to: string | null) => to && arrange(to === 'arrange')}>
        <ToggleButton value="arrange" title="Put things where they belong (A)">Arrange</ToggleButton>
        <ToggleButton value="run" title="Use it as it will be used (A)">Use it</ToggleButton>
      </ToggleButtonGroup>
      <span className="grow" />
      {player && <ClockControls player={player} of="screen" />}
      <span className="grow" />
      <UndoRedo />
      <FormSwitch />
    </header>
  )
}

function Where() {
  const { project, screen, make } = useStage()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const close = () => setAnchor(null)
  const { go, items } = usePlaces({ project, here: screen.id, make, onGo: close })
  const remove = () => {
    close()
    const other = project.screens.find(({ id }) => id !== screen.id)
    if (other) go('screen', other.id)
    else if (project.components[0]) go('component', project.components[0].id)
    make(removeScreen(project, screen.id), `remove ${screen.name}`)
  }
  return (
    <nav className="crumbs" aria-label="Where you are">
      <span>{project.name}</span> <span className="muted">/</span>
      <CommitField label="Screen name" hidesLabel value={screen.name} onCommit={(name) => (name.trim() === '' ? 'A screen has a name.' : (make(renameScreen(screen.id, name.trim()), 'rename the screen'), null))} />
      <button className="plain crumb-more" aria-haspopup="menu" aria-label="Components and screens" onClick={(event) => setAnchor(event.currentTarget)}>▾</button>
      <FloatingMenu anchor={anchor} onClose={close}>
        {items}
        <MenuItem divider disabled />
        <MenuItem onClick={remove}>Remove {screen.name} with its takes</MenuItem>
      </FloatingMenu>
    </nav>
  )
}
