import type { Project } from '../project'
import { parseFile } from '../serialise'
import { mended } from './mended'

/** A project from the text of a `.rheo.json` file, with numbers behind names and ids that are there twice. Throws what `parseFile` and `requireProject` throw. */
export const readProject = (text: string): Project => mended(parseFile(text), 'The project file', ['name-taken', 'taken']).project
