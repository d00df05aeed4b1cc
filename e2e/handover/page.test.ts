import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { gzipSync } from 'node:zlib'
import { expect, test } from '@jest/globals'
import { walkthroughOf } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import type { Input, Take } from '@rheoscope/core/document'
import { drawListAt, replay } from '@rheoscope/core/run'
import { paint, toMarkup } from '@rheoscope/core/scene'
import { handedOver } from '../../cli/src/handed-over'
import { takeOfLeg } from '../../core/src/exchange/forms/walkthrough'
import { useApplication } from '../harness/application'
import { drive, type PageStep } from '../harness/driven-page'

const application = useApplication()

const INSTANTS = 50

/** What is typed or put there by no hand is driven elsewhere. */
const isByHand = ({ inputs }: Take): boolean => inputs.every(({ do: what }) => what !== 'type' && what !== 'put' && what !== 'parameter' && what !== 'pinch')
const ALL = process.env.RHEOSCOPE_TAKES === 'all'
/** Three of the takes each time, all of them in the long run. */
const TAKES = skerryLine.takes.filter((take) => isByHand(take) && (ALL || ['takeBoarding', 'takeEngine', 'takeLights'].includes(take.id)))

/** The ways through every rule of a component, of each of them in the long run; what goes by chance goes otherwise in a page. */
const WALKS = skerryLine.components.filter(({ id }) => ALL || id === 'boardingButton').flatMap((component): readonly Take[] => {
  const { surface, legs } = walkthroughOf(skerryLine, component)
  return legs.map((leg, index) => takeOfLeg(component.name, surface, leg, index)).filter((take) => isByHand(take) && take.chance === undefined)
})

/** The inputs of a take, and what is drawn at even instants of it. */
function stepsOf({ inputs: done, ...take }: Take): readonly PageStep[] {
  const inputs = done.map((input): Input => ('x' in input ? { ...input, x: tenth(input.x), y: tenth(input.y) } : input))
  const instants = Array.from({ length: INSTANTS }, (_each, index) => Math.round((take.endsAtMs * index) / (INSTANTS - 1)))
  const drawn = instants.map((toMs): PageStep => {
    return { toMs, drawn: paint(drawListAt(replay(skerryLine, take.surface, inputs, toMs, { chance: { seed: 1 } }), toMs), 'SCOPE').map(toMarkup).join('') }
  })
  return [...inputs.map((input): PageStep => ({ toMs: input.atMs, input })), ...drawn].toSorted((a, b) => a.toMs - b.toMs || Number('drawn' in a) - Number('drawn' in b))
}

/** As exactly as a page tells a run where a pointer is. */
const tenth = (px: number): number => Math.round(px * 10) / 10

test.each([...TAKES, ...WALKS].map((take) => [take.name, take] as const))('a page that runs by itself draws what the run does: %s', async (_name, take) => {
  const { files: [page] } = await handedOver(skerryLine, { as: 'page', ...take.surface })
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-page-'))
  writeFileSync(path.join(folder, 'page.html'), page!.content)
  const hands = application.hands()
  await hands.driver.manage().window().setRect({ width: 1400, height: 1400 })
  const differences = await drive(hands, `file://${folder}/page.html`, stepsOf(take))
  rmSync(folder, { recursive: true })
  expect(differences).toEqual([])
})

test('the place shows the page running, and a phone on the network as well for as long as it shall', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('home')
  const [project] = (await hands.driver.getCurrentUrl()).split('/screen/')
  await hands.driver.get(`${project}/handover?of=screen&thing=home&form=page`)
  await hands.driver.switchTo().frame(await hands.find('.handover-result iframe'))
  await hands.until('it runs there', async () => (await (await hands.find('#running')).getText()).includes('Which port?'))
  await hands.driver.switchTo().defaultContent()
  await hands.clickButton('Try on a phone')
  const address = await (await hands.find('.phone-address .mono')).getText()
  expect(await (await fetch(address)).text()).toContain('<title>Home</title>')
  await hands.clickButton('Stop')
  await hands.until('it is over', async () => (await hands.driver.findElements({ css: '.phone-address' })).length === 0)
  await expect(fetch(address)).rejects.toThrow()
})

test('the page of Home has at most 200 kB when it is sent', async () => {
  const { files: [page] } = await handedOver(skerryLine, { as: 'page', screen: 'Home' })
  const bytes = gzipSync(page!.content).length
  expect(String(page!.content)).toContain('overflow:hidden')
  process.stdout.write(`the page of Home: ${bytes} bytes\n`)
  expect(bytes).toBeLessThan(200_000)
})

test('the walkthrough of a screen is kept as takes, which the stage plays', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('tides')
  const [project] = (await hands.driver.getCurrentUrl()).split('/screen/')
  await hands.driver.get(`${project}/handover?of=screen&thing=tides&form=walkthrough`)
  await hands.driver.switchTo().frame(await hands.find('.handover-result iframe'))
  await hands.until('it can be read there, in its own style', async () => (await (await hands.find('li strong')).getText()) === 'Tap “Home”' && (await (await hands.find('body')).getCssValue('max-width')) === '720px')
  await hands.driver.switchTo().defaultContent()
  await hands.clickButton('Keep as takes')
  await hands.click(await hands.byText('on the stage', 'a'))
  await hands.until('it stands on the stage', async () => (await (await hands.find('[aria-label="Takes"]')).getText()).includes('Walk through Tides 1'))
})
