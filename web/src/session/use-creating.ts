import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import { addComponent, addScreen, freeName, namesOf, newComponent, newScreen } from '@rheoscope/core/document'
import { newId } from './new-id'
import { useEditing } from './use-editing'

/** Makes a component or a screen and goes there; under the next free name where none is given. */
export interface Creating {
  readonly component: (name?: string) => void
  readonly screen: (name?: string) => void
}

export function useCreating(): Creating {
  const navigate = useNavigate()
  const { project, make } = useEditing()
  return useMemo(() => ({
    component: (name = freeName('Component 1', namesOf(project.components), ' ', 'Component')) => {
      const created = newComponent(newId, name)
      make(addComponent(created), `add ${created.name}`)
      void navigate(`/project/${project.id}/component/${created.id}`)
    },
    screen: (name = freeName('Screen 1', namesOf(project.screens), ' ', 'Screen')) => {
      const created = newScreen(newId, name, 'phone')
      make(addScreen(project, created), `add ${created.name}`)
      void navigate(`/project/${project.id}/screen/${created.id}`)
    },
  }), [project, make, navigate])
}
