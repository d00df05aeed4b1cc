import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { Button, MenuItem } from '@mui/material'
import { addComponent, newComponent, removeComponent, renameComponent, renameProject } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import type { Player } from '../playing/player'
import { SPEEDS } from '../playing/player'
import { useReadout } from '../playing/use-frames'
import { usePlayerState } from '../playing/use-player'
import { newId } from '../session/new-id'
import { useOfSession } from '../session/use-session'
import { FormSwitch } from '../theme/form-switch'
import { FindingCounts } from './findings-panel'
import { HandOver } from './hand-over'
import { useStillBench } from './use-bench'
import { FloatingMenu } from '../theme/floating'

/** The bar at the top: where one is, the clock, the findings, undo and redo, and handing over. */
export function TopBar({ onPalette }: { readonly onPalette: () => void }) {
  const { player, session } = useStillBench()
  const history = useOfSession('history')
  const last = history.undo.at(-1)
  const next = history.redo.at(-1)
  return (
    <header className="top-bar">
      <Link to="/" className="brand">Rheoscope</Link>
      <Crumbs />
      <span className="grow" />
      {player && <ClockControls player={player} />}
      <span className="grow" />
      <FindingCounts />
      <Button disabled={!last} title={last ? `Undo: ${last.label} (Ctrl Z)` : 'Nothing to undo'} onClick={() => session.undo()}>Undo</Button>
      <Button disabled={!next} title={next ? `Redo: ${next.label} (Ctrl Shift Z)` : 'Nothing to redo'} onClick={() => session.redo()}>Redo</Button>
      <Button title="All commands (Ctrl K)" aria-label="All commands" onClick={onPalette}>…</Button>
      <HandOver />
      <FormSwitch />
    </header>
  )
}

function Crumbs() {
  const { project, component, make } = useStillBench()
  const navigate = useNavigate()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const go = (id: string) => {
    setAnchor(null)
    void navigate(`/project/${project.id}/component/${id}`)
  }
  const create = () => {
    const created = newComponent(newId, `Component ${project.components.length + 1}`)
    make(addComponent(created), `add ${created.name}`)
    go(created.id)
  }
  const remove = () => {
    const other = project.components.find(({ id }) => id !== component.id)
    if (!other) return
    go(other.id)
    make(removeComponent(component.id), `remove ${component.name}`)
  }
  const isUsed = project.components.some(({ parts }) => parts.some((part) => part.kind === 'instance' && part.component === component.id))
  return (
    <nav className="crumbs" aria-label="Where you are">
      <CommitField label="Project name" hidesLabel value={project.name} onCommit={(name) => (name.trim() === '' ? 'A project has a name.' : (make(renameProject(name.trim()), 'rename the project'), null))} />
      <span className="muted">/</span>
      <CommitField label="Component name" hidesLabel value={component.name} onCommit={(name) => (name.trim() === '' ? 'A component has a name.' : (make(renameComponent(component.id, name.trim()), 'rename the component'), null))} />
      <button className="plain crumb-more" aria-haspopup="menu" aria-label="Components" onClick={(event) => setAnchor(event.currentTarget)}>▾</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {project.components.map(({ id, name }) => <MenuItem key={id} selected={id === component.id} onClick={() => go(id)}>{name}</MenuItem>)}
        <MenuItem divider disabled />
        <MenuItem onClick={create}>New component</MenuItem>
        <MenuItem disabled={isUsed || project.components.length === 1} onClick={remove}>{isUsed ? 'In use, so it cannot be removed' : `Remove ${component.name}`}</MenuItem>
      </FloatingMenu>
    </nav>
  )
}

const SPEED_NAMES: Readonly<Record<number, string>> = { 1: '1', 0.5: '½', 0.25: '¼', 0.1: '⅒' }

function ClockControls({ player }: { readonly player: Player }) {
  const { isHeld, speed } = usePlayerState(player)
  const readout = useReadout<HTMLSpanElement>(() => clockText(player.nowMs))
  return (
    <div className="clock">
      <span ref={readout} className="clock-time mono" role="timer" aria-label="Clock of the specimen" />
      <Button aria-pressed={isHeld} title="Hold the clock (H)" onClick={() => player.hold(!isHeld)}>{isHeld ? 'Go on' : 'Hold'}</Button>
      <Button title="Start over (R)" onClick={() => player.startOver()}>Start over</Button>
      <div className="speeds" role="radiogroup" aria-label="Speed">
        {SPEEDS.map((each) => (
          <button key={each} className="plain speed" role="radio" aria-checked={speed === each} aria-label={`Speed ${SPEED_NAMES[each]}`} onClick={() => player.setSpeed(each)}>{SPEED_NAMES[each]}</button>
        ))}
      </div>
    </div>
  )
}

function clockText(ms: number): string {
  const two = (value: number) => String(value).padStart(2, '0')
  const seconds = Math.floor(ms / 1000)
  return `${two(Math.floor(seconds / 60))}:${two(seconds % 60)}.${String(Math.floor(ms % 1000)).padStart(3, '0')}`
}
