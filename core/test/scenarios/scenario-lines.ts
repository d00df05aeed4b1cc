import type { Literal, Modifiers } from '@rheoscope/core/document'

/** One example of `docs/semantics.md`: what is given, line by line, and what happens and is to be seen when. */
export interface ScenarioText {
  readonly name: string
  readonly given: readonly string[]
  readonly steps: readonly { readonly atMs: number; readonly what: string }[]
}

/** The examples of a document: its blocks fenced as `scenario`, each named after the fence; a step is a line that begins with an instant. */
export function scenariosIn(markdown: string): readonly ScenarioText[] {
  return [...markdown.matchAll(/^```scenario (.+)\n([\s\S]*?)^```/gm)].map(([, name, body]) => {
    const lines = body!.split('\n').filter((line) => line.trim() !== '')
    const step = (line: string) => /^(\d+): (.+)$/.exec(line)
    return {
      name: name!,
      given: lines.filter((line) => !step(line)),
      steps: lines.flatMap((line) => {
        const [, atMs, what] = step(line) ?? []
        return what === undefined ? [] : [{ atMs: Number(atMs), what }]
      }),
    }
  })
}

/** The pieces of a line between commas, or another separator, that stand outside quotes and brackets. */
export function pieces(line: string, separator = ','): readonly string[] {
  const found: string[] = ['']
  let depth = 0
  let isQuoted = false
  for (const letter of line) {
    if (letter === '"') isQuoted = !isQuoted
    if (!isQuoted && '([{'.includes(letter)) depth++
    if (!isQuoted && ')]}'.includes(letter)) depth--
    if (letter === separator && depth === 0 && !isQuoted) found.push('')
    else found[found.length - 1] += letter
  }
  return found.map((piece) => piece.trim()).filter((piece) => piece !== '')
}

/** A value as an example writes it: yes, no, a number, JSON, or text with or without quotes. */
export function literalOf(text: string): Literal {
  if (text === 'yes' || text === 'no') return text === 'yes'
  if (text.startsWith('"')) return text.replace(/^"(.*)"$/s, '$1')
  if (/^[[{]/.test(text) || text === 'null') return JSON.parse(text) as Literal
  return text !== '' && Number.isFinite(Number(text)) ? Number(text) : text
}

export function keyOf(text: string): { readonly key: string; readonly modifiers: Modifiers } {
  const words = text.split('+')
  const held = words.slice(0, -1).map((word) => [word.toLowerCase(), true])
  const key = words.at(-1)!
  return { key: key === 'Space' ? ' ' : key, modifiers: Object.fromEntries(held) as Modifiers }
}
