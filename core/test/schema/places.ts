/** Where anything is in a value: keys and indices. */
export type Place = readonly (string | number)[]

/** The places of everything in a value. */
export function pathsIn(node: unknown, at: Place = []): Place[] {
  if (typeof node !== 'object' || node === null) return [at]
  return [...(at.length > 0 ? [at] : []), ...Object.entries(node).flatMap(([key, value]) => pathsIn(value, [...at, Array.isArray(node) ? Number(key) : key]))]
}

/** The value with something else at a place. */
export function changedAt(node: unknown, [key, ...rest]: Place, to: unknown): unknown {
  if (key === undefined) return to
  if (Array.isArray(node)) return node.with(key as number, changedAt(node[key as number], rest, to))
  return { ...(node as object), [key]: changedAt((node as Record<string, unknown>)[key], rest, to) }
}
