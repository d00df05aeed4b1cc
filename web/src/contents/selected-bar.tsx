import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@mui/material'
import { addScreen, batch, duplicateComponents, duplicateScreen, removeComponent, removeScreen, renameComponent, renameScreen, type Edit } from '@rheoscope/core/document'
import { groupIn, inGroup, usedElsewhere } from '@rheoscope/core/reading'
import { newId } from '../session/new-id'
import { useCreating } from '../session/use-creating'
import { useEditing } from '../session/use-editing'
import { addressOfPlace } from '../frame/addresses'
import { CopyDialog } from './copy-dialog'
import { ORDERS, type Contents, type Item } from './use-contents'
import type { Selected } from './use-selected'

interface SelectedBarProps {
  readonly contents: Contents
  readonly selected: Selected
}

/** Above the pictures: new things, what can be done with what is selected, and in what order they stand. */
export function SelectedBar({ contents: { order, ask }, selected }: SelectedBarProps) {
  const create = useCreating()
  return (
    <div className="selected-bar">
      <Button onClick={() => create.component()}>New component</Button>
      <Button onClick={() => create.screen()}>New screen</Button>
      {selected.items.length > 0 && <WithSelected selected={selected} />}
      <span className="grow" />
      <label className="muted"><span>Order</span> <select value={order} onChange={(event) => ask('order', event.target.value === 'name' ? null : event.target.value)}>{ORDERS.map((each) => <option key={each}>{each}</option>)}</select></label>
    </div>
  )
}

function WithSelected({ selected }: { readonly selected: Selected }) {
  const { project, make } = useEditing()
  const { items } = selected
  const [asked, setAsked] = useState<'group' | 'copy' | null>(null)
  const components = items.filter(({ kind }) => kind === 'component').map(({ id }) => id)
  const users = usedElsewhere(project, new Set(components))
  const names = items.length === 1 ? (items[0]?.name ?? '') : `${items.length} things`
  const duplicate = () => {
    const { edit, made } = duplicateComponents(project, components, newId)
    const screens = project.screens.filter(({ id }) => items.some((item) => item.id === id)).map((screen) => duplicateScreen(project, screen, newId))
    make(batch(edit, ...screens.map((screen) => addScreen(project, screen))), `duplicate ${names}`)
    selected.set([...made, ...screens.map(({ id }) => id)])
  }
  const group = (typed: string) => {
    setAsked(null)
    const edits = items.flatMap(({ kind, id, name }): readonly Edit[] => {
      const to = inGroup(name, typed)
      return to === name ? [] : [kind === 'component' ? renameComponent(id, to) : renameScreen(id, to)]
    })
    if (edits.length > 0) make(batch(...edits), typed.trim() === '' ? `take ${names} out of the group` : `group ${names} as ${typed.trim()}`)
  }
  const remove = () => make(batch(...items.map(({ kind, id }) => (kind === 'component' ? removeComponent(id) : removeScreen(project, id)))), `delete ${names}`)
  return (
    <>
      <span className="muted" role="status">{items.length} selected</span>
      {items.length === 1 && items[0] && <Neighbours item={items[0]} />}
      <button className="plain underlined" onClick={duplicate}>Duplicate</button>
      {asked === 'group'
        ? <input className="group-name" aria-label="Name of the group" placeholder="Name of the group" autoFocus defaultValue={groupIn(items[0]?.name ?? '') ?? ''} onBlur={() => setAsked(null)} onKeyDown={(event) => { if (event.key === 'Enter') group(event.currentTarget.value); if (event.key === 'Escape') setAsked(null) }} />
        : <button className="plain underlined" onClick={() => setAsked('group')}>Group…</button>}
      {components.length > 0 && <button className="plain underlined" aria-haspopup="dialog" onClick={() => setAsked('copy')}>Copy to project…</button>}
      {users.length > 0
        ? <span className="muted">Cannot be deleted: {users.map(({ id, by }) => `${project.components.find((each) => each.id === id)?.name ?? id} is used by ${by.join(', ')}`).join('; ')}</span>
        : <button className="plain underlined" onClick={remove}>Delete</button>}
      <CopyDialog isOpen={asked === 'copy'} components={components} onClose={() => setAsked(null)} />
    </>
  )
}

/** Who holds it and what it holds, to go there. */
function Neighbours({ item }: { readonly item: Item }) {
  const { project } = useEditing()
  if (item.kind !== 'component') return null
  const links = (ids: readonly string[]) => ids.map((id, index) => {
    const screen = project.screens.find((each) => each.id === id)
    const name = screen?.name ?? project.components.find((each) => each.id === id)?.name ?? id
    return <span key={id}>{index > 0 && ', '}<Link to={addressOfPlace(project.id, { kind: screen ? 'screen' : 'component', id })}>{name}</Link></span>
  })
  return (
    <span className="neighbours">
      {item.holders.length > 0 && <>in {links(item.holders)}</>}{item.holders.length > 0 && item.holds.length > 0 && '; '}{item.holds.length > 0 && <>holds {links(item.holds)}</>}
    </span>
  )
}
