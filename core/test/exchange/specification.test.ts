import { expect, it } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, type Project } from '@rheoscope/core/document'
import { FORMS, type Making } from '@rheoscope/core/exchange'
import { readWritten, writtenProject } from '@rheoscope/core/written'
import { drawing } from './drawing'

const MAKING: Making = { kit: () => Promise.resolve({ script: '', element: '', probe: '', style: '', fonts: [], sha256: () => Promise.resolve(''), drawing }), settings: {}, progress: () => undefined, film: null }

const specificationOf = async (project: Project): Promise<string> =>
  String((await certain(FORMS.find(({ name }) => name === 'specification')).make(project, { of: 'project' }, MAKING)).files[0]?.content)

/** A project of a few components of the demo, with nothing beside them. */
function only(...ids: readonly string[]): Project {
  const bare: Project = { ...skerryLine, components: ids.map((id) => certain(skerryLine.components.find((component) => component.id === id))), screens: [], takes: [], promises: [], accepted: [], tables: [], variables: [], tokens: [], assets: [], startScreen: null }
  // Notes say nothing of how it is built.
  return JSON.parse(JSON.stringify(bare, (key, value: unknown) => (key === 'note' ? undefined : value))) as Project
}

const words = (html: string): string => html.replace(/<[^>]+>/g, '').replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&quot;', '"').replaceAll('&amp;', '&')

/** The rows of the table below a heading, heads first; none where there is no such heading. A row is indented as its first cell is. */
function rowsBelow(section: string, heading: RegExp): readonly { readonly depth: number; readonly cells: readonly string[] }[] {
  const [, body = ''] = new RegExp(`<h3>${heading.source}</h3>\\s*<table>(.*?)</table>`, 's').exec(section) ?? []
  return [...body.matchAll(/<tr>(.*?)<\/tr>/gs)].map(([, row = '']) => ({ depth: Number(/class="in-(\d)"/.exec(row)?.[1] ?? 0), cells: [...row.matchAll(/<t[hd][^>]*>(.*?)<\/t[hd]>/gs)].map(([, cell = '']) => words(cell)) }))
}

/** Somebody who has nothing but the document, and writes down what it says of each component. */
function builtFrom(document: string): string {
  const sections = [...document.matchAll(/<section class="thing"[^>]*>.*?(?=<section class="thing"|<\/body>)/gs)].map(([section]) => section).filter((section) => section.includes('<h3>Parts</h3>'))
  return ['project "Built"', ...sections.flatMap((section) => {
    const below = (heading: RegExp) => rowsBelow(section, heading).slice(1)
    const [, name = ''] = /<h2>(.*?)<\/h2>/.exec(section) ?? []
    const looks = new Map<string, string[]>()
    for (const { cells: [state = '', says = ''] } of below(/What each state changes/)) looks.set(state, [...(looks.get(state) ?? []), says])
    const answers = rowsBelow(section, /Answers[^<]*/)
    return [
      `component "${words(name)}"`,
      ...below(/Parameters and variables/).map(({ cells: [parameter = '', kind = '', first = ''] }) => `  ${kind.replace(/, .*/, '')} ${parameter}: ${kind.replace(/.*, /, '')} ${kind.endsWith('text') ? `"${first}"` : first}`),
      ...below(/Parts/).map(({ depth, cells: [, says = ''] }) => `${'  '.repeat(depth + 1)}${says}`),
      ...below(/States/).map(({ cells: [axis = '', states = '', start = ''] }) => `  states ${axis}: ${states}, starts at ${start}`),
      ...[...looks].flatMap(([state, said]) => [`    look ${state}`, ...said.map((each) => `      ${each}`)]),
      ...below(/What goes on/).flatMap(({ cells: [state = '', round = '', does = ''] }) => [`    loop ${state}: ${round}`, ...does.split('; ').map((each) => `      ${each}`)]),
      ...answers.slice(1).flatMap(({ cells: [trigger = '', ...leads] }) => leads.flatMap((lead, index) => (lead === '·' ? [] : [`  ${trigger}: ${certain(answers[0]).cells[index + 1] ?? ''} -> ${lead}`]))),
    ]
  }), ''].join('\n')
}

/** What a specification says, without its pictures and what its things are called in addresses. */
const said = (document: string): string => words(document.replace(/<style>.*?<\/style>/s, '').replace(/<svg.*?<\/svg>/gs, '')).replaceAll(/Skerry Line|Built/g, '…')

it('is enough to build the boarding button from, with its ring', async () => {
  const document = await specificationOf(only('boardingButton', 'spinnerRing'))
  const text = builtFrom(document)
  const { problems, project } = readWritten(text)
  expect(problems).toEqual([])
  expect(said(await specificationOf(project))).toBe(said(document))
  expect(writtenProject(project)).toContain('loop turning: 1500 ms linear')
})

it('has what goes on, what is not there yet, what decides an axis, how long ways take, and what reduced motion leaves', async () => {
  const document = await specificationOf(only('boardingButton', 'spinnerRing', 'moodFace', 'ticketButton'))
  for (const row of ['<th scope="row">turning</th><td>1500 ms linear</td><td>arc: rotation 360</td><td>nothing</td>', '<th scope="row">rest</th><td>done</td><td>rest → working → done</td><td>1960 ms</td>', '<td>160 ms</td><td>ease-in-out</td><td>at once</td>', '<td>160 ms</td><td>ease-in-out</td><td>the same</td>', '<th scope="row">size</th><td>S, M, L</td><td>M</td><td>parameter size</td>', 'parameter, choice of S, M, L', '<th scope="row">not there yet, or no more</th>']) expect(document).toContain(row)
  expect(document.match(/aria-label="Map of /g)).toHaveLength(3)
})
