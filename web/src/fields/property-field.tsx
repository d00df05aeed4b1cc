import type { PropertyDefinition, Token, Value } from '@rheoscope/core/document'
import type { Scope } from '@rheoscope/core/expression'
import { CommitField } from './commit-field'
import { formatValue, parseNumber, parseValue } from './parse-value'
import './fields.css'

/** The editor of one property; which one follows from the property's type. */
export function PropertyField({ definition, value, scope, tokens = [], onChange }: {
  readonly definition: PropertyDefinition
  readonly tokens?: readonly Token[]
  readonly value: Value
  readonly scope: Scope
  readonly onChange: (value: Value) => void
}) {
  const take = (text: string): string | null => {
    const parsed = parseValue(definition, text, scope, tokens)
    if ('problem' in parsed) return parsed.problem
    onChange(parsed.value)
    return null
  }
  const { label, type, choices } = definition
  if (type === 'yesNo' && typeof value === 'boolean') {
    return (
      <label className="field field-check">
        <span>{label}</span>
        <input type="checkbox" checked={value} onChange={(event) => onChange(event.target.checked)} />
      </label>
    )
  }
  if (type === 'choice' && typeof value === 'string' && choices) return <ChoiceField label={label} value={value} choices={choices} onChange={onChange} />
  const isNumber = type === 'number' || type === 'length' || type === 'ratio' || type === 'angle'
  const step = (text: string, steps: number): string => {
    const number = parseNumber(text)
    if ('problem' in number) return text
    return String(Math.round((number.value + steps * (type === 'ratio' ? 0.05 : 1)) * 1000) / 1000)
  }
  const isPaint = type === 'paint' || type === 'colour'
  return (
    <span className={isPaint ? 'field-paint' : undefined}>
      <CommitField label={label} value={formatValue(value, tokens)} onCommit={take} isMono={type !== 'text'} {...(isNumber ? { onStep: step } : {})} />
      {isPaint && <Swatch label={label} value={value} onChange={onChange} />}
    </span>
  )
}

export function ChoiceField({ label, value, choices, hidesLabel = false, onChange }: {
  readonly label: string
  readonly hidesLabel?: boolean
  readonly value: string
  readonly choices: readonly (string | { readonly value: string; readonly label: string })[]
  readonly onChange: (value: string) => void
}) {
  return (
    <label className="field">
      <span className={hidesLabel ? 'visually-hidden' : undefined}>{label}</span>
      <select value={value} onChange={(event) => onChange(event.target.value)} onKeyDown={(event) => event.stopPropagation()}>
        {choices.map((choice) => {
          const { value: chosen, label: shown } = typeof choice === 'string' ? { value: choice, label: choice } : choice
          return <option key={chosen} value={chosen}>{shown}</option>
        })}
      </select>
    </label>
  )
}

function Swatch({ label, value, onChange }: { readonly label: string; readonly value: Value; readonly onChange: (value: Value) => void }) {
  const colour = typeof value === 'string' ? value.slice(0, 7) : '#ffffff'
  return (
    <input
      className="swatch" type="color" aria-label={`${label} colour`} value={colour}
      onChange={(event) => onChange(event.target.value + (typeof value === 'string' ? value.slice(7) : ''))}
    />
  )
}
