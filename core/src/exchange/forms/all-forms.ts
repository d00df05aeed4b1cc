import { strToU8, zipSync } from 'fflate'
import { slug, type Project } from '../../document'
import { escaped } from '../../scene'
import { counted } from '../counted'
import { type Form, type HandedFile, type HandedOver, type Making } from './form'
import { FORMS } from './registry'

/**
 * Everything a project can be handed over as, in one ZIP file with a page of contents.
 */
export async function allForms(project: Project, making: Making): Promise<HandedOver> {
  const forms = FORMS.filter(({ takes }) => takes.includes('project'))
  const made: { readonly form: Form; readonly files: readonly HandedFile[]; readonly leavesOut: readonly string[] }[] = []
  for (const [index, form] of forms.entries()) {
    const { files, leavesOut } = await form.make(project, { of: 'project' }, { ...making, settings: {}, progress: (share) => making.progress((index + share) / (forms.length + 1)) })
    made.push({ form, files: files.map((file) => ({ ...file, name: `${form.name}/${file.name}` })), leavesOut })
    making.progress((index + 1) / (forms.length + 1))
  }
  const files = [{ name: 'index.html', mediaType: 'text/html', content: contentsPage(project, made) }, ...made.flatMap((each) => each.files)]
  const zip = zipped(slug(project.name), files)
  making.progress(1)
  return { files: [zip], holds: [counted(files.length, 'file')], leavesOut: made.flatMap(({ leavesOut }) => leavesOut) }
}

/** Several files as one (ZIP, APPNOTE 6.3). All are of the first day such a file can name, so that the same files make the same one. */
export function zipped(name: string, files: readonly HandedFile[]): HandedFile {
  const content = zipSync(Object.fromEntries(files.map((file) => [file.name, typeof file.content === 'string' ? strToU8(file.content) : file.content])), { level: 6, mtime: '1980-01-01T00:00:00' })
  return { name: `${name}.zip`, mediaType: 'application/zip', content }
}

function contentsPage({ name }: Project, made: readonly { readonly form: Form; readonly files: readonly HandedFile[]; readonly leavesOut: readonly string[] }[]): string {
  const sections = made.map(({ form, files, leavesOut }) => [
    `<h2>${escaped(form.label)}</h2><p>${escaped(form.says)}</p>`, `<ul>${files.map((file) => `<li><a href="${escaped(file.name)}">${escaped(file.name)}</a></li>`).join('')}</ul>`,
    ...(leavesOut.length === 0 ? [] : [`<p>Left out:</p><ul>${leavesOut.map((line) => `<li>${escaped(line)}</li>`).join('')}</ul>`]),
  ].join('\n'))
  return ['<!doctype html>', '<html lang="en"><head><meta charset="utf-8">', `<title>${escaped(name)}</title>`, '<style>body{font:16px/1.5 sans-serif;max-width:45rem;margin:2rem auto;padding:0 1rem}</style></head><body>', `<h1>${escaped(name)}</h1>`, ...sections, '</body></html>', ''].join('\n')
}
