/**
 * An error a person may see: a stable code for programs, the place it is about
 * (a path in the document or a position in a text) and one plain sentence.
 */
export class RheoError extends Error {
  constructor(
    readonly code: string,
    readonly place: string,
    sentence: string,
  ) {
    super(sentence)
    this.name = 'RheoError'
  }
}

/** What something that was thrown says. */
export const messageOf = (thrown: unknown): string => (thrown instanceof Error ? thrown.message : String(thrown))

/** What a function gives; something else where it throws a `RheoError`. Whatever else it throws is a mistake of ours, and is thrown on. */
export function orElse<T, U>(make: () => T, otherwise: U): T | U {
  try {
    return make()
  } catch (error) {
    if (error instanceof RheoError) return otherwise
    throw error
  }
}

/** Fails to compile where a union is not handled in full; throws if an unknown member arrives at run time. */
export function never(value: never, what: string): never {
  throw new RheoError('unknown-kind', what, `“${String(value)}” is not a known ${what}.`)
}
