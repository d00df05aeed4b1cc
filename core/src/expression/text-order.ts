/** The characters of a text: its Unicode code points. */
export const charactersOf = (text: string): readonly string[] => [...text]

/** A text without the difference between small and capital letters, the same everywhere: by the full case mappings of Unicode, not those of a language. */
const folded = (text: string): string => text.toUpperCase().toLowerCase()

/** Whether a text comes before another one (below 0), after it (above 0), or neither (0): by their code points, after case folding. */
export function orderOf(one: string, other: string): number {
  const [a, b] = [charactersOf(folded(one)), charactersOf(folded(other))]
  const at = a.findIndex((character, index) => character !== b[index])
  if (at < 0) return a.length - b.length
  return (a[at]?.codePointAt(0) ?? -1) - (b[at]?.codePointAt(0) ?? -1)
}
