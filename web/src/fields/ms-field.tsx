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

/** Steps a length of time that is in a field. */
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

/** Between which two times something comes: one time, or `200 to 4000`. The up and down keys change a single one. */
export function SpanField({ label, least, most, onChange }: { readonly label: string; readonly least: number; readonly most: number; readonly onChange: (least: number, most: number) => void }) {
  const take = (text: string): string | null => {
    const [first = '', second = first, more] = text.split(/\s+to\s+|\s*[–…]\s*/)
    // A unit that only the second one has is meant for both: `2 to 10 s`.
    const unit = /[a-z]/i.test(first) ? '' : (/[a-z]+\s*$/i.exec(second)?.[0] ?? '')
    const [from, to] = [wholeMs(first + unit), wholeMs(second)]
    if (more !== undefined) return 'Write one time, or two with “to” between them.'
    if (typeof from === 'string') return from
    if (typeof to === 'string') return to
    onChange(Math.min(from, to), Math.max(from, to))
    return null
  }
  return <CommitField label={label} value={least === most ? `${least} ms` : `${least} to ${most} ms`} isMono onCommit={take} {...(least === most ? { onStep: stepMs(100) } : {})} />
}
