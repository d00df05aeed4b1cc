import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { RheoError, type Project } from '@rheoscope/core/document'
import { FORMS, runningKit, type HandedOver, type RunningKit, type Subject } from '@rheoscope/core/exchange'
import { named } from './named'

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
  return form.make(project, subject, kit)
}

function subjectNamed(project: Project, { component, screen, take }: Omit<AskedFor, 'as'>): Subject {
  if (component !== undefined) return { of: 'component', id: named(project.components, component, 'component').id }
  if (screen !== undefined) return { of: 'screen', id: named(project.screens, screen, 'screen').id }
  return take === undefined ? { of: 'project' } : { of: 'take', id: named(project.takes, take, 'take').id }
}

/** What the build of the application leaves for what runs by itself. */
const kit = (): Promise<RunningKit> => runningKit((file) => readFile(new URL(`../../web/dist/running/${file}`, import.meta.url), 'utf8'), async (text) => createHash('sha256').update(text).digest('base64'))
