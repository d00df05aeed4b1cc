import { certain, firstOf, isGradient, lastOf, type Colour, type Gradient, type Paint } from '@rheoscope/core/document'
import { CommitField } from './commit-field'
import { parseNumber } from './parse-value'
import { ChoiceField } from './choice-field'

const KINDS = ['plain', 'linear', 'radial', 'conic'] as const

/** What a plain colour becomes when it is to be a gradient: itself, fading out. */
const begun = (kind: Gradient['gradient'], from: Colour): Gradient =>
  ({ gradient: kind, angleDeg: 90, stops: [{ colour: from, at: 0 }, { colour: `${from.slice(0, 7)}00`, at: 1 }] })

/** Edits a paint as a plain colour or as a gradient with its direction and stops. */
export function GradientField({ label, value, onChange }: { readonly label: string; readonly value: Paint; readonly onChange: (value: Paint) => void }) {
  const kind = isGradient(value) ? value.gradient : 'plain'
  const first = isGradient(value) ? firstOf(value.stops).colour : (value ?? '#24506f')
  const choose = (to: (typeof KINDS)[number]) => {
    if (to === 'plain') onChange(first)
    else onChange(isGradient(value) ? { ...value, gradient: to } : begun(to, first))
  }
  return (
    <div className="picker" role="dialog" aria-label={`${label} as a gradient`}>
      <ChoiceField label="kind" value={kind} choices={KINDS} onChange={choose} />
      {isGradient(value) && <Stops gradient={value} onChange={onChange} />}
    </div>
  )
}

function Stops({ gradient, onChange }: { readonly gradient: Gradient; readonly onChange: (value: Gradient) => void }) {
  const { stops } = gradient
  const setStop = (index: number, change: Partial<Gradient['stops'][number]>) => onChange({ ...gradient, stops: stops.map((stop, each) => (each === index ? { ...stop, ...change } : stop)) })
  const commitAngle = (text: string): string | null => {
    const number = parseNumber(text)
    if ('problem' in number) return number.problem
    onChange({ ...gradient, angleDeg: number.value })
    return null
  }
  const commitAt = (index: number) => (text: string): string | null => {
    const number = parseNumber(text)
    if ('problem' in number) return number.problem
    if (number.value < 0 || number.value > 100) return 'Between 0 and 100 %.'
    setStop(index, { at: number.value / 100 })
    return null
  }
  const commitColour = (index: number) => (text: string): string | null => {
    if (!/^#([0-9a-f]{6}|[0-9a-f]{8})$/i.test(text.trim())) return 'Write a colour as #rrggbb or #rrggbbaa.'
    setStop(index, { colour: text.trim().toLowerCase() })
    return null
  }
  const add = () => {
    const [before, last] = [certain(stops.at(-2)), lastOf(stops)]
    onChange({ ...gradient, stops: [...stops.slice(0, -1), { colour: before.colour, at: (before.at + last.at) / 2 }, last] })
  }
  return (
    <>
      {gradient.gradient !== 'radial' && <CommitField label="angle" isMono value={`${gradient.angleDeg}°`} onCommit={commitAngle} />}
      <ol className="stops">
        {stops.map((stop, index) => (
          <li key={index}>
            <input className="swatch" type="color" aria-label={`Colour of stop ${index + 1}`} value={stop.colour.slice(0, 7)} onChange={(event) => setStop(index, { colour: event.target.value + stop.colour.slice(7) })} />
            <CommitField label={`Stop ${index + 1}`} hidesLabel isMono value={stop.colour} onCommit={commitColour(index)} />
            <CommitField label={`Place of stop ${index + 1}`} hidesLabel isMono value={`${Math.round(stop.at * 1000) / 10} %`} onCommit={commitAt(index)} />
            <button className="plain muted" disabled={stops.length <= 2} aria-label={`Remove stop ${index + 1}`} onClick={() => onChange({ ...gradient, stops: stops.filter((_, each) => each !== index) })}>×</button>
          </li>
        ))}
      </ol>
      <button className="plain underlined" onClick={add}>Another stop</button>
    </>
  )
}
