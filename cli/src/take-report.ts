import { messageOf, RheoError, Take, type Project } from '@rheoscope/core/document'
import { validated } from '@rheoscope/core/schema'
import { playTake } from '@rheoscope/core/run'
import { expectationText } from '@rheoscope/core/reading'

export type TakeFormat = 'text' | 'json'

/**
 * What a take comes to, as text for people or, with its whole trace, as JSON for programs, and whether everything it
 * expects came about. Throws `gone` for a surface that is no longer there.
 */
export function takeReport(project: Project, take: Take, format: TakeFormat): { readonly text: string; readonly isMet: boolean } {
  const { trace, results } = playTake(project, take)
  const found = results.map(({ expectation, isMet, seen }) => ({ id: expectation.id, byMs: expectation.byMs, expected: expectationText(project, take, expectation), isMet, seen }))
  const isMet = found.every((each) => each.isMet)
  if (format === 'json') return { isMet, text: `${JSON.stringify({ project: project.name, take: take.name, isMet, expectations: found, trace }, null, 2)}\n` }
  const lines = found.map(({ byMs, expected, isMet: came, seen }) => `${came ? 'met   ' : 'missed'} by ${byMs} ms ${expected}${came ? '' : `; it was ${seen}`}`)
  return { isMet, text: [`${take.name}: ${found.filter((each) => each.isMet).length} of ${found.length} came about`, ...lines, ''].join('\n') }
}

/** The take of that name or id in the project, or the one in the text of a file. Throws `gone` or `invalid`. */
export function takeFrom(project: Project, named: string, fileText: () => string | null): Take {
  const known = project.takes.find(({ id, name }) => id === named || name === named)
  if (known) return known
  const text = fileText()
  if (text === null) throw new RheoError('gone', `takes/${named}`, `${project.name} has no take “${named}”, and there is no such file.`)
  return validated(Take, parsed(text, named), 'The take')
}

function parsed(text: string, name: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new RheoError('invalid', name, `${name} is not complete JSON: ${messageOf(error)}.`)
  }
}
