import { RheoError, serialise, type Project } from '../document'
import { openedFile, type OpenedFile } from '../document/schema'
import { readWritten, type FormProblem } from '../written'

/** Whether a text is JSON rather than a written form, by the sign it begins with. */
const isJson = (text: string): boolean => /^\uFEFF?\s*[{[]/.test(text)

/**
 * A project from the text of a file: of a `.rheo.json` file, or of a `.rheo` file in the written form. Throws a `RheoError` (`unreadable`) that says
 * which lines cannot be read, and whatever a project file can be refused with.
 *
 * @param into a project whose things of the same names the text is about; the others stay, and it can refer to all of them
 */
export function openedText(text: string, into: Project | null = null): OpenedFile {
  if (isJson(text) || text.trim() === '') return openedFile(text)
  const { project, problems } = readWritten(text, into)
  if (problems.length > 0) throw new RheoError('unreadable', problems.map(placeOf).join(', '), problems.slice(0, MOST_TOLD).map(sentenceOf).concat(problems.length > MOST_TOLD ? [`${problems.length - MOST_TOLD} more lines cannot be read.`] : []).join('\n'))
  return openedFile(serialise(project))
}

const MOST_TOLD = 10

const placeOf = ({ line, column }: FormProblem): string => `line ${line}, column ${column}`

/** What is wrong with a line, and where: `Line 3, column 5: …` */
const sentenceOf = (problem: FormProblem): string => `L${placeOf(problem).slice(1)}: ${problem.sentence}`
