import { describe, expect, it } from '@jest/globals'
import { strFromU8, unzipSync } from 'fflate'
import Papa from 'papaparse'
import { checkComponent } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, certain, renameComponent, type Project } from '@rheoscope/core/document'
import { allForms, FORMS, openedText, type HandedOver, type Making, type RunningKit, type Subject } from '@rheoscope/core/exchange'
import { drawing } from './drawing'

/** What stands for the built script in tests of what is around it. */
const KIT: RunningKit = { script: 'console.log("</script>", "<!--")', element: '', probe: '', style: 'body{}', fonts: [], sha256: () => Promise.resolve('hash='), drawing }

const MAKING: Making = { kit: () => Promise.resolve(KIT), settings: {}, progress: () => undefined, film: () => Promise.resolve(new Uint8Array()) }

const make = async (name: string, subject: Subject = { of: 'project' }, project: Project = skerryLine): Promise<HandedOver> => certain(FORMS.find((form) => form.name === name)).make(project, subject, MAKING)

const textOf = ({ files }: HandedOver, at = 0): string => String(files[at]?.content)

const button: Subject = { of: 'component', id: 'boardingButton' }

describe('tables', () => {
  it('say what answers what, and every motion with its numbers, as an ordinary reader of CSV has it', async () => {
    const { files } = await make('tables', button)
    const [, answers = [], motions = [], paths = []] = files.map(({ content }) => Papa.parse<string[]>(String(content), { skipEmptyLines: true }).data)
    expect(answers).toEqual([
      ['trigger', 'rest', 'over', 'working', 'done'],
      ['tap', 'working, 160 ms ease-in-out', 'working, 160 ms ease-in-out', 'ignored', 'rest, 160 ms ease-in-out'],
      ['enter', 'over, 80 ms ease-out', '', 'ignored', 'ignored'],
      ['leave', 'ignored', 'rest, 80 ms ease-out', 'ignored', 'ignored'],
      ['after 1800', '', '', 'done, 160 ms ease-in-out', ''],
    ])
    expect(motions).toContainEqual(['boarding', 'tap', 'rest', 'working', 'plate', 'fill', '#24506f', '#767f8a', '0', '160', 'ease-in-out'])
    expect(new Set(motions.map(({ length }) => length))).toEqual(new Set([11]))
    expect(paths).toContainEqual(['boarding', 'rest', 'done', 'rest → working → done', '1960', '1960', expect.stringContaining('1640 ms')])
  })

  it('are no formulas to a spreadsheet, and keep quotes, commas and line ends', async () => {
    const said = ['=1+1', '+2', '-3', '@x', 'a, "b"', 'two\nlines', '| in |']
    const table = { id: 'odd', name: 'odd', columns: [{ id: 'word', name: 'word', type: 'text' as const }], records: said.map((word, index) => ({ id: `r${index}`, cells: { word } })) }
    const { files } = await make('tables', { of: 'project' }, { ...skerryLine, components: [], screens: [], tables: [table] })
    const [, ...words] = Papa.parse<string[]>(String(files[1]?.content), { skipEmptyLines: true }).data.flat()
    expect(words).toEqual(["'=1+1", "'+2", "'-3", "'@x", ...said.slice(4)])
    expect(textOf({ files, holds: [], leavesOut: [] })).toContain('| \\| in \\| |')
  })
})

describe('design tokens', () => {
  it('are as the format has them, and those it has no type for are named', async () => {
    const project: Project = { ...skerryLine, tokens: [
      { id: 'sea', name: 'sea.deep', type: 'colour', value: '#24506f80', note: 'Where it is deep.' }, { id: 'quick', name: 'quick', type: 'duration', value: 160 },
      { id: 'gap', name: 'gap', type: 'size', value: 8 }, { id: 'out', name: 'out', type: 'easing', value: 'ease-out' }, { id: 'bouncy', name: 'bouncy', type: 'easing', value: 'spring(0.3)' },
    ] }
    const made = await make('tokens', { of: 'project' }, project)
    expect(JSON.parse(textOf(made))).toEqual({
      'sea-deep': { $type: 'color', $value: { colorSpace: 'srgb', components: [0.1412, 0.3137, 0.4353], alpha: 0.502, hex: '#24506f' }, $description: 'Where it is deep.' },
      quick: { $type: 'duration', $value: { value: 160, unit: 'ms' } }, gap: { $type: 'dimension', $value: { value: 8, unit: 'px' } }, out: { $type: 'cubicBezier', $value: [0, 0, 0.58, 1] },
    })
    expect(made.leavesOut).toEqual([expect.stringMatching(/^“bouncy”: spring\(0\.3\) is no Bézier curve/)])
  })
})

describe('what goes out', () => {
  it('says what is missing where a walkthrough has nowhere to begin', async () => {
    expect(await make('walkthrough', { of: 'project' }, { ...skerryLine, startScreen: null })).toMatchObject({ files: [], leavesOut: [expect.stringContaining('no screen to start on')] })
  })

  it.each(FORMS.map((form) => [form.label, form] as const))('runs nothing that a name says: %s', async (_label, form) => {
    const hostile = '</script><script>alert("1")</script><img src=x onerror=alert(2)>'
    const project = apply(skerryLine, renameComponent('boardingButton', hostile))
    const subject: Subject = form.takes.includes('component') ? button : form.takes.includes('take') ? { of: 'take', id: 'takeBoarding' } : { of: 'project' }
    const { files } = await form.make(project, subject, MAKING)
    for (const { mediaType, content } of files) if (/html|svg/.test(mediaType)) expect(String(content)).not.toMatch(/<script>alert|<img/)
  })

  it('is a page of one script under a policy that names it, with only what its screen leads to', async () => {
    const made = await make('page', { of: 'screen', id: 'cabins' })
    const page = textOf(made)
    expect(page).toContain("default-src 'none'; script-src 'sha256-hash='; style-src 'sha256-hash='")
    expect(page).toContain('console.log("<\\/script>", "<\\!--")')
    const carried = JSON.parse(certain(/const CARRIED = (.*);/.exec(page)?.[1]))
    expect(carried.surface).toEqual({ screen: 'cabins' })
    expect(carried.project.components.map(({ name }: { readonly name: string }) => name)).not.toContain('Lighthouse, eight regions')
    expect(carried.project.takes).toEqual([])
  })

  it('opens again as it was where it is kept', async () => {
    expect(openedText(textOf(await make('written'))).project).toEqual(skerryLine)
    expect(openedText(textOf(await make('project-file'))).project).toEqual(skerryLine)
  })

  it('is all in one file, with a page that leads to each, and the same each time', async () => {
    const small = { ...skerryLine, components: skerryLine.components.slice(0, 2), screens: [], takes: [], promises: [], startScreen: null }
    const shares: number[] = []
    const { files: [zip] } = await allForms(small, { ...MAKING, progress: (share) => shares.push(share) })
    const inside = unzipSync(Uint8Array.from(certain(zip).content as Uint8Array))
    const links = [...strFromU8(certain(inside['index.html'])).matchAll(/href="([^"]+)"/g)].map(([, to]) => certain(to))
    expect(new Set(links)).toEqual(new Set(Object.keys(inside).filter((name) => name !== 'index.html')))
    expect(shares.at(-1)).toBe(1)
    expect((await allForms(small, MAKING)).files[0]?.content).toEqual(certain(zip).content)
  })

  it('is refused for what is not there', async () => {
    await expect(make('tables', { of: 'component', id: 'nobody' })).rejects.toThrow('There is no component “nobody” in this project.')
  })
})

describe('a take', () => {
  const boarding: Subject = { of: 'take', id: 'takeBoarding' }

  it('is what a hand does in a browser, as long as it takes', async () => {
    const { actions: [pointer, keys] } = JSON.parse(textOf(await make('actions', boarding)))
    const { inputs } = certain(skerryLine.takes.find(({ id }) => id === 'takeBoarding'))
    const done: readonly { readonly type: string; readonly duration?: number }[] = pointer.actions
    expect(done.filter(({ type }) => type === 'pointerDown')).toHaveLength(inputs.filter((input) => input.do === 'press').length)
    expect(done.reduce((sum, { type, duration = 0 }) => sum + (type === 'pause' ? duration : 0), 0)).toBe(inputs.at(-1)?.atMs)
    expect(keys.actions).toHaveLength(done.length)
  })

  it('is seen at the size it was recorded at', async () => {
    const at = skerryLine.screens.find(({ id }) => id === 'home')!
    const project: Project = { ...skerryLine, screens: skerryLine.screens.map((each) => (each === at ? { ...at, sizes: [{ id: 'wide', name: 'wide', width: 780, height: 844 }] } : each)), takes: skerryLine.takes.map((take) => (take.id === 'takeBoarding' ? { ...take, size: 'wide' } : take)) }
    expect(textOf(await make('filmstrip', boarding, project))).toContain('<rect width="780" height="844"/>')
  })

  it('is seen over time', async () => {
    const strip = textOf(await make('filmstrip', boarding))
    expect(strip.match(/ ms</g)).toHaveLength(12)
    expect(strip).toContain('>3000 ms<')
    expect(strip.match(/Aboard/g)?.length).toBeGreaterThan(2)
  })
})

describe('a specification', () => {
  it('has every look, part, answer and motion of a component with their numbers', async () => {
    const text = textOf(await make('specification', button))
    for (const { sentence } of checkComponent(skerryLine, certain(skerryLine.components.find(({ id }) => id === 'boardingButton'))).findings) expect(text).toContain(sentence.replaceAll('&', '&amp;'))
    const whole = textOf(await make('specification'))
    expect(whole.match(/<h3>Findings<\/h3>/g)).toHaveLength(skerryLine.components.length + skerryLine.screens.length + 1)
    expect(whole).not.toContain('"/assets/')
    for (const said of ['208x42 radius 6 fill #24506f', 'What a passenger taps to board.', 'The gate answers within 1.8 s.', 'rest → working', '160 ms', '#767f8a', 'role (WAI-ARIA 1.2)', 'Promises']) expect(text).toContain(said)
    expect(text.match(/<figure>/g)).toHaveLength(4)
    expect(text).not.toContain(' id ring')
  })
})
