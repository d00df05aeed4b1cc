import { RheoError } from './error'
import { LIMITS } from './limits'
import { certain } from './certain'

/** U+0000 and halves of surrogate pairs: JSON can write them, and no database keeps them. */
const UNKEEPABLE = /[\0\p{Surrogate}]/u

/**
 * Throws where a value cannot be kept whatever it means: `invalid` for text no database can hold, `too-deep` for what is
 * nested deeper than `LIMITS.jsonDepth`. Goes through it without recursion, so that nothing can be too deep for that.
 *
 * @param what the subject of the sentence: `The edit`
 */
export function requireStorable(value: unknown, what: string): void {
  const open: { readonly at: unknown; readonly path: readonly string[] }[] = [{ at: value, path: [] }]
  for (let next = open.pop(); next; next = open.pop()) {
    const { at, path } = next
    if (typeof at === 'string') requireText(at, path, what)
    if (typeof at !== 'object' || at === null) continue
    if (path.length >= LIMITS.jsonDepth) throw new RheoError('too-deep', path.slice(0, 8).join('/'), `${what} is nested more than ${LIMITS.jsonDepth} levels deep.`)
    for (const [key, inner] of Object.entries(at)) {
      requireText(key, path, what)
      open.push({ at: inner, path: [...path, key] })
    }
  }
}

function requireText(text: string, path: readonly string[], what: string): void {
  const found = UNKEEPABLE.exec(text)
  if (!found) return
  const code = certain(found[0].codePointAt(0)).toString(16).toUpperCase().padStart(4, '0')
  throw new RheoError('invalid', path.join('/'), `${what} has a character at ${path.join('/') || 'its root'} that cannot be kept (U+${code}, character ${found.index + 1}).`)
}
