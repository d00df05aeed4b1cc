import { useState } from 'react'
import { MenuItem } from '@mui/material'
import { addAxis, isOfItem, isSettable, removeAxis, renameAxisSpokenOf, settablesOf, tieAxis, untieAxis, wordOf, type Axis, type Settable } from '@rheoscope/core/document'
import { CommitField } from '../../fields/commit-field'
import { newId } from '../../session/new-id'
import { useStillBench } from '../page/use-bench'
import { FloatingMenu } from '../../theme/floating'

/** Which axis the grid shows: its name, the others, and ways to have more or fewer. */
export function AxisMenu() {
  const { project, component, axis, make, select } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const show = (id: string, state: string) => {
    setAnchor(null)
    select({ do: 'select axis', axis: id, state })
  }
  const add = () => {
    const { edit, axis: added } = addAxis(component, newId)
    make(edit, 'add an axis')
    show(added.id, added.start)
  }
  const decide = (variable: Settable | null) => {
    setAnchor(null)
    make(variable === null ? untieAxis(component, axis) : tieAxis(component, axis, variable, newId), `set what decides ${axis.name}`)
  }
  const isOpenEnded = component.rules.some((rule) => rule.axis === axis.id && !isSettable(rule))
  const remove = () => {
    const other = component.axes.find(({ id }) => id !== axis.id)
    make(removeAxis(component, axis.id), `remove the axis ${axis.name}`)
    if (other) show(other.id, other.start)
  }
  return (
    <div className="axis-menu">
      <CommitField label="Axis name" hidesLabel value={axis.name} onCommit={(name) => (name.trim() === '' ? 'An axis has a name.' : (make(renameAxisSpokenOf(project, component, axis, name.trim(), wordOf), 'rename the axis'), null))} />
      <button className="plain muted" aria-haspopup="menu" aria-label="Axes" onClick={(event) => setAnchor(event.currentTarget)}>{component.axes.length > 1 ? `▾ ${component.axes.length}` : '▾'}</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {component.axes.map(({ id, name, start, boundTo }) => (
          <MenuItem key={id} selected={id === axis.id} onClick={() => show(id, start)}>
            {name} {boundTo && <span className="muted">by {'parameter' in boundTo ? boundTo.parameter : boundTo.variable}</span>}
          </MenuItem>
        ))}
        <MenuItem onClick={add}>Another axis</MenuItem>
        {axis.boundTo !== null && <MenuItem onClick={() => decide(null)}>Let rules alone decide {axis.name}</MenuItem>}
        {settablesOf(project, component).filter(({ name }) => !isTiedTo(axis, name)).map((variable) => (
          <MenuItem key={`tie ${variable.name}`} disabled={isOpenEnded} onClick={() => decide(variable)}>
            Let {isOfItem(variable.name) ? 'the column' : 'the variable'} {variable.name} decide {axis.name} {isOpenEnded && <span className="muted">not while a rule leads back or leaves it to chance</span>}
          </MenuItem>
        ))}
        <MenuItem disabled={component.axes.length === 1} onClick={remove}>Remove {axis.name} with its rules</MenuItem>
      </FloatingMenu>
    </div>
  )
}

const isTiedTo = ({ boundTo }: Axis, variable: string): boolean => boundTo !== null && 'variable' in boundTo && boundTo.variable === variable
