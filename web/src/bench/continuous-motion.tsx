import { propertyDefinition, setContinuous, type Continuous, type Part, type Value } from '@rheoscope/core/document'
import { easingProblem } from '@rheoscope/core/motion'
import { CommitField } from '../fields/commit-field'
import { parseNumber, parseValue } from '../fields/parse-value'
import { ChoiceField } from '../fields/property-field'
import { wholeMs } from '../fields/ms-field'
import { useBench } from './use-bench'

/** The properties a repeating motion can take somewhere, in the order they are offered. */
const OFFERED = ['rotate', 'x', 'y', 'scaleX', 'scaleY', 'opacity'] as const

const ONE_ROUND: Omit<Continuous, 'to'> = { durationMs: 1000, easing: 'linear', repeat: 'forward', times: null }

/** The motion that repeats for as long as the selected state lasts, as far as it moves the selected part. */
export function ContinuousMotion({ part }: { readonly part: Part }) {
  const { component, axis, state, make } = useBench()
  const { continuous } = state
  const said = continuous?.to[part.id] ?? {}
  const set = (to: Continuous | null) => make(setContinuous(component.id, axis.id, state.id, to), `make ${state.name} repeat`)
  const setEvery = (text: string): string | null => {
    if (text.trim() === '' || text.trim() === 'never') {
      set(null)
      return null
    }
    const ms = wholeMs(text)
    if (typeof ms === 'string') return ms
    if (ms === 0) return 'A round takes at least 1 ms.'
    set({ ...(continuous ?? { ...ONE_ROUND, to: { [part.id]: { rotate: 360 } } }), durationMs: ms })
    return null
  }
  return (
    <details open={continuous !== null} role="group" aria-label="Continuous motion">
      <summary>Repeats in {state.name}</summary>
      <CommitField label="every" isMono value={continuous ? `${String(continuous.durationMs)} ms` : 'never'} onCommit={setEvery} />
      {continuous && (
        <>
          {OFFERED.map((property) => (
            <DestinationField key={property} property={property} value={said[property]} onChange={(value) => set({ ...continuous, to: { ...continuous.to, [part.id]: withProperty(said, property, value) } })} />
          ))}
          <CommitField label="easing" isMono value={String(continuous.easing)} onCommit={(easing) => easingProblem(easing) ?? (set({ ...continuous, easing: easing.trim() }), null)} />
          <ChoiceField label="way" value={continuous.repeat} choices={['forward', 'back and forth']} onChange={(repeat) => set({ ...continuous, repeat: repeat as Continuous['repeat'] })} />
          <CommitField label="times" isMono value={continuous.times === null ? 'for ever' : String(continuous.times)} onCommit={(text) => setTimes(text, (times) => set({ ...continuous, times }))} />
        </>
      )}
    </details>
  )
}

function DestinationField({ property, value, onChange }: { readonly property: string; readonly value: Value | undefined; readonly onChange: (value: Value | undefined) => void }) {
  const definition = propertyDefinition(property)!
  const take = (text: string): string | null => {
    if (text.trim() === '') {
      onChange(undefined)
      return null
    }
    const parsed = parseValue(definition, text, {})
    if ('problem' in parsed) return parsed.problem
    onChange(parsed.value)
    return null
  }
  return <CommitField label={`${definition.label} to`} isMono value={value === undefined ? '' : String(value)} placeholder="–" onCommit={take} />
}

function withProperty(said: Readonly<Record<string, Value>>, property: string, value: Value | undefined): Readonly<Record<string, Value>> {
  const { [property]: _old, ...rest } = said
  return value === undefined ? rest : { ...rest, [property]: value }
}

function setTimes(text: string, set: (times: number | null) => void): string | null {
  if (text.trim() === 'for ever' || text.trim() === '') {
    set(null)
    return null
  }
  const times = parseNumber(text)
  if ('problem' in times || !Number.isInteger(times.value) || times.value < 1) return 'Write a whole number, or “for ever”.'
  set(times.value)
  return null
}
