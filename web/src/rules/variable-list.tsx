import { useState } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addVariable, batch, freeName, IDENTIFIER, removeVariable, renameVariable, setVariableField, type Edit, type Project, type Variable, type VariableOwner } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { LineMenu } from '../fields/line-menu'
import { namedInLine } from '../fields/said-values'
import { ParameterValue } from '../fields/parameter-value'
import { newId } from '../session/new-id'

const KINDS: readonly Pick<Variable, 'type' | 'start' | 'choices'>[] = [
  { type: 'yes/no', start: false },
  { type: 'number', start: 0 },
  { type: 'text', start: '' },
  { type: 'choice', start: 'one', choices: ['one', 'two'] },
]

const USUAL_NAMES: Readonly<Record<Variable['type'], string>> = { 'yes/no': 'isSo', number: 'count', text: 'words', choice: 'chosen' }

interface VariableListProps {
  readonly title: string
  readonly owner: VariableOwner
  readonly variables: readonly Variable[]
  readonly project: Project
  /** Names that stand for something already. */
  readonly taken: ReadonlySet<string>
  readonly make: (edit: Edit, label: string) => void
}

/** Variables of one owner, to be named, started, added and taken away. */
export function VariableList({ title, owner, variables, project, taken, make }: VariableListProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const add = (kind: (typeof KINDS)[number]) => {
    setAnchor(null)
    const name = freeName(USUAL_NAMES[kind.type], taken, '')
    make(addVariable(owner, { id: newId(name), name, ...kind }), `add the variable ${name}`)
  }
  const added = owner === 'everyone' ? 'Add a shared variable' : 'Add a variable'
  const take = (line: string): string | null => {
    const read = namedInLine(line, taken)
    if ('problem' in read) return read.problem
    setAnchor(null)
    // A variable has no colours of its own: one is kept as it is written.
    make(batch(...read.value.map(({ name, type, value, choices }) => addVariable(owner, { id: newId(name), name, type: type === 'colour' ? 'text' : type, start: value, ...(choices ? { choices } : {}) }))), 'add variables')
    return null
  }
  return (
    <section aria-label={title}>
      <div className="pane-head">
        <h2 className="caption">{title}</h2>
        <Button aria-haspopup="menu" aria-label={added} onClick={(event) => setAnchor(event.currentTarget)}>+</Button>
      </div>
      <LineMenu anchor={anchor} onClose={() => setAnchor(null)} label={added} line="Variables in one line" example="tries = 0, isOpen = no" onLine={take}>
        {KINDS.map((kind) => <MenuItem key={kind.type} onClick={() => add(kind)}>{kind.type}</MenuItem>)}
      </LineMenu>
      <ul className="parameters">
        {variables.map((variable) => <VariableRow key={variable.id} owner={owner} variable={variable} project={project} taken={taken} make={make} />)}
      </ul>
    </section>
  )
}

function VariableRow({ owner, variable, project, taken, make }: Omit<VariableListProps, 'title' | 'variables'> & { readonly variable: Variable }) {
  const { id, name, type, start, choices } = variable
  const rename = (typed: string): string | null => {
    if (!IDENTIFIER.test(typed)) return 'A name is letters, digits and _, and starts with a letter.'
    if (taken.has(typed)) return 'That name is taken.'
    make(renameVariable(project, owner, variable, typed), `rename ${name}`)
    return null
  }
  const setChoices = (text: string): string | null => {
    const said = [...new Set(text.split(',').map((choice) => choice.trim()).filter(Boolean))]
    if (said.length === 0) return 'Write the choices with commas between them.'
    make(setVariableField(owner, id, 'choices', said), `set the choices of ${name}`)
    return null
  }
  return (
    <li className="parameter">
      <CommitField label={`Name of variable ${name}`} hidesLabel value={name} onCommit={rename} />
      <ParameterValue
        parameter={{ id, name, type, initial: start, ...(choices ? { choices } : {}) }} label={`Start of ${name}`} hidesLabel value={start}
        onChange={(to) => make(setVariableField(owner, id, 'start', to), `set the start of ${name}`)}
      />
      <button className="plain muted" aria-label={`Remove variable ${name}`} onClick={() => make(removeVariable(owner, id), `remove ${name}`)}>×</button>
      {type === 'choice' && <CommitField label={`Choices of variable ${name}`} hidesLabel value={(choices ?? []).join(', ')} onCommit={setChoices} />}
    </li>
  )
}
