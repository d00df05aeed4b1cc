import { useState } from 'react'
import { Button, MenuItem } from '@mui/material'
import { fieldOf, addParameter, axisForParameter, batch, freeName, IDENTIFIER, inProject, namesOf, removeParameter, renameParameter, setAt, type Parameter } from '@rheoscope/core/document'
import { CommitField } from '../../fields/commit-field'
import { LineMenu } from '../../fields/line-menu'
import { namedInLine } from '../../fields/said-values'
import { parseNumber } from '../../fields/parse-value'
import { newId } from '../../session/new-id'
import { ParameterField } from './parameter-field'
import { useStillBench } from '../page/use-bench'

const KINDS: readonly Pick<Parameter, 'type' | 'initial' | 'choices'>[] = [
  { type: 'text', initial: '' },
  { type: 'number', initial: 0 },
  { type: 'yes/no', initial: false },
  { type: 'choice', initial: 'S', choices: ['S', 'M', 'L'] },
  { type: 'colour', initial: '#24506f' },
  { type: 'slot', initial: '' },
]

/** What instances can set on this component; expressions use a parameter by its name. */
export function Parameters() {
  const { component, make } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const add = (kind: (typeof KINDS)[number]) => {
    setAnchor(null)
    const name = freeName(kind.type === 'yes/no' ? 'flag' : kind.type, namesOf([...component.parameters, ...component.variables]), '')
    make(addParameter(component.id, { id: newId(name), name, ...kind }), `add parameter ${name}`)
  }
  const take = (line: string): string | null => {
    const taken = namesOf([...component.parameters, ...component.variables])
    const read = namedInLine(line, taken)
    if ('problem' in read) return read.problem
    setAnchor(null)
    make(batch(...read.value.map(({ name, type, value, choices }) => addParameter(component.id, { id: newId(name), name, type, initial: value, ...(choices ? { choices } : {}) }))), 'add parameters')
    return null
  }
  return (
    <section aria-label="Parameters">
      <div className="pane-head">
        <h2 className="caption">Parameters</h2>
        <Button aria-haspopup="menu" aria-label="Add a parameter" onClick={(event) => setAnchor(event.currentTarget)}>+</Button>
      </div>
      <LineMenu anchor={anchor} onClose={() => setAnchor(null)} label="Add a parameter" line="Parameters in one line" example="title = Fog, size = M of S|M|L" onLine={take}>
        {KINDS.map((kind) => <MenuItem key={kind.type} onClick={() => add(kind)}>{kind.type}</MenuItem>)}
      </LineMenu>
      <ul className="parameters">
        {component.parameters.map((parameter) => <ParameterRow key={parameter.id} parameter={parameter} />)}
      </ul>
    </section>
  )
}

function ParameterRow({ parameter }: { readonly parameter: Parameter }) {
  const { component, make, select } = useStillBench()
  const set = <K extends keyof Parameter>(field: K, to: Parameter[K]) =>
    make(setAt(fieldOf(inProject('components', component.id, 'parameters', parameter.id), field), to), `set ${parameter.name}`)
  const rename = (name: string): string | null => {
    if (!IDENTIFIER.test(name)) return 'A name is letters, digits and _, and starts with a letter.'
    if ([...component.parameters, ...component.variables].some((other) => other.id !== parameter.id && other.name === name)) return 'That name is taken.'
    make(renameParameter(component, parameter, name), `rename ${parameter.name}`)
    return null
  }
  const setChoices = (text: string): string | null => {
    const choices = [...new Set(text.split(',').map((choice) => choice.trim()).filter(Boolean))]
    if (choices.length === 0) return 'Write the choices with commas between them.'
    set('choices', choices)
    return null
  }
  const looks = axisForParameter(component, parameter, newId)
  const giveLooks = () => {
    if (!looks) return
    make(looks.edit, `give each ${parameter.name} a look`)
    select({ do: 'select axis', axis: looks.axis.id, state: looks.axis.start })
    select({ do: 'edit into', into: 'look' })
  }
  return (
    <li className="parameter">
      <CommitField label={`Name of ${parameter.name}`} hidesLabel value={parameter.name} onCommit={rename} />
      <ParameterField parameter={parameter} value={parameter.initial} label={`Value of ${parameter.name}`} hidesLabel onChange={(initial) => set('initial', initial)} />
      <button className="plain muted" aria-label={`Remove ${parameter.name}`} onClick={() => make(removeParameter(component.id, parameter.id), `remove ${parameter.name}`)}>×</button>
      {parameter.type === 'choice' && <CommitField label={`Choices of ${parameter.name}`} hidesLabel value={(parameter.choices ?? []).join(', ')} onCommit={setChoices} />}
      {parameter.type === 'number' && (
        <span className="parameter-range">
          {(['min', 'max'] as const).map((bound) => (
            <CommitField key={bound} label={`${bound} of ${parameter.name}`} hidesLabel isMono placeholder={bound} value={parameter[bound] === undefined ? '' : String(parameter[bound])} onCommit={(text) => setBound(text, (to) => set(bound, to))} />
          ))}
        </span>
      )}
      {looks && <button className="plain underlined muted parameter-looks" aria-label={`Looks for each ${parameter.name}`} onClick={giveLooks}>a look for each</button>}
    </li>
  )
}

function setBound(text: string, set: (to: number) => void): string | null {
  const number = parseNumber(text)
  if ('problem' in number) return number.problem
  set(number.value)
  return null
}
