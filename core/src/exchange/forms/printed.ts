import { pledgeText } from '../../check'
import { sameValue, slug, type Component, type Pledge, type Project, type Rule, type Screen } from '../../document'
import { escaped, type DrawList } from '../../scene'
import { inTreeOrder, partWords, ruleWords } from '../../written'
import { pictureMarkup } from '../picture'

/** What the name of a thing stands in: it is that of the document where there is no other. */
export type Heading = 'h1' | 'h2'

/** A thing with what is said of it. */
export const section = ({ id, name, note, heading }: { readonly id: string; readonly name: string; readonly note: string | undefined; readonly heading: Heading }, inside: readonly string[]): string =>
  `<section class="thing" id="${escaped(id)}"><${heading}>${escaped(name)}</${heading}>${note === undefined ? '' : `<p class="note">${escaped(note).replaceAll('\n', '<br>')}</p>`}${inside.join('\n')}</section>`

/** A picture in a document. */
export const picture = (list: DrawList, label: string): string => pictureMarkup(list, `p${slug(label)}`, { role: 'img', 'aria-label': label })

/** A table with its heads; the first cell of a row is its head. */
export function table(heads: readonly string[], rows: readonly (readonly string[])[]): string {
  const head = heads.map((each) => `<th scope="col">${escaped(each)}</th>`).join('')
  const body = rows.map(([first = '', ...others]) => `<tr><th scope="row">${escaped(first)}</th>${others.map((cell) => `<td>${escaped(cell)}</td>`).join('')}</tr>`).join('')
  return `<table><thead><tr>${head}</tr></thead><tbody>${body}</tbody></table>`
}

/** What is said of rules, by what they answer. */
export function notesOf(project: Project, owner: Component | Screen): readonly string[] {
  const noted = owner.rules.flatMap((rule: Rule) => (rule.note === undefined ? [] : [[ruleWords({ project, owner }, rule).trigger, rule.note]]))
  return noted.length === 0 ? [] : [table(['when', 'note'], noted)]
}

/** The parts of something as a tree, each in words. */
export function partsTable(project: Project, owner: Component | Screen): string {
  const depth = (id: string | null): number => (id === null ? 0 : 1 + depth(owner.parts.find((part) => part.id === id)?.parent ?? null))
  const rows = inTreeOrder(owner.parts).map((part) => `<tr><th scope="row" class="in-${Math.min(6, depth(part.parent))}">${escaped(part.name)}</th><td>${escaped(partWords({ project, owner }, part))}${part.note === undefined ? '' : `<br><em>${escaped(part.note)}</em>`}</td></tr>`)
  return `<table><thead><tr><th scope="col">part</th><th scope="col">what it is</th></tr></thead><tbody>${rows.join('')}</tbody></table>`
}

/** What has always to be so of a component or screen. */
export function promised(project: Project, surface: Pledge['surface']): string {
  const said = project.promises.filter((pledge) => sameValue(pledge.surface, surface))
  return said.length === 0 ? '' : `<h3>Promises</h3><ul>${said.map((pledge) => `<li>${escaped(pledgeText(project, pledge))}${pledge.note === undefined ? '' : `<br><em>${escaped(pledge.note)}</em>`}</li>`).join('')}</ul>`
}
