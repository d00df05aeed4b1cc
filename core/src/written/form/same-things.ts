import { areIdentified, fieldsOf, freeName, isFields, sameValue, type Identified } from '../../document'

type Fields = Readonly<Record<string, unknown>>

/** Lists whose things have names; reading them finds what they were called before. */
const NAMED = ['parts', 'axes', 'states', 'groups', 'parameters', 'variables', 'sizes', 'entryPoints']

/**
 * What was read, with what has no name under the identifiers it had: rules, actions, lanes, keyframes, looks of several axes. What is the
 * same but for its identifier is the same thing; of the rest, what is most alike, in the order it stands in.
 */
export function withOldIds<T extends object>(read: T, old: object): T {
  const kept = Object.fromEntries(Object.entries(read).map(([key, value]: readonly [string, unknown]) => {
    const before = fieldsOf(old)[key]
    if (areIdentified(value) && areIdentified(before)) return [key, NAMED.includes(key) ? value.map((each) => within(each, before)) : matched(value, before)]
    return [key, isFields(value) && isFields(before) ? withOldIds(value, before) : value]
  }))
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- only identifiers are others
  return kept as T
}

function within(each: Fields & Identified, before: readonly Identified[]): Fields & Identified {
  const old = before.find(({ id }) => id === each.id)
  return old ? withOldIds(each, old) : each
}

function matched(read: readonly (Fields & Identified)[], old: readonly (Fields & Identified)[]): readonly Identified[] {
  const found = new Map<Identified, Fields & Identified>()
  const left = new Set(old)
  const take = (isMatch: (each: Fields & Identified, candidate: Fields & Identified) => boolean) => {
    for (const each of read) {
      const match = found.has(each) ? undefined : [...left].find((candidate) => isMatch(each, candidate))
      if (!match) continue
      found.set(each, match)
      left.delete(match)
    }
  }
  take((each, candidate) => sameValue(bare(each), bare(candidate)))
  take((each, candidate) => each.id === candidate.id)
  for (const least of LIKENESS) take((each, candidate) => likeness(each, candidate) >= least)
  const taken = new Set([...found.values()].map(({ id }) => id))
  return read.map((each) => {
    const match = found.get(each)
    if (match) return { ...withOldIds(each, match), id: match.id }
    const id = freeName(each.id, taken, '-')
    taken.add(id)
    return id === each.id ? each : { ...each, id }
  })
}

/** How much of two things has to be the same for them to be one, tried from the most on. */
const LIKENESS = [0.8, 0.6, 0.4]

/** The part of the fields of two things that is the same in both. */
function likeness(a: Fields, b: Fields): number {
  const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((key) => key !== 'id')
  return keys.filter((key) => sameValue(bare(a[key]), bare(b[key]))).length / Math.max(1, keys.length)
}

/** A value without the identifiers of what it is a list of. */
function bare(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(bare)
  return isFields(value) ? Object.fromEntries(Object.entries(value).filter(([key]) => key !== 'id').map(([key, inner]) => [key, bare(inner)])) : value
}

/**
 * Something under the names it has in what was read, as far as these are new names of what is there: where as many have come as have gone,
 * or where the new one stands in the place of the old.
 */
export function calledAs<T extends object>(old: T, read: object): T {
  const renamed = Object.fromEntries(Object.entries(old).map(([key, value]: readonly [string, unknown]) => {
    const now = fieldsOf(read)[key]
    return [key, NAMED.includes(key) && areIdentified(value) && areIdentified(now) ? listCalledAs(value, now) : value]
  }))
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- only names are others
  return renamed as T
}

function listCalledAs(old: readonly (Fields & Identified)[], read: readonly (Fields & Identified)[]): readonly Identified[] {
  const [before, now] = [new Set(old.map(({ id }) => id)), new Map(read.map((each) => [each.id, each]))]
  const gone = old.filter(({ id }) => !now.has(id))
  const come = read.filter(({ id }) => !before.has(id))
  const names = new Map(gone.flatMap((each, index) => {
    const other = gone.length === come.length ? come[index] : come.find((candidate) => read.indexOf(candidate) === old.indexOf(each))
    return other && other.kind === each.kind ? [[each.id, other.name]] : []
  }))
  return old.map((each) => {
    const kept = now.get(each.id)
    if (kept) return calledAs(each, kept)
    return names.has(each.id) ? { ...each, name: names.get(each.id) } : each
  })
}
