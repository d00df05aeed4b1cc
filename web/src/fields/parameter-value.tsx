import type { Literal, Parameter } from '@rheoscope/core/document'
import { CommitField } from './commit-field'
import { parseNumber, type Parsed } from './parse-value'
import { ChoiceField } from './choice-field'

/** Reads what someone typed for a parameter. */
export function parseParameter(parameter: Parameter, text: string): Parsed<Literal> {
  switch (parameter.type) {
    case 'number': {
      const number = parseNumber(text)
      if ('problem' in number) return number
      if (parameter.min !== undefined && number.value < parameter.min) return { problem: `At least ${parameter.min}.` }
      if (parameter.max !== undefined && number.value > parameter.max) return { problem: `At most ${parameter.max}.` }
      return number
    }
    case 'colour':
      return /^#[0-9a-f]{6}$/i.test(text.trim()) ? { value: text.trim().toLowerCase() } : { problem: 'Write a colour as #rrggbb.' }
    case 'yes/no':
      return text === 'yes' || text === 'no' ? { value: text === 'yes' } : { problem: 'Yes or no.' }
    case 'choice':
      return parameter.choices?.includes(text) ? { value: text } : { problem: `One of ${parameter.choices?.join(', ') ?? 'nothing'}.` }
    default:
      return { value: text }
  }
}

export const parameterText = (value: Literal): string => (typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value))

/** The editor of a parameter's value, wherever one is given: for the component, an instance, or the specimen. */
export function ParameterValue({ parameter, value, label, hidesLabel = false, onChange }: {
  readonly parameter: Parameter
  readonly value: Literal
  readonly label: string
  readonly hidesLabel?: boolean
  readonly onChange: (value: Literal) => void
}) {
  const take = (text: string): string | null => {
    const parsed = parseParameter(parameter, text)
    if ('problem' in parsed) return parsed.problem
    onChange(parsed.value)
    return null
  }
  const choices = parameter.type === 'yes/no' ? ['yes', 'no'] : parameter.type === 'choice' ? (parameter.choices ?? []) : null
  if (choices) return <ChoiceField label={label} hidesLabel={hidesLabel} value={parameterText(value)} choices={choices} onChange={(chosen) => take(chosen)} />
  return <CommitField label={label} hidesLabel={hidesLabel} isMono={parameter.type !== 'text'} value={parameterText(value)} placeholder={parameter.type} onCommit={take} />
}
