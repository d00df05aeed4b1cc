import { memo, useState, type MouseEvent } from 'react'
import { Link } from 'react-router'
import { renameComponent, renameScreen, type Project } from '@rheoscope/core/document'
import { groupIn, inGroup } from '@rheoscope/core/reading'
import { FindingMark } from '../checks/finding-mark'
import { Thumbnail } from '../playing/thumbnail'
import { useEditing } from '../session/use-editing'
import { addressOfPlace } from '../frame/addresses'
import type { Item } from './use-contents'
import type { Selected } from './use-selected'

interface ContentCardProps {
  readonly project: Project
  readonly item: Item
  readonly isSelected: boolean
  /** Tab leads to it. */
  readonly isStop: boolean
  readonly isRenamed: boolean
  readonly onFocus: () => void
  readonly onRename: (does: boolean) => void
  readonly selected: Selected
}

/** One component or screen: what it looks like, alive, what it is called and what it has. A click opens it; with Control or Shift it selects. */
export function ContentCard({ project, item, isSelected, isStop, isRenamed, onFocus, onRename, selected }: ContentCardProps) {
  const { make } = useEditing()
  const [isLively, setLively] = useState(false)
  const click = (event: MouseEvent) => {
    if (!event.ctrlKey && !event.metaKey && !event.shiftKey) return
    event.preventDefault()
    if (event.shiftKey) selected.upTo(item.id)
    else selected.turn(item.id)
  }
  const rename = (typed: string) => {
    onRename(false)
    const name = inGroup(typed.trim(), groupIn(typed) ?? groupIn(item.name) ?? '')
    if (typed.trim() !== '' && name !== item.name) make(item.kind === 'component' ? renameComponent(item.id, name) : renameScreen(item.id, name), `rename ${item.name}`)
  }
  return (
    <div
      role="gridcell" aria-selected={isSelected} data-item={item.id} className={isSelected ? 'content-card is-selected' : 'content-card'}
      onPointerEnter={() => setLively(true)} onPointerLeave={() => setLively(false)}
    >
      <Link className="content-open" to={addressOfPlace(project.id, item)} tabIndex={isStop ? 0 : -1} aria-label={`${item.ownName}, ${aboutOf(project, item)}`} onClick={click} onFocus={() => { onFocus(); setLively(true) }} onBlur={() => setLively(false)} draggable={false} />
      <span className="content-picture"><Picture project={project} item={item} isLively={isLively} /></span>
      <div className="content-foot">
        {isRenamed
          ? <input className="content-name" aria-label={`Name of ${item.name}`} defaultValue={item.ownName} autoFocus onFocus={(event) => event.target.select()} onBlur={(event) => rename(event.target.value)} onKeyDown={(event) => { if (event.key === 'Enter') event.currentTarget.blur(); if (event.key === 'Escape') onRename(false) }} />
          : <strong className="content-name" title={item.name} onDoubleClick={() => onRename(true)}>{item.ownName}</strong>}
        <FindingMark findings={item.findings} />
        <input type="checkbox" className="content-check" aria-label={`Select ${item.name}`} tabIndex={-1} checked={isSelected} onChange={() => selected.turn(item.id)} />
        <span className="content-about muted">{aboutOf(project, item)}</span>
      </div>
    </div>
  )
}

/** Drawn anew only when what it shows is another. */
const Picture = memo(({ project, item, isLively }: Pick<ContentCardProps, 'project' | 'item'> & { readonly isLively: boolean }) =>
  <Thumbnail project={project} surface={item.kind === 'component' ? { component: item.id } : { screen: item.id }} isLively={isLively && item.kind === 'component'} />)

/** What it has and how often it is used, in a few words. */
function aboutOf(project: Project, item: Item): string {
  if (item.kind === 'screen') return [item.screen.kind === 'overlay' ? 'overlay' : item.screen.device, ...(project.startScreen === item.id ? ['starts here'] : [])].join(' · ')
  const { axes } = item.component
  const states = axes.reduce((many, axis) => many + axis.states.length, 0)
  const has = axes.length > 1 ? `${axes.length} axes, ${states} states` : `${states} ${states === 1 ? 'state' : 'states'}`
  return `${has} · ${item.uses === 0 ? 'unused' : `used ${item.uses}×`}`
}
