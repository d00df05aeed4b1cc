import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { RheoError, type Project } from '@rheoscope/core/document'
import { FORMS, runningKit, type Form, type HandedOver, type RunningKit, type Subject } from '@rheoscope/core/exchange'
import { named } from './named'

/** What is asked for on the command line, by names or identifiers; all of the project where nothing is named. */
export interface AskedFor {
  readonly as: string
  readonly component?: string
  readonly screen?: string
  readonly take?: string
  /** What is chosen of the settings of the form, as `name=value`. */
  readonly set?: readonly string[]
}

/** Makes a form of something. Throws a `RheoError` (`missing`, `unreadable`) where there is no such form or thing, or the form is not for such things. */
export async function handedOver(project: Project, { as, set = [], ...named }: AskedFor): Promise<HandedOver> {
  const form = FORMS.find(({ name }) => name === as)
  if (!form) throw new RheoError('missing', as, `There is no form called “${as}”: ${FORMS.map(({ name }) => name).join(', ')}.`)
  const subject = subjectNamed(project, named)
  if (!form.takes.includes(subject.of)) throw new RheoError('unreadable', as, `“${as}” is made of a ${form.takes.join(' or a ')}, not of a ${subject.of}.`)
  return form.make(project, subject, { kit, settings: settingsIn(form, set), progress: () => undefined, film: null })
}

function subjectNamed(project: Project, { component, screen, take }: Omit<AskedFor, 'as' | 'set'>): Subject {
  if (component !== undefined) return { of: 'component', id: named(project.components, component, 'component').id }
  if (screen !== undefined) return { of: 'screen', id: named(project.screens, screen, 'screen').id }
  return take === undefined ? { of: 'project' } : { of: 'take', id: named(project.takes, take, 'take').id }
}

function settingsIn({ name: form, settings = [] }: Form, set: readonly string[]): Readonly<Record<string, string>> {
  return Object.fromEntries(set.map((said) => {
    const [name = '', value = ''] = said.split(/=(.*)/s)
    if (!settings.some((each) => each.name === name)) throw new RheoError('unreadable', name, `“${form}” has no setting “${name}”${settings.length > 0 ? `: ${settings.map((each) => `${each.name} (${each.choices.join(', ')})`).join('; ')}` : ''}.`)
    return [name, value]
  }))
}

/** What the build of the application leaves for what runs by itself. */
export const kit = (): Promise<RunningKit> => runningKit((file) => readFile(new URL(`../../web/dist/running/${file}`, import.meta.url)).then((bytes) => new Uint8Array(bytes)), async (text) => createHash('sha256').update(text).digest('base64'))
