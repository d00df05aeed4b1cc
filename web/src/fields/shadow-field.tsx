import type { Shadow } from '@rheoscope/core/document'
import { CommitField } from './commit-field'
import { parseNumber } from './parse-value'

const NEW: Shadow = { x: 0, y: 2, blur: 6, spread: 0, colour: '#1d2b3366', inset: false }

const LENGTHS = ['x', 'y', 'blur', 'spread'] as const

/** The shadows of a part, the topmost first; each with its offset, softness, spread and colour, outside or inside. */
export function ShadowField({ label, value, onChange }: { readonly label: string; readonly value: readonly Shadow[]; readonly onChange: (value: readonly Shadow[]) => void }) {
  const set = (index: number, change: Partial<Shadow>) => onChange(value.map((shadow, each) => (each === index ? { ...shadow, ...change } : shadow)))
  const commitLength = (index: number, length: (typeof LENGTHS)[number]) => (text: string): string | null => {
    const number = parseNumber(text)
    if ('problem' in number) return number.problem
    if (length === 'blur' && number.value < 0) return 'A blur is at least 0.'
    set(index, { [length]: number.value })
    return null
  }
  const commitColour = (index: number) => (text: string): string | null => {
    if (!/^#([0-9a-f]{6}|[0-9a-f]{8})$/i.test(text.trim())) return 'Write a colour as #rrggbb or #rrggbbaa.'
    set(index, { colour: text.trim().toLowerCase() })
    return null
  }
  return (
    <div className="shadows">
      <span className="field"><span>{label}</span><button className="plain underlined" onClick={() => onChange([...value, NEW])}>{value.length === 0 ? 'Throw a shadow' : 'Another shadow'}</button></span>
      {value.map((shadow, index) => (
        <fieldset key={index} className="shadow">
          <legend className="visually-hidden">Shadow {index + 1}</legend>
          {LENGTHS.map((length) => <CommitField key={length} label={`shadow ${length}`} isMono value={String(shadow[length])} onCommit={commitLength(index, length)} />)}
          <CommitField label="shadow colour" isMono value={shadow.colour} onCommit={commitColour(index)} />
          <label className="field field-check"><span>inside</span><input type="checkbox" checked={shadow.inset} onChange={(event) => set(index, { inset: event.target.checked })} /></label>
          <button className="plain muted underlined" aria-label={`Remove shadow ${index + 1}`} onClick={() => onChange(value.filter((_, each) => each !== index))}>Remove it</button>
        </fieldset>
      ))}
    </div>
  )
}
