import { useState } from 'react'
import { MenuItem } from '@mui/material'
import { defaultTrigger, removeGroup, renameGroupSpokenOf, setGroupStates, wordOf, type Axis, type Group, type Id } from '@rheoscope/core/document'
import { FloatingMenu } from '../../theme/floating'
import { groupOf } from '../page/bench-state'
import { rowOf } from './rows'
import { useStillBench } from '../page/use-bench'

/** Columns side by side that are in a group. */
interface Run {
  readonly group: Group
  /** From 0, and how many. */
  readonly column: number
  readonly columns: number
  /** From 0, by how many groups lie around it. */
  readonly depth: number
}

/** The groups of an axis as brackets over its columns; one whose states do not stand side by side has several. */
function runsOf({ states, groups = [] }: Axis): readonly Run[] {
  return groups.flatMap((group) => {
    const depth = groups.filter((other) => other !== group && other.states.length > group.states.length && group.states.every((id) => other.states.includes(id))).length
    return states.reduce<Run[]>((runs, { id }, column) => {
      if (!group.states.includes(id)) return runs
      const last = runs.at(-1)
      if (last && last.column + last.columns === column) return [...runs.slice(0, -1), { ...last, columns: last.columns + 1 }]
      return [...runs, { group, column, columns: 1, depth }]
    }, [])
  })
}

/** How many lines the brackets of an axis take. */
export const bracketLines = (axis: Axis): number => runsOf(axis).reduce((lines, { depth }) => Math.max(lines, depth + 1), 0)

/** The groups of the axis, each over the columns of its states: choosing one edits the look they start from. */
export function GroupBrackets() {
  const { axis, view, select } = useStillBench()
  return runsOf(axis).map((run) => {
    const { group, column, columns, depth } = run
    const isOpen = groupOf(view.into) === group.id
    return (
      <div key={`${group.id} ${column}`} className={isOpen ? 'bracket is-open' : 'bracket'} style={{ gridRow: depth + 1, gridColumn: `${column + 2} / span ${columns}` }}>
        <button className="plain bracket-name" aria-pressed={isOpen} title="What the looks of these states start from" onClick={() => select({ do: 'edit into', into: isOpen ? 'look' : { group: group.id } })}>{group.name}</button>
        <GroupMenu group={group} />
      </div>
    )
  })
}

function GroupMenu({ group }: { readonly group: Group }) {
  const { project, component, axis, state, view, make, select } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [isRenaming, setRenaming] = useState(false)
  const act = (does: () => void) => () => {
    setAnchor(null)
    does()
  }
  const rename = (name: string) => {
    setRenaming(false)
    if (name.trim() !== '' && name.trim() !== group.name) make(renameGroupSpokenOf(project, component, axis, group.id, name.trim(), wordOf), `rename ${group.name}`)
  }
  const also = [state.id, ...view.alsoStates]
  const beyond = also.filter((id) => !group.states.includes(id))
  const inside = also.filter((id) => group.states.includes(id))
  const of = (states: readonly Id[], label: string) => make(setGroupStates(component.id, axis.id, group.id, states), label)
  const listen = (on: 'entered' | 'left') => select({ do: 'add row', axis: axis.id, row: rowOf({ ...defaultTrigger(on), on, group: group.id }, null) })
  if (isRenaming) return <input className="state-rename" autoFocus defaultValue={group.name} aria-label={`Name of ${group.name}`} onFocus={(event) => event.target.select()} onBlur={(event) => rename(event.target.value)} onKeyDown={(event) => { event.stopPropagation(); if (event.key === 'Enter') rename(event.currentTarget.value); if (event.key === 'Escape') setRenaming(false) }} />
  return (
    <>
      <button className="plain muted state-menu" aria-label={`More for the group ${group.name}`} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>⋯</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={act(() => setRenaming(true))}>Rename</MenuItem>
        <MenuItem onClick={act(() => listen('entered'))}>Answer that it is entered</MenuItem>
        <MenuItem onClick={act(() => listen('left'))}>Answer that it is left</MenuItem>
        <MenuItem disabled={beyond.length === 0} onClick={act(() => of([...group.states, ...beyond], `add to ${group.name}`))}>Add the selected states</MenuItem>
        <MenuItem disabled={inside.length === 0 || inside.length === group.states.length} onClick={act(() => of(group.states.filter((id) => !inside.includes(id)), `take out of ${group.name}`))}>Take the selected states out</MenuItem>
        <MenuItem onClick={act(() => {
          if (groupOf(view.into) === group.id) select({ do: 'edit into', into: 'look' })
          make(removeGroup(component, axis, group.id), `take ${group.name} apart`)
        })}>Take apart</MenuItem>
      </FloatingMenu>
    </>
  )
}
