import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { RheoError, type Named, type Project } from '@rheoscope/core/document'
import { FORMS, type HandedOver, type RunningKit, type Subject } from '@rheoscope/core/exchange'

/** What is asked for on the command line, by names or identifiers; all of the project where nothing is named. */
export interface AskedFor {
  readonly as: string
  readonly component?: string
  readonly screen?: string
  readonly take?: string
}

/** Makes a form of something. Throws a `RheoError` (`missing`, `unreadable`) where there is no such form or thing, or the form is not for such things. */
export async function handedOver(project: Project, { as, ...named }: AskedFor): Promise<HandedOver> {
  const form = FORMS.find(({ name }) => name === as)
  if (!form) throw new RheoError('missing', as, `There is no form called “${as}”: ${FORMS.map(({ name }) => name).join(', ')}.`)
  const subject = subjectNamed(project, named)
  if (!form.takes.includes(subject.of)) throw new RheoError('unreadable', as, `“${as}” is made of a ${form.takes.join(' or a ')}, not of a ${subject.of}.`)
  return form.make(project, subject, async () => runningKit())
}

function subjectNamed(project: Project, { component, screen, take }: Omit<AskedFor, 'as'>): Subject {
  if (component !== undefined) return { of: 'component', id: named(project.components, component, 'component') }
  if (screen !== undefined) return { of: 'screen', id: named(project.screens, screen, 'screen') }
  return take === undefined ? { of: 'project' } : { of: 'take', id: named(project.takes, take, 'take') }
}

function named(things: readonly Named[], word: string, what: string): string {
  const found = things.find(({ id, name }) => name === word || id === word)
  if (!found) throw new RheoError('missing', word, `There is no ${what} called “${word}”: ${things.map(({ name }) => name).join(', ')}.`)
  return found.id
}

/** What the build of the application leaves for pages that run by themselves. */
function runningKit(): RunningKit {
  const at = (name: string) => readFileSync(new URL(`../../web/dist/running/${name}`, import.meta.url), 'utf8')
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the build of this version has written it
  return { script: at('page.js'), element: at('element.js'), style: at('page.css'), fonts: JSON.parse(at('fonts.json')) as RunningKit['fonts'], sha256: async (text) => createHash('sha256').update(text).digest('base64') }
}
