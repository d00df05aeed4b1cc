import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { walkthroughOf, walkthroughOfScreen } from '@rheoscope/core/check'
import { certain, type Input, type Project, type Take } from '@rheoscope/core/document'
import { drawListAt, replay } from '@rheoscope/core/run'
import { paint, toMarkup } from '@rheoscope/core/scene'
import { handedOver, kit } from '../../cli/src/handed-over'
import { takeOfLeg } from '../../core/src/exchange/forms/walkthrough'
import { pictureFile } from '../../core/src/exchange/picture'
import { faceText, withAssets } from '../../core/src/exchange/pictures/stand-alone'
import { drive, type Difference, type PageStep } from './driven-page'
import type { Hands } from './hands'
import { shareOfPngsApart } from './pixels'

const INSTANTS = 50

/** What is put there by no hand is driven elsewhere; what goes by chance goes otherwise in a page. */
export const canBeDriven = ({ inputs, chance }: Take): boolean => chance === undefined && inputs.every(({ do: what }) => what !== 'put' && what !== 'parameter' && what !== 'pinch')

/** The ways through every rule of the components and screens of a project. */
export function walksIn(project: Project, { components, screens }: Pick<Project, 'components' | 'screens'> = project): readonly Take[] {
  const walked = [...components.map((each) => [each.name, walkthroughOf(project, each)] as const), ...screens.map((each) => [each.name, walkthroughOfScreen(project, each.id)] as const)]
  return walked.flatMap(([name, { surface, legs }]) => legs.map((leg, index) => takeOfLeg(name, surface, leg, index)))
}

/** Even instants of a take, in ms. */
export const instantsOf = ({ endsAtMs }: Take): readonly number[] => Array.from({ length: INSTANTS }, (_each, index) => Math.round((endsAtMs * index) / (INSTANTS - 1)))

/** What is drawn at an instant of a take. */
const drawnAt = (project: Project, take: Take, atMs: number) => drawListAt(replay(project, take.surface, asTold(take), atMs, { chance: { seed: 1 } }), atMs)

/** The inputs of a take, and what is drawn at even instants of it. */
function stepsOf(project: Project, take: Take): readonly PageStep[] {
  const drawn = instantsOf(take).map((toMs): PageStep => ({ toMs, drawn: paint(drawnAt(project, take, toMs), 'SCOPE').map(toMarkup).join('') }))
  return [...asTold(take).map((input): PageStep => ({ toMs: input.atMs, input })), ...drawn].toSorted((a, b) => a.toMs - b.toMs || Number('drawn' in a) - Number('drawn' in b))
}

/** The inputs with their places as exactly as a page tells a run where a pointer is. */
const asTold = ({ inputs }: Take): readonly Input[] => inputs.map((input) => ('x' in input ? { ...input, x: tenth(input.x), y: tenth(input.y) } : input))

const tenth = (px: number): number => Math.round(px * 10) / 10

/** Takes something that runs by itself through a take: gives where what it draws is not what the run does. */
export async function differencesIn(hands: Hands, project: Project, take: Take, as: 'page' | 'element'): Promise<readonly Difference[]> {
  const { files } = await handedOver(project, { as, ...take.surface })
  const tag = as === 'element' ? files[0]!.name.replace(/\.html$/, '') : null
  return inFolder(async (folder) => {
    const script = files.find(({ name }) => name.endsWith('.js'))
    // A file may not load modules from beside it.
    const page = script ? `<!doctype html><html lang="en"><meta charset="utf-8"><title>One</title><script type="module">${String(script.content).replaceAll('</script', '<\\/script')}</script><${tag!}></${tag!}></html>` : files[0]!.content
    writeFileSync(path.join(folder, 'page.html'), page)
    await hands.driver.manage().window().setRect({ width: 1400, height: 1400 })
    return drive(hands, `file://${folder}/page.html`, [stepsOf(project, take)], tag)
  })
}

/** The share of pixels that may be otherwise: a page and a picture are drawn by the same, and an edge here and there falls between two. */
const MOST_APART = 0.001

/** Holds screenshots of the page of a take, in a window of the size of its screen, against pictures of the run: gives the instants that look otherwise. */
export async function pixelsApartIn(hands: Hands, project: Project, take: Take, instants: readonly number[]): Promise<readonly string[]> {
  const { files: [page] } = await handedOver(project, { as: 'page', ...take.surface })
  const stills = instants.map((atMs) => drawnAt(project, take, atMs))
  const { width, height } = certain(stills[0]?.[0]).values
  const inputs = asTold(take).map((input): PageStep => ({ toMs: input.atMs, input }))
  const rows = instants.map((toMs, index) => [...inputs.filter((step) => step.toMs <= toMs && (index === 0 || step.toMs > instants[index - 1]!)), { toMs }])
  await hands.askDevTools('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false })
  const apart = await inFolder(async (folder) => {
    writeFileSync(path.join(folder, 'page.html'), page!.content)
    writeFileSync(path.join(folder, 'still.html'), `<!doctype html><meta charset="utf-8"><style>${(await kit()).fonts.map(faceText).join('')} body { margin: 0 }</style>`)
    const screenshots: string[] = []
    await drive(hands, `file://${folder}/page.html`, rows, null, async () => {
      await hands.driver.executeScript('document.querySelector(".focus-ring").style.display = "none"; document.activeElement?.blur()')
      screenshots.push(await hands.driver.takeScreenshot())
    })
    const shares: number[] = []
    await hands.driver.get(`file://${folder}/still.html`)
    for (const [index, list] of stills.entries()) {
      await hands.driver.executeAsyncScript('document.body.innerHTML = arguments[0]; document.body.offsetWidth; document.fonts.ready.then(arguments[1])', withAssets(project, pictureFile(list)))
      shares.push(shareOfPngsApart(certain(screenshots[index]), await hands.driver.takeScreenshot()))
    }
    return shares
  }).finally(() => hands.askDevTools('Emulation.clearDeviceMetricsOverride', {}))
  return instants.flatMap((atMs, index) => (apart[index]! > MOST_APART ? [`${atMs} ms: ${apart[index]!}`] : []))
}

/** Does something with a folder that is gone afterwards. */
export async function inFolder<T>(what: (folder: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-page-'))
  try {
    return await what(folder)
  } finally {
    rmSync(folder, { recursive: true })
  }
}
