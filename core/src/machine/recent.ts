/** What something was at an instant. */
export interface Sample<Value> {
  readonly value: Value
  readonly atMs: number
}

/** Only how it went in the last so many ms counts for a speed. */
const RECENT_MS = 100

const recent = <Value>(samples: readonly Sample<Value>[], atMs: number): readonly Sample<Value>[] => samples.filter((sample) => sample.atMs > atMs - RECENT_MS)

/** What something has been of late, and what it is now. */
export const sampled = <Value>(samples: readonly Sample<Value>[], value: Value, atMs: number): readonly Sample<Value>[] => [...recent(samples, atMs), { value, atMs }]

/** How fast a number of it has changed of late, per ms; not at all when it has stood still. */
export function rateOf<Value>(samples: readonly Sample<Value>[], atMs: number, of: (value: Value) => number): number {
  const late = recent(samples, atMs)
  const [first, last] = [late[0], late.at(-1)]
  return !first || !last || last.atMs <= first.atMs ? 0 : (of(last.value) - of(first.value)) / (last.atMs - first.atMs)
}
