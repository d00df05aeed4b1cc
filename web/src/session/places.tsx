import { useNavigate } from 'react-router'
import { MenuItem } from '@mui/material'
import { addComponent, addScreen, batch, freeName, namesOf, newComponent, newScreen, type Edit, type Project } from '@rheoscope/core/document'
import { newId } from './new-id'

interface PlacesProps {
  readonly project: Project
  /** The component or screen one is at. */
  readonly here: string
  readonly make: (edit: Edit, label: string) => void
  readonly onGo: () => void
}

/** Every component and screen of a project to go to, and new ones, as items of a menu. */
export function usePlaces({ project, here, make, onGo }: PlacesProps) {
  const navigate = useNavigate()
  const go = (kind: 'component' | 'screen', id: string) => {
    onGo()
    void navigate(`/project/${project.id}/${kind}/${id}`)
  }
  const createComponent = () => {
    const created = newComponent(newId, `Component ${project.components.length + 1}`)
    make(addComponent(created), `add ${created.name}`)
    go('component', created.id)
  }
  const createScreen = () => {
    const created = newScreen(newId, freeName('Screen 1', namesOf(project.screens), ' ', 'Screen'), 'phone')
    make(batch(addScreen(project, created)), `add ${created.name}`)
    go('screen', created.id)
  }
  return {
    go,
    items: [
      ...project.components.map(({ id, name }) => <MenuItem key={id} selected={id === here} onClick={() => go('component', id)}>{name}</MenuItem>),
      <MenuItem key="new component" onClick={createComponent}>New component</MenuItem>,
      <MenuItem key="line" divider disabled />,
      ...project.screens.map(({ id, name }) => <MenuItem key={id} selected={id === here} onClick={() => go('screen', id)}><span className="muted place-kind">on stage</span> {name}</MenuItem>),
      <MenuItem key="new screen" onClick={createScreen}>New screen</MenuItem>,
      <MenuItem key="second line" divider disabled />,
      <MenuItem key="findings" onClick={() => { onGo(); void navigate(`/project/${project.id}/findings`) }}>All findings</MenuItem>,
    ],
  }
}
