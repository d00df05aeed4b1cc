import { useState } from 'react'
import { asPaint, asShadows, isExpression, isToken, type Edit, type Paint, type Project, type PropertyDefinition, type Value } from '@rheoscope/core/document'
import { namesToWrite, type Scope } from '@rheoscope/core/expression'
import { ChoiceField } from './choice-field'
import { CommitField } from './commit-field'
import { GradientField } from './gradient-field'
import { IconField } from './icon-field'
import { formatValue, parseNumber, parseValue } from './parse-value'
import { PictureField } from './picture-field'
import { ShadowField } from './shadow-field'
import { FloatingPanel } from '../theme/floating'

/** The editor of one property; which one follows from the property's type. */
export function PropertyField({ definition, value, scope, project, onChange }: {
  readonly definition: PropertyDefinition
  readonly project: Project
  readonly value: Value
  readonly scope: Scope
  /** What is chosen, and what the project needs besides for it. */
  readonly onChange: (value: Value, also?: Edit) => void
}) {
  const { tokens } = project
  const take = (text: string): string | null => {
    const parsed = parseValue(definition, text, scope, tokens)
    if ('problem' in parsed) return parsed.problem
    onChange(parsed.value)
    return null
  }
  const { label, type, choices } = definition
  const [isWriting, setWriting] = useState(false)
  const chosen = isExpression(value) || isWriting ? null
    : type === 'yesNo' ? <YesNoField label={label} value={value === true} onChange={onChange} />
      : type === 'choice' && choices ? <ChoiceField label={label} value={String(value)} choices={choices} onChange={onChange} />
        : type === 'picture' ? <PictureField label={label} value={value} project={project} onChange={onChange} />
          : type === 'icon' ? <IconField label={label} value={value} project={project} onChange={onChange} />
            : null
  if (chosen) {
    return (
      <span className="field-chosen">
        {chosen}
        <button className="plain muted" aria-label={`${label} by an expression`} title="By an expression" onClick={() => setWriting(true)}>=</button>
      </span>
    )
  }
  if (type === 'shadows') return <ShadowField label={label} value={asShadows(value)} onChange={onChange} />
  const isNumber = type === 'number' || type === 'length' || type === 'ratio' || type === 'angle'
  const step = (text: string, steps: number): string => {
    const number = parseNumber(text)
    if ('problem' in number) return text
    return String(Math.round((number.value + steps * (type === 'ratio' ? 0.05 : 1)) * 1000) / 1000)
  }
  const isPaint = type === 'paint' || type === 'colour'
  return (
    <span className={isPaint ? (type === 'paint' ? 'field-paint has-gradient' : 'field-paint') : undefined}>
      <CommitField
        label={label} value={isWriting && !isExpression(value) ? '= ' : formatValue(value, tokens)} isMono={type !== 'text'} names={namesToWrite(scope)} {...(isNumber ? { onStep: step } : {})}
        onCommit={(text) => { const problem = take(text); if (problem === null) setWriting(false); return problem }}
      />
      {isPaint && <Swatch label={label} value={value} onChange={onChange} />}
      {type === 'paint' && !isExpression(value) && !isToken(value) && <GradientButton label={label} value={asPaint(value)} onChange={onChange} />}
    </span>
  )
}

function YesNoField({ label, value, onChange }: { readonly label: string; readonly value: boolean; readonly onChange: (value: boolean) => void }) {
  return (
    <label className="field field-check">
      <span>{label}</span>
      <input type="checkbox" checked={value} onChange={(event) => onChange(event.target.checked)} />
    </label>
  )
}

function GradientButton({ label, value, onChange }: { readonly label: string; readonly value: Paint; readonly onChange: (value: Paint) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <button className="plain muted" aria-haspopup="dialog" aria-label={`${label} as a gradient`} title="Gradient" onClick={(event) => setAnchor(event.currentTarget)}>◢</button>
      <FloatingPanel anchor={anchor} onClose={() => setAnchor(null)}>
        {anchor && <GradientField label={label} value={value} onChange={onChange} />}
      </FloatingPanel>
    </>
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
