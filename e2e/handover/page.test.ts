import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { gzipSync } from 'node:zlib'
import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { handedOver } from '../../cli/src/handed-over'
import { useApplication } from '../harness/application'
import { canBeDriven, differencesIn, inFolder, instantsOf, pixelsApartIn, walksIn } from '../harness/driven-take'

const application = useApplication()

const ALL = process.env.RHEOSCOPE_TAKES === 'all'
/** Three of the takes each time, all of them in the long run. */
const TAKES = skerryLine.takes.filter((take) => canBeDriven(take) && (ALL || ['takeBoarding', 'takeEngine', 'takeCounter'].includes(take.id)))

/** The ways through every rule of a component, of each of them in the long run. */
const WALKS = walksIn(skerryLine, { components: skerryLine.components.filter(({ id }) => ALL || id === 'boardingButton'), screens: ALL ? skerryLine.screens : [] }).filter(canBeDriven)

test.each([...TAKES, ...WALKS].map((take) => [take.name, take] as const))('a page that runs by itself draws what the run does: %s', async (_name, take) => {
  expect(await differencesIn(application.hands(), skerryLine, take, 'page')).toEqual([])
})

test.each(WALKS.filter(({ surface }) => 'component' in surface).map((take) => [take.name, take] as const))('an element draws what the run does: %s', async (_name, take) => {
  expect(await differencesIn(application.hands(), skerryLine, take, 'element')).toEqual([])
})

test.each(TAKES.map((take) => [take.name, take] as const))('a page shows in Chromium, pixel by pixel, what a picture of the run does: %s', async (_name, take) => {
  expect(await pixelsApartIn(application.hands(), skerryLine, take, instantsOf(take).filter((_ms, index) => ALL || index % 7 === 0))).toEqual([])
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

/** Counts the frames after a page has loaded until something is drawn. */
const COUNT_FRAMES = `addEventListener('load', () => {
  let frames = 0
  const look = () => { if (document.querySelector('.running-picture > g')?.childElementCount > 0) window.framesToBegin = frames; else { frames++; requestAnimationFrame(look) } }
  look()
})`

test('a page is drawn two frames after it has loaded, at the latest', async () => {
  const hands = application.hands()
  const { files: [page] } = await handedOver(skerryLine, { as: 'page', screen: 'Home' })
  const { identifier } = await hands.askDevTools('Page.addScriptToEvaluateOnNewDocument', { source: COUNT_FRAMES }) as { readonly identifier: string }
  const frames = await inFolder(async (folder) => {
    writeFileSync(path.join(folder, 'page.html'), page!.content)
    await hands.driver.get(`file://${folder}/page.html`)
    await hands.until('it is drawn', () => hands.driver.executeScript('return window.framesToBegin !== undefined'))
    return hands.driver.executeScript<number>('return window.framesToBegin')
  })
  await hands.askDevTools('Page.removeScriptToEvaluateOnNewDocument', { identifier })
  expect(frames).toBeLessThanOrEqual(2)
})

test('the page of Home has at most 200 kB when it is sent', async () => {
  const { files: [page] } = await handedOver(skerryLine, { as: 'page', screen: 'Home' })
  const bytes = gzipSync(page!.content).length
  expect(String(page!.content)).toContain('overflow:hidden')
  process.stdout.write(`the page of Home: ${bytes} bytes\n`)
  expect(bytes).toBeLessThan(200_000)
})

test('the walkthrough of a component is watched beside its list', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('home')
  const [project] = (await hands.driver.getCurrentUrl()).split('/screen/')
  await hands.driver.get(`${project}/handover?of=component&thing=tideTable&form=walkthrough`)
  await hands.find('.watched-way')
  await hands.driver.executeScript('document.querySelector("[aria-label=Way]").value = 1; document.querySelector("[aria-label=Way]").dispatchEvent(new Event("change", { bubbles: true }))')
  await hands.clickButton('Play it')
  await hands.until('it asks for the tides', async () => (await (await hands.find('.watched-picture')).getText()).includes('Asking the harbour office'))
  await hands.click(await hands.byText('Try it yourself', 'button'))
  await hands.until('it is left to whoever watches', async () => (await hands.driver.findElements({ css: '.watched-way .finger:not([visibility=hidden])' })).length === 0)
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
