import { Link, useNavigate } from 'react-router'
import { MenuItem, ToggleButton, ToggleButtonGroup } from '@mui/material'
import { addScreen, duplicateScreen, removeScreen, renameScreen } from '@rheoscope/core/document'
import { Crumbs } from '../frame/crumbs'
import { addressOfHandover } from '../frame/addresses'
import { MoreMenu } from '../frame/more-menu'
import { PageTitle } from '../frame/page-title'
import { CommitField } from '../fields/commit-field'
import { ClockControls } from '../playing/clock-controls'
import { newId } from '../session/new-id'
import { UndoRedo } from '../session/undo-redo'
import { useStage } from './use-stage'
import { useStageRun, type Way } from './use-stage-run'

/** The bar at the top: where one is, arranging or running, and the clock. */
export function StageBar() {
  const { project, screen, player, seenMs, goOn, startOver, isArranging, arrange, showsLinks, showLinks, entryPoint, size, make } = useStage()
  const way = screen.entryPoints?.find(({ id }) => id === entryPoint)
  const asked = new URLSearchParams({ ...(way ? { in: way.name } : {}), ...(size ? { size: size.name } : {}) }).toString()
  const shown = showsLinks ? 'links' : isArranging ? 'arrange' : 'run'
  return (
    <header className="top-bar">
      <PageTitle names={[screen.name, project.name]} />
      <Crumbs>
        <CommitField label="Screen name" hidesLabel value={screen.name} onCommit={(name) => (name.trim() === '' ? 'A screen has a name.' : (make(renameScreen(screen.id, name.trim()), 'rename the screen'), null))} />
      </Crumbs>
      <span className="grow" />
      <ToggleButtonGroup size="small" exclusive value={shown} aria-label="What is shown" onChange={(_event, to: string | null) => to && (to === 'links' ? showLinks(true) : arrange(to === 'arrange'))}>
        <ToggleButton value="arrange" title="Put things where they belong (A)">Arrange</ToggleButton>
        <ToggleButton value="run" title="Use the screen as people will (A)">Run</ToggleButton>
        <ToggleButton value="links" title="See what affects what on it (K)">Links</ToggleButton>
      </ToggleButtonGroup>
      {shown === 'run' && <WayOfWorking />}
      <span className="grow" />
      {player && <ClockControls player={player} of="screen" seenMs={seenMs} onResume={() => goOn(seenMs)} onStartOver={startOver} />}
      <span className="grow" />
      <Link className="underlined" to={`/project/${project.id}/findings`} title="What the checks say about all of the project">Findings</Link>
      <Link className="underlined" to={`/project/${project.id}/preview/${screen.id}${asked && `?${asked}`}`} title="The screen alone, at an address of its own, for others to try">Preview</Link>
      <UndoRedo />
      <MoreOfScreen />
    </header>
  )
}

/** Whether the pointer is a mouse or a finger; the keyboard always works. */
function WayOfWorking() {
  const { way, work } = useStageRun()
  return (
    <ToggleButtonGroup size="small" exclusive value={way} aria-label="Input method" onChange={(_event, to: Way | null) => to && work(to)}>
      <ToggleButton value="mouse">mouse</ToggleButton>
      <ToggleButton value="touch">touch</ToggleButton>
    </ToggleButtonGroup>
  )
}

function MoreOfScreen() {
  const { project, screen, make } = useStage()
  const navigate = useNavigate()
  const duplicate = () => {
    const made = duplicateScreen(project, screen, newId)
    make(addScreen(project, made), `duplicate ${screen.name}`)
    void navigate(`/project/${project.id}/screen/${made.id}`)
  }
  const remove = () => {
    void navigate(`/project/${project.id}`)
    make(removeScreen(project, screen.id), `remove ${screen.name}`)
  }
  return (
    <MoreMenu items={(onClose) => [
      <MenuItem key="hand-over" onClick={() => { onClose(); void navigate(addressOfHandover(project.id, { of: 'screen', id: screen.id })) }}>Hand over {screen.name}</MenuItem>,
      <MenuItem key="duplicate" onClick={() => { onClose(); duplicate() }}>Duplicate {screen.name}</MenuItem>,
      <MenuItem key="remove" onClick={() => { onClose(); remove() }}>Delete {screen.name} with its takes</MenuItem>,
      <MenuItem key="line" divider disabled />,
    ]} />
  )
}
