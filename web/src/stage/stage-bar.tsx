import { useState } from 'react'
import { Link } from 'react-router'
import { MenuItem, ToggleButton, ToggleButtonGroup } from '@mui/material'
import { addScreen, duplicateScreen, removeScreen, renameScreen } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { ClockControls } from '../playing/clock-controls'
import type { Player } from '../playing/player'
import { usePlayerState } from '../playing/use-player'
import { newId } from '../session/new-id'
import { usePlaces } from '../session/places'
import { UndoRedo } from '../session/undo-redo'
import { FloatingMenu } from '../theme/floating'
import { FormSwitch } from '../theme/form-switch'
import { useStage, type Way } from './use-stage'

/** The bar at the top: where one is, arranging or running, and the clock. */
export function StageBar() {
  const { project, screen, player, startOver, isArranging, arrange, showsLinks, showLinks, entryPoint, size } = useStage()
  const way = screen.entryPoints?.find(({ id }) => id === entryPoint)
  const asked = new URLSearchParams({ ...(way ? { in: way.name } : {}), ...(size ? { size: size.name } : {}) }).toString()
  const shown = showsLinks ? 'links' : isArranging ? 'arrange' : 'run'
  return (
    <header className="top-bar">
      <Link to="/" className="brand">Rheoscope</Link>
      <Where />
      <span className="grow" />
      <ToggleButtonGroup size="small" exclusive value={shown} aria-label="What is shown" onChange={(_event, to: string | null) => to && (to === 'links' ? showLinks(true) : arrange(to === 'arrange'))}>
        <ToggleButton value="arrange" title="Put things where they belong (A)">Arrange</ToggleButton>
        <ToggleButton value="run" title="Use the screen as people will (A)">Run</ToggleButton>
        <ToggleButton value="links" title="See what affects what on it (L)">Links</ToggleButton>
      </ToggleButtonGroup>
      {shown === 'run' && <WayOfWorking />}
      <span className="grow" />
      {player && <ClockControls player={player} of="screen" onStartOver={startOver} />}
      {player && <Steps player={player} />}
      <span className="grow" />
      <Link className="underlined" to={`/project/${project.id}/findings`} title="What the checks say about all of the project">Findings</Link>
      <Link className="underlined" to={`/project/${project.id}/preview/${screen.id}${asked && `?${asked}`}`} title="The screen alone, at an address of its own, for others to try">Preview</Link>
      <UndoRedo />
      <FormSwitch />
    </header>
  )
}

/** Whether the pointer is a mouse or a finger; the keyboard always works. */
function WayOfWorking() {
  const { way, work } = useStage()
  return (
    <ToggleButtonGroup size="small" exclusive value={way} aria-label="Input method" onChange={(_event, to: Way | null) => to && work(to)}>
      <ToggleButton value="mouse">mouse</ToggleButton>
      <ToggleButton value="touch">touch</ToggleButton>
    </ToggleButtonGroup>
  )
}

/** While the clock is held: on to the next event, or by a frame. */
function Steps({ player }: { readonly player: Player }) {
  const { isHeld } = usePlayerState(player)
  if (!isHeld) return null
  return (
    <>
      <button className="plain underlined" onClick={() => player.stepEvent()}>next event</button>
      <button className="plain underlined" onClick={() => player.stepFrame()}>next frame</button>
    </>
  )
}

function Where() {
  const { project, screen, make } = useStage()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const close = () => setAnchor(null)
  const { go, items } = usePlaces({ project, here: screen.id, make, onGo: close })
  const duplicate = () => {
    close()
    const made = duplicateScreen(project, screen, newId)
    make(addScreen(project, made), `duplicate ${screen.name}`)
    go('screen', made.id)
  }
  const remove = () => {
    close()
    const other = project.screens.find(({ id }) => id !== screen.id)
    if (other) go('screen', other.id)
    else if (project.components[0]) go('component', project.components[0].id)
    make(removeScreen(project, screen.id), `remove ${screen.name}`)
  }
  return (
    <nav className="crumbs" aria-label="Where you are">
      <span title={project.name}>{project.name}</span> <span className="muted">/</span>
      <CommitField label="Screen name" hidesLabel value={screen.name} onCommit={(name) => (name.trim() === '' ? 'A screen has a name.' : (make(renameScreen(screen.id, name.trim()), 'rename the screen'), null))} />
      <button className="plain crumb-more" aria-haspopup="menu" aria-label="Components and screens" onClick={(event) => setAnchor(event.currentTarget)}>▾</button>
      <FloatingMenu anchor={anchor} onClose={close}>
        {items}
        <MenuItem divider disabled />
        <MenuItem onClick={duplicate}>Another screen like {screen.name}</MenuItem>
        <MenuItem onClick={remove}>Remove {screen.name} with its takes</MenuItem>
      </FloatingMenu>
    </nav>
  )
}
