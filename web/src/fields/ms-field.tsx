import { CommitField } from './commit-field'
import { parseNumber } from './parse-value'

const LONGEST_MS = 3_600_000

/** A length of time as typed, in whole milliseconds; a sentence when it is none. */
export function wholeMs(text: string): number | string {
  const number = parseNumber(text)
  if ('problem' in number) return number.problem
  const ms = Math.round(number.value)
  return ms >= 0 && ms <= LONGEST_MS ? ms : 'A time is from 0 ms to an hour.'
}

/** Steps a length of time that stands in a field. */
export const stepMs = (by: number) => (text: string, steps: number): string => {
  const ms = wholeMs(text)
  return typeof ms === 'string' ? text : `${Math.max(0, ms + steps * by)} ms`
}

/** A length of time in whole milliseconds; the up and down keys change it by `step`. */
export function MsField({ label, ms, step, onChange }: { readonly label: string; readonly ms: number; readonly step: number; readonly onChange: (ms: number) => void }) {
  const take = (text: string): string | null => {
    const typed = wholeMs(text)
    if (typeof typed === 'string') return typed
    onChange(typed)
    return null
  }
  return <CommitField label={label} value={`${ms} ms`} isMono onCommit={take} onStep={stepMs(step)} />
}
