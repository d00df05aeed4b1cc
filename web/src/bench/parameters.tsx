import { useState } from 'react'
import { Button, Menu, MenuItem } from '@mui/material'
import { addParameter, removeParameter, setParameterField, type Literal, type Parameter } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { parseNumber } from '../fields/parse-value'
import { newId } from '../session/new-id'
import { useBench } from './use-bench'

const KINDS: readonly { readonly type: Parameter['type']; readonly initial: Literal }[] = [
  { type: 'text', initial: '' },
  { type: 'number', initial: 0 },
  { type: 'yes/no', initial: false },
  { type: 'colour', initial: '#24506f' },
]

/** What instances can set on this component; expressions use a parameter by its name. */
export function Parameters() {
  const { component, make } = useBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const add = (kind: (typeof KINDS)[number]) => {
    setAnchor(null)
    const name = freeName(kind.type === 'yes/no' ? 'flag' : kind.type, component.parameters)
    make(addParameter(component.id, { id: newId(), name, ...kind }), `add parameter ${name}`)
  }
  return (
    <section aria-label="Parameters">
      <div className="pane-head">
        <h2 className="caption">Parameters</h2>
        <Button aria-haspopup="menu" aria-label="Add a parameter" onClick={(event) => setAnchor(event.currentTarget)}>+</Button>
      </div>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {KINDS.map((kind) => <MenuItem key={kind.type} onClick={() => add(kind)}>{kind.type}</MenuItem>)}
      </Menu>
      <ul className="parameters">
        {component.parameters.map((parameter) => <ParameterRow key={parameter.id} parameter={parameter} />)}
      </ul>
    </section>
  )
}

const NAME = /^[A-Za-z_][A-Za-z0-9_]*$/

function ParameterRow({ parameter }: { readonly parameter: Parameter }) {
  const { component, make } = useBench()
  const rename = (name: string): string | null => {
    if (!NAME.test(name)) return 'A name is letters, digits and _, and starts with a letter.'
    if (component.parameters.some((other) => other.id !== parameter.id && other.name === name)) return 'That name is taken.'
    make(setParameterField(component.id, parameter.id, 'name', name), `rename ${parameter.name}`)
    return null
  }
  const setInitial = (text: string): string | null => {
    const initial = parsedInitial(parameter.type, text)
    if (initial === null) return parameter.type === 'colour' ? 'Write a colour as #rrggbb.' : `“${text}” is not a ${parameter.type}.`
    make(setParameterField(component.id, parameter.id, 'initial', initial), `set ${parameter.name}`)
    return null
  }
  return (
    <li className="parameter">
      <CommitField label={`Name of ${parameter.name}`} hidesLabel value={parameter.name} onCommit={rename} />
      <CommitField label={`Value of ${parameter.name}`} hidesLabel isMono value={initialText(parameter.initial)} placeholder={parameter.type} onCommit={setInitial} />
      <button className="plain muted" aria-label={`Remove ${parameter.name}`} onClick={() => make(removeParameter(component.id, parameter.id), `remove ${parameter.name}`)}>×</button>
    </li>
  )
}

const initialText = (initial: Literal): string => (typeof initial === 'boolean' ? (initial ? 'yes' : 'no') : String(initial))

function parsedInitial(type: Parameter['type'], text: string): Literal | null {
  switch (type) {
    case 'number': {
      const number = parseNumber(text)
      return 'value' in number ? number.value : null
    }
    case 'yes/no':
      return text === 'yes' ? true : text === 'no' ? false : null
    case 'colour':
      return /^#[0-9a-f]{6}$/i.test(text) ? text.toLowerCase() : null
    default:
      return text
  }
}

function freeName(wanted: string, taken: readonly Parameter[]): string {
  const names = new Set(taken.map(({ name }) => name))
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted : `${wanted}${n}`
    if (!names.has(name)) return name
  }
}
