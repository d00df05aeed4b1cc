import { useState } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addVariable, freeName, namesOf, removeVariable, renameVariable, setVariableStart, type Variable } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { ParameterValue } from '../fields/parameter-value'
import { newId } from '../session/new-id'
import { FloatingMenu } from '../theme/floating'
import { useStillBench } from './use-bench'

const KINDS: readonly Pick<Variable, 'type' | 'start'>[] = [
  { type: 'yes/no', start: false },
  { type: 'number', start: 0 },
  { type: 'text', start: '' },
]

const NAME = /^[A-Za-z_][A-Za-z0-9_]*$/

/** What each instance of the component remembers: rules set it, expressions and conditions read it. */
export function Variables() {
  const { component, make } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const taken = namesOf([...component.variables, ...component.parameters])
  const add = (kind: (typeof KINDS)[number]) => {
    setAnchor(null)
    const name = freeName(kind.type === 'yes/no' ? 'isSo' : kind.type === 'number' ? 'count' : 'words', taken, '')
    make(addVariable(component.id, { id: newId(), name, ...kind }), `add the variable ${name}`)
  }
  const rename = (variable: Variable) => (name: string): string | null => {
    if (!NAME.test(name)) return 'A name is letters, digits and _, and starts with a letter.'
    if (taken.has(name)) return 'That name is taken.'
    make(renameVariable(component, variable, name), `rename ${variable.name}`)
    return null
  }
  return (
    <section aria-label="Variables">
      <div className="pane-head">
        <h2 className="caption">Variables</h2>
        <Button aria-haspopup="menu" aria-label="Add a variable" onClick={(event) => setAnchor(event.currentTarget)}>+</Button>
      </div>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {KINDS.map((kind) => <MenuItem key={kind.type} onClick={() => add(kind)}>{kind.type}</MenuItem>)}
      </FloatingMenu>
      <ul className="parameters">
        {component.variables.map((variable) => (
          <li key={variable.id} className="parameter">
            <CommitField label={`Name of variable ${variable.name}`} hidesLabel value={variable.name} onCommit={rename(variable)} />
            <ParameterValue
              parameter={{ id: variable.id, name: variable.name, type: variable.type, initial: variable.start }} label={`Start of ${variable.name}`} hidesLabel value={variable.start}
              onChange={(start) => make(setVariableStart(component.id, variable.id, start), `set the start of ${variable.name}`)}
            />
            <button className="plain muted" aria-label={`Remove variable ${variable.name}`} onClick={() => make(removeVariable(component.id, variable.id), `remove ${variable.name}`)}>×</button>
          </li>
        ))}
      </ul>
    </section>
  )
}
