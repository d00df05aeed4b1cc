import { hasKeys } from '../document'

/** Every text inside a value. */
export function textsIn(value: unknown, into = new Set<string>()): ReadonlySet<string> {
  if (typeof value === 'string') into.add(value)
  else if (Array.isArray(value)) value.forEach((each) => textsIn(each, into))
  else if (hasKeys(value)) Object.values(value).forEach((each) => textsIn(each, into))
  return into
}
