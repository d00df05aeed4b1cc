/** The value a text is JSON of; something else when it is none. */
export function jsonOr<T>(text: string, otherwise: T): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    if (error instanceof SyntaxError) return otherwise
    throw error
  }
}
