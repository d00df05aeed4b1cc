import { messageOf, RheoError } from './error'
import { isFields, type Fields } from './fields'
import { migrate } from './versions/migrate'
import { DOCUMENT_VERSION, type Project } from './project'

/** Files beyond this are not read: 64 MiB of text. */
export const MAX_FILE_LENGTH = 64 * 1024 * 1024

const FIRST = ['format', 'version', 'id', 'kind', 'name', 'parent']

const rank = (key: string): number => {
  const index = FIRST.indexOf(key)
  return index < 0 ? FIRST.length : index
}

/**
 * The project as the text of a `.rheo.json` file: JSON, keys in a stable order, one leaf a line, so that two
 * versions of a file differ in the lines that changed and no others.
 */
export const serialise = (project: Project): string =>
  JSON.stringify(project, (_key, value: unknown) => (isFields(value) ? inOrder(value) : value), 2) + '\n'

const inOrder = (value: Fields): Fields =>
  Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : 1)),
  )

/** What a project file holds, brought to the present version but not yet validated, and the version it was of. */
export interface ParsedFile {
  readonly content: unknown
  readonly version: number
}

/**
 * The JSON inside the text of a project file. Throws a `RheoError`: `too-large`, `not-json` (with the position),
 * `foreign` (not a project file) or `too-new`.
 */
export function parseFile(text: string): ParsedFile {
  if (text.length > MAX_FILE_LENGTH) {
    throw new RheoError('too-large', 'file', `The file is ${Math.round(text.length / 1048576)} MB; up to 64 MB can be opened.`)
  }
  let file: unknown
  try {
    file = JSON.parse(text)
  } catch (error) {
    throw new RheoError('not-json', 'file', `The file is not complete JSON: ${messageOf(error)}.`)
  }
  if (!isFields(file) || file.format !== 'rheoscope') {
    throw new RheoError('foreign', 'format', 'This is not a Rheoscope project: its “format” is not “rheoscope”.')
  }
  if (typeof file.version !== 'number' || !Number.isInteger(file.version) || file.version < 1) {
    throw new RheoError('foreign', 'version', 'The project file does not say which version it is.')
  }
  if (file.version > DOCUMENT_VERSION) {
    throw new RheoError('too-new', 'version', `The file was written by a newer Rheoscope (version ${file.version}; this one reads up to ${DOCUMENT_VERSION}).`)
  }
  return { content: migrate(file), version: file.version }
}
