import { sameValue } from '@rheoscope/core/document'

/**
 * `next` with everything that equals its place in `last` replaced by the very same object. What crosses to a worker
 * arrives as a copy; this makes unchanged things recognisable by identity again.
 */
export function sharing<T>(last: unknown, next: T): T {
  if (sameValue(last, next)) return last as T
  if (Array.isArray(last) && Array.isArray(next)) {
    const byId = new Map(last.filter(hasId).map((item) => [item.id, item]))
    return next.map((item, index) => sharing(hasId(item) ? byId.get(item.id) : last[index], item)) as T
  }
  if (isRecord(last) && isRecord(next)) {
    return Object.fromEntries(Object.entries(next).map(([key, value]) => [key, sharing(last[key], value)])) as T
  }
  return next
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

const hasId = (value: unknown): value is { id: string } => isRecord(value) && typeof value.id === 'string'
