import { useState } from 'react'
import { MenuItem } from '@mui/material'
import { addGroup, addStates, batch, clearLook, duplicateState, HUES, lookClipOf, moveState, removeState, renameStateSpokenOf, setFinal, setHue, setStartState, withFreeNames, wordOf, type State } from '@rheoscope/core/document'
import { useFindingsOf } from '../../checks/use-findings'
import { newId } from '../../session/new-id'
import { LookPicture } from '../../paint/look-picture'
import { useLive } from '../../playing/use-live'
import type { Player } from '../../playing/player'
import { StateMark } from '../../theme/state-mark'
import { useBench, useStillBench } from '../page/use-bench'
import { FloatingMenu } from '../../theme/floating'
import type { ColumnDrag } from './use-column-drag'

type Handlers = ReturnType<ColumnDrag['handlersFor']>

/** The head of a column: a state's mark and name, and the picture of its look, which opens it on the easel. */
export function ColumnHead({ state, column, line, isTarget, handlers, isNew, onNamed }: {
  readonly state: State
  readonly column: number
  readonly line: number
  readonly isTarget: boolean
  /** Those by which it is dragged. */
  readonly handlers: Handlers
  /** It was added just now, and is to be named. */
  readonly isNew: boolean
  readonly onNamed: () => void
}) {
  const { component, axis, view, player, select } = useStillBench()
  const findings = useFindingsOf(component.id)
  const isSelected = view.state === state.id
  const worst = findings.find(({ about, level }) => level !== 'note' && about.state === state.id && about.row === undefined)
  const isAlso = view.alsoStates.includes(state.id)
  const classes = ['column-head', (isSelected || isAlso) && 'is-selected', isTarget && 'is-target'].filter(Boolean).join(' ')
  return (
    <div className={classes} style={{ gridRow: line, gridColumn: column + 2 }} data-column={state.id} role="columnheader" aria-selected={isSelected || isAlso}>
      {player && <LiveMarker player={player} axisIndex={component.axes.indexOf(axis)} state={state.id} />}
      <div className="column-title">
        <StateName key={`${state.id} ${state.name}`} state={state} handlers={handlers} isNew={isNew} onNamed={onNamed} />
        {worst && <span className={`badge is-${worst.level}`} title={worst.sentence.replace(/[‹›]/g, '')} />}
        <StateMenu state={state} />
      </div>
      <div className="column-picture">
        <span className="muted column-note"><span className="number" title="Type it into a cell to lead here">{column + 1}</span>{axis.start === state.id ? ' start' : state.final ? ' final' : ''}</span>
        <HeadPicture state={state.id} />
        <button className="plain column-open" aria-label={`Open ${state.name} on the easel`} onClick={() => select({ do: 'open easel', state: state.id })} />
      </div>
    </div>
  )
}

/** The look of a state as it is now, whatever is being pulled. */
function HeadPicture({ state }: { readonly state: string }) {
  const { project, component, axis } = useBench()
  return <LookPicture project={project} component={component.id} standing={{ [axis.id]: state }} />
}

/** The name of a state. Of a new one several can be typed, with commas between: each further one is a state of its own. */
function StateName({ state, handlers, isNew, onNamed }: { readonly state: State; readonly handlers: Handlers; readonly isNew: boolean; readonly onNamed: () => void }) {
  const { project, component, axis, make, select } = useStillBench()
  const [isRenaming, setRenaming] = useState(isNew)
  const rename = (typed: string) => {
    setRenaming(false)
    onNamed()
    const [name = '', ...further] = isNew ? typed.split(',').map((each) => each.trim()).filter((each) => each !== '') : [typed.trim()]
    if (name === '' || (name === state.name && further.length === 0)) return
    const more = withFreeNames(further.map((each) => ({ id: newId(each), name: each })), [...axis.states.filter(({ id }) => id !== state.id), { name }])
    make(batch(renameStateSpokenOf(project, component, axis, state.id, name, wordOf), addStates(component, axis, more, state)), more.length > 0 ? 'add states' : `rename ${state.name}`)
  }
  if (isRenaming) {
    return (
      <input
        className="state-rename" autoFocus defaultValue={state.name} aria-label={`Name of ${state.name}`}
        onFocus={(event) => event.target.select()} onBlur={(event) => rename(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation()
          if (event.key === 'Escape') event.currentTarget.value = state.name
          if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur()
        }}
      />
    )
  }
  return (
    <button className="plain state-name" {...handlers} title="Double-click to rename; with Shift, select several; drag to another place" onClick={(event) => select(event.shiftKey ? { do: 'add state to selection', state: state.id } : { do: 'select state', state: state.id })} onDoubleClick={() => setRenaming(true)}>
      <StateMark hue={state.hue} /> {state.name}
    </button>
  )
}

function StateMenu({ state }: { readonly state: State }) {
  const { component, axis, make, player, view, select } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const others = [view.state, ...view.alsoStates].filter((id) => id !== state.id)
  const act = (does: () => void) => () => {
    setAnchor(null)
    does()
  }
  const at = axis.states.findIndex(({ id }) => id === state.id)
  const moveBefore = (before: string | null) => make(moveState(component.id, axis.id, state.id, before), `move ${state.name}`)
  const duplicate = () => {
    const id = newId(state.name)
    make(duplicateState(component, axis, state, id), `duplicate ${state.name}`)
    select({ do: 'select state', state: id })
  }
  return (
    <>
      <button className="plain muted state-menu" aria-label={`More for ${state.name}`} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>⋯</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={act(() => player?.send({ do: 'put', instance: '', axis: axis.id, state: state.id }))}>Show in specimen</MenuItem>
        <MenuItem disabled={axis.start === state.id} onClick={act(() => make(setStartState(component.id, axis.id, state.id), `start in ${state.name}`))}>Start here</MenuItem>
        <MenuItem onClick={act(() => make(setFinal(component.id, axis.id, state.id, !state.final), `mark ${state.name}`))}>{state.final ? 'Unmark as final' : 'Mark as final'}</MenuItem>
        <MenuItem onClick={act(duplicate)}>Duplicate with its look and rules</MenuItem>
        <MenuItem disabled={at === 0} onClick={act(() => moveBefore(axis.states[at - 1]?.id ?? null))}>Move left</MenuItem>
        <MenuItem disabled={at === axis.states.length - 1} onClick={act(() => moveBefore(axis.states[at + 2]?.id ?? null))}>Move right</MenuItem>
        <MenuItem disabled={others.length === 0} onClick={act(() => make(addGroup(component, axis, newId('group'), axis.states.map(({ id }) => id).filter((id) => id === state.id || others.includes(id))), 'group states'))}>Group with the selected states</MenuItem>
        <MenuItem onClick={act(() => void navigator.clipboard.writeText(JSON.stringify(lookClipOf(component, { look: 'state', axis: axis.id, state: state.id }))))}>Copy what this look changes</MenuItem>
        <MenuItem disabled={Object.keys(state.look).length === 0} onClick={act(() => make(clearLook(component, { look: 'state', axis: axis.id, state: state.id }), `take back all of ${state.name}`))}>Reset this look</MenuItem>
        <li className="hues" role="group" aria-label={`Mark of ${state.name}`}>
          {Array.from({ length: HUES }, (_, hue) => (
            <button key={hue} className="plain" aria-pressed={state.hue === hue} aria-label={`Mark ${hue + 1}`} onClick={act(() => make(setHue(component.id, axis.id, state.id, hue), `mark ${state.name} otherwise`))}><StateMark hue={hue} size={14} /></button>
          ))}
        </li>
        <MenuItem disabled={axis.states.length === 1} onClick={act(() => make(removeState(component, axis, state.id), `remove ${state.name}`))}>Delete state and its rules</MenuItem>
      </FloatingMenu>
    </>
  )
}

function LiveMarker({ player, axisIndex, state }: { readonly player: Player; readonly axisIndex: number; readonly state: string }) {
  const { states } = useLive(player)
  return states[axisIndex] === state ? <span className="live-marker" title="The specimen is in this state" /> : null
}
