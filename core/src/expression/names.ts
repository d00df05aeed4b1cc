import { orElse } from '../document'
import { namesIn } from './evaluate'

const known = new Map<string, readonly string[]>()

/** The names of an expression; none when it cannot be read, which is a finding elsewhere. The same text is read once. */
export function namesOr(text: string): readonly string[] {
  const names = known.get(text) ?? read(text)
  if (known.size > 5000) known.clear()
  known.set(text, names)
  return names
}

function read(text: string): readonly string[] {
  return orElse(() => namesIn(text), [])
}
