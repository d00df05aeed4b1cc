import type { Project } from '../project'
import { parseFile } from '../serialise'
import { differencesSince } from '../versions/differences'
import { mended } from './mended'

/** A project from a file, and what was mended in it and what it does otherwise than it did in the version the file is of, a sentence each. */
export interface OpenedFile {
  readonly project: Project
  readonly differs: readonly string[]
}

/** A project from the text of a `.rheo.json` file, with numbers behind names and ids that are there twice, and no rule that moves what a variable decides. Throws what `parseFile` and `requireProject` throw. */
export function openedFile(text: string): OpenedFile {
  const { content, version } = parseFile(text)
  const { project, lines } = mended(content, 'The project file', ['name-taken', 'taken', 'decided'])
  return { project, differs: [...lines, ...differencesSince(version, project)] }
}

/** The same where only the project is wanted. */
export const readProject = (text: string): Project => openedFile(text).project
