import { isFields, isIdentified, sameValue } from '@rheoscope/core/document'

/**
 * `next` with everything that equals its place in `last` replaced by the very same object. What crosses to a worker
 * arrives as a copy; this makes unchanged things recognisable by identity again.
 */
export function sharing<T>(last: unknown, next: T): T {
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what equals `next`, place by place, is of its type
  return shared(last, next) as T
}

function shared(last: unknown, next: unknown): unknown {
  if (sameValue(last, next)) return last
  if (Array.isArray(last) && Array.isArray(next)) {
    const byId = new Map(last.filter(isIdentified).map((item) => [item.id, item]))
    return next.map((item, index) => shared(isIdentified(item) ? byId.get(item.id) : last[index], item))
  }
  if (isFields(last) && isFields(next)) return Object.fromEntries(Object.entries(next).map(([key, value]) => [key, shared(last[key], value)]))
  return next
}
