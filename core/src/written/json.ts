/** What a text says in JSON; undefined where it is none. */
export function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    if (error instanceof SyntaxError) return undefined
    throw error
  }
}
