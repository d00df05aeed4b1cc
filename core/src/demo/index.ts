import { readFileSync } from 'node:fs'
import type { Project } from '../document'
import { readWritten } from '../written'

/** The demo project in its written form. What is built of this has a copy beside itself. */
const FILE = new URL('skerry-line.rheo', import.meta.url)

function demo(): Project {
  const { project, problems } = readWritten(readFileSync(FILE, 'utf8'))
  const [problem] = problems
  if (problem) throw new Error(`${FILE.pathname}, line ${problem.line}: ${problem.sentence}`)
  return project
}

/** *Skerry Line*, an invented island ferry: the project that ships with the application. */
export const skerryLine: Project = demo()
