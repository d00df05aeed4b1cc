import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@mui/material'
import { addTake, batch, freeName, namesOf, type Take } from '@rheoscope/core/document'
import { newId } from '../session/new-id'
import { useEditing } from '../session/use-editing'

/** Puts the takes of a walkthrough beside those of their screen, where they stay and say when something goes otherwise. Those of a component have no place of the kind. */
export function KeepTakes({ takes }: { readonly takes: readonly Take[] }) {
  const { project, make } = useEditing()
  const [kept, setKept] = useState(0)
  const screens = new Set(takes.flatMap(({ surface }) => ('screen' in surface ? [surface.screen] : [])))
  const [screen] = screens
  if (screen === undefined) return null
  const keep = () => {
    const taken = namesOf(project.takes)
    const edits = takes.map((take) => {
      const name = freeName(take.name, taken)
      taken.add(name)
      return addTake({ ...take, id: newId(name), name })
    })
    make(batch(...edits), 'keep the walkthrough as takes')
    setKept(takes.length)
  }
  return (
    <p className="handover-actions">
      {kept === 0 ? <Button onClick={keep}>Keep as takes</Button> : <span role="status">{kept === 1 ? 'It is a take' : `They are ${kept} takes`} <Link className="underlined" to={`/project/${project.id}/screen/${screen}`}>on the stage</Link>.</span>}
    </p>
  )
}
