import { Button, MenuItem } from '@mui/material'
import { Link, useNavigate } from 'react-router'
import { duplicateComponents, removeComponent, renameComponent } from '@rheoscope/core/document'
import { usedElsewhere } from '@rheoscope/core/reading'
import { CommitField } from '../../fields/commit-field'
import { addressOfHandover } from '../../frame/addresses'
import { Crumbs } from '../../frame/crumbs'
import { MoreMenu } from '../../frame/more-menu'
import { PageTitle } from '../../frame/page-title'
import { ClockControls } from '../../playing/clock-controls'
import { newId } from '../../session/new-id'
import { UndoRedo } from '../../session/undo-redo'
import { FindingCounts } from './findings-panel'
import { useStillBench } from './use-bench'

/** The bar at the top: where one is, the clock, the findings, undo and redo, and handing over. */
export function TopBar({ onPalette }: { readonly onPalette: () => void }) {
  const { player, project, component, make } = useStillBench()
  return (
    <header className="top-bar">
      <PageTitle names={[component.name, project.name]} />
      <Crumbs>
        <CommitField label="Component name" hidesLabel value={component.name} onCommit={(name) => (name.trim() === '' ? 'A component has a name.' : (make(renameComponent(component.id, name.trim()), 'rename the component'), null))} />
      </Crumbs>
      <span className="grow" />
      {player && <ClockControls player={player} of="specimen" />}
      <span className="grow" />
      <FindingCounts />
      <UndoRedo />
      <Button component={Link} to={addressOfHandover(project.id, { of: 'component', id: component.id })}>Hand over</Button>
      <MoreOfComponent onPalette={onPalette} />
    </header>
  )
}

function MoreOfComponent({ onPalette }: { readonly onPalette: () => void }) {
  const { project, component, make } = useStillBench()
  const navigate = useNavigate()
  const after = (onClose: () => void, act: () => void) => () => {
    onClose()
    act()
  }
  const duplicate = () => {
    const { edit, made: [copy] } = duplicateComponents(project, [component.id], newId)
    make(edit, `duplicate ${component.name}`)
    if (copy !== undefined) void navigate(`/project/${project.id}/component/${copy}`)
  }
  const remove = () => {
    void navigate(`/project/${project.id}`)
    make(removeComponent(component.id), `remove ${component.name}`)
  }
  return (
    <MoreMenu items={(onClose) => {
      const users = usedElsewhere(project, new Set([component.id])).flatMap(({ by }) => by)
      return [
        <MenuItem key="commands" onClick={after(onClose, onPalette)}>All commands <kbd>Ctrl K</kbd></MenuItem>,
        <MenuItem key="duplicate" onClick={after(onClose, duplicate)}>Duplicate {component.name}</MenuItem>,
        <MenuItem key="remove" disabled={users.length > 0} onClick={after(onClose, remove)}>{users.length > 0 ? `Used by ${users.join(', ')}` : `Delete ${component.name}`}</MenuItem>,
        <MenuItem key="line" divider disabled />,
      ]
    }} />
  )
}
