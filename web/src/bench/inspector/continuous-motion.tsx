import { certain, propertyDefinition, setLoop, type Loop, type Part, type Value } from '@rheoscope/core/document'
import { easingProblem } from '@rheoscope/core/motion'
import { CommitField } from '../../fields/commit-field'
import { parseNumber, parseValue } from '../../fields/parse-value'
import { ChoiceField } from '../../fields/choice-field'
import { wholeMs } from '../../fields/ms-field'
import { useBench } from '../page/use-bench'

/** The properties a repeating motion can take somewhere, in the order they are offered. */
const OFFERED = ['rotation', 'x', 'y', 'scaleX', 'scaleY', 'opacity'] as const

const ONE_ROUND: Omit<Loop, 'to'> = { durationMs: 1000, easing: 'linear', direction: 'forward', count: null }

/** The motion that repeats for as long as the selected state lasts, as far as it moves the selected part. */
export function ContinuousMotion({ part }: { readonly part: Part }) {
  const { component, axis, state, make } = useBench()
  const { loop: continuous } = state
  const said = continuous?.to[part.id] ?? {}
  const set = (to: Loop | null) => make(setLoop(component.id, axis.id, state.id, to), `make ${state.name} repeat`)
  const setEvery = (text: string): string | null => {
    if (text.trim() === '' || ['off', 'never'].includes(text.trim())) {
      set(null)
      return null
    }
    const ms = wholeMs(text)
    if (typeof ms === 'string') return ms
    if (ms === 0) return 'A round takes at least 1 ms.'
    set({ ...(continuous ?? { ...ONE_ROUND, to: { [part.id]: { rotation: 360 } } }), durationMs: ms })
    return null
  }
  return (
    <details open={continuous !== null} role="group" aria-label="Continuous motion">
      <summary>Repeats in {state.name}</summary>
      <CommitField label="loop" isMono value={continuous ? `${String(continuous.durationMs)} ms` : 'off'} onCommit={setEvery} />
      {continuous && (
        <>
          {OFFERED.map((property) => (
            <DestinationField key={property} property={property} value={said[property]} onChange={(value) => set({ ...continuous, to: { ...continuous.to, [part.id]: withProperty(said, property, value) } })} />
          ))}
          <CommitField label="easing" isMono value={String(continuous.easing)} onCommit={(easing) => easingProblem(easing) ?? (set({ ...continuous, easing: easing.trim() }), null)} />
          <ChoiceField label="direction" value={continuous.direction} choices={['forward', 'back and forth']} onChange={(direction) => set({ ...continuous, direction })} />
          <CommitField label="count" isMono value={continuous.count === null ? 'infinite' : String(continuous.count)} onCommit={(text) => setTimes(text, (count) => set({ ...continuous, count }))} />
        </>
      )}
    </details>
  )
}

function DestinationField({ property, value, onChange }: { readonly property: string; readonly value: Value | undefined; readonly onChange: (value: Value | undefined) => void }) {
  const definition = certain(propertyDefinition(property))
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
  if (['', 'infinite', 'for ever'].includes(text.trim())) {
    set(null)
    return null
  }
  const times = parseNumber(text)
  if ('problem' in times || !Number.isInteger(times.value) || times.value < 1) return 'Write a whole number, or “infinite”.'
  set(times.value)
  return null
}
