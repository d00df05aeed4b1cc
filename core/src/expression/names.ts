import { LRUCache } from 'lru-cache'
import { orElse } from '../document'
import { namesIn } from './evaluate'

const known = new LRUCache<string, readonly string[]>({ max: 5000 })

/** The names of an expression; none when it cannot be read, which is a finding elsewhere. The same text is read once. */
export function namesOr(text: string): readonly string[] {
  const names = known.get(text) ?? read(text)
  known.set(text, names)
  return names
}

function read(text: string): readonly string[] {
  return orElse(() => namesIn(text), [])
}
