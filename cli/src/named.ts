import { RheoError, type Named } from '@rheoscope/core/document'

/** The thing of that name or identifier. Throws a `RheoError` (`missing`) that says which there are. */
export function named<T extends Named>(things: readonly T[], word: string, what: string): T {
  const found = things.find(({ id, name }) => name === word || id === word)
  if (!found) throw new RheoError('missing', word, `There is no ${what} called “${word}”: ${things.map(({ name }) => name).join(', ')}.`)
  return found
}
