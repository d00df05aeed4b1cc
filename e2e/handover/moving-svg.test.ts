import { expect, test } from '@jest/globals'
import { By, type WebElement } from 'selenium-webdriver'
import { skerryLine } from '@rheoscope/core/demo'
import { certain } from '@rheoscope/core/document'
import { drawListAt, runOfMotion } from '@rheoscope/core/run'
import { movingSvg } from '../../core/src/exchange/forms/moving-svg'
import { firedRules } from '../../core/src/exchange/forms/component-sheets'
import { pictureFile } from '../../core/src/exchange/picture'
import { withAssets } from '../../core/src/exchange/pictures/stand-alone'
import { takeInstants } from '../../core/src/exchange/pictures/take-frames'
import { useApplication } from '../harness/application'
import type { Hands } from '../harness/hands'
import { pixelsOf, shareApart } from '../harness/pixels'

const application = useApplication()

const INSTANTS = 20

/** What moves is drawn on a layer of its own, whose edges lie a fraction of a pixel otherwise. */
const MOST_APART = 0.004

const MAKING = { kit: () => Promise.resolve({ script: '', element: '', probe: '', style: '', fonts: [], sha256: () => Promise.resolve(''), drawing: () => Promise.reject(new Error('It needs none.')) }), settings: {}, progress: () => undefined, film: null }

const TAKES = process.env.RHEOSCOPE_TAKES === 'all' ? skerryLine.takes.map(({ id }) => id) : ['takeBoarding']

/** Puts a picture into the page, in place of the one before. */
async function show(hands: Hands, markup: string): Promise<WebElement> {
  await hands.driver.executeScript('document.body.style.margin = 0; document.body.innerHTML = arguments[0]', markup)
  return hands.driver.findElement(By.css('svg'))
}

/** Just after an instant: what comes and goes there has come, whichever way shares of the time are rounded. */
const HOLD = 'document.getAnimations().forEach((each) => { each.pause(); each.currentTime = arguments[0] + 0.02 })'

const pixels = async (picture: WebElement): Promise<Uint8Array> => pixelsOf(await picture.takeScreenshot())

/** The worst of some instants, each shown by the picture that moves and by the one that does not. */
async function worst(hands: Hands, moving: string, stills: readonly { readonly atMs: number; readonly picture: string }[]): Promise<number> {
  const seen: Uint8Array[] = []
  const shown = await show(hands, moving)
  for (const { atMs } of stills) {
    await hands.driver.executeScript(HOLD, atMs)
    seen.push(await pixels(shown))
  }
  let most = 0
  for (const [index, { picture }] of stills.entries()) {
    most = Math.max(most, shareApart(seen[index]!, await pixels(await show(hands, picture))))
  }
  return most
}

const some = <T>(all: readonly T[]): readonly T[] => Array.from({ length: Math.min(INSTANTS, all.length) }, (_each, index) => all[Math.floor((index * (all.length - 1)) / (Math.min(INSTANTS, all.length) - 1))]!)

test.each(TAKES)('a take that moves as an SVG is at its instants what the run shows: %s', async (id) => {
  const hands = application.hands()
  await hands.driver.get('about:blank')
  const take = certain(skerryLine.takes.find((each) => each.id === id))
  const { files, leavesOut } = await movingSvg.make(skerryLine, { of: 'take', id }, MAKING)
  const stills = some([...takeInstants(skerryLine, take, 1000 / 60)]).map(({ atMs, list, over }) => ({ atMs, picture: withAssets(skerryLine, pictureFile(list, over)) }))
  expect(leavesOut).toEqual([])
  expect(await worst(hands, String(files[0]!.content), stills)).toBeLessThan(MOST_APART)
})

test.each(['portChooser', 'boardingButton', 'ticketButton'])('motions that move as an SVG are at their instants what the run shows: %s', async (id) => {
  const hands = application.hands()
  await hands.driver.get('about:blank')
  const component = certain(skerryLine.components.find((each) => each.id === id))
  const { files } = await movingSvg.make(skerryLine, { of: 'component', id }, MAKING)
  const [fired] = firedRules(skerryLine, component).filter(({ lanes }) => lanes.length > 0)
  const run = certain(runOfMotion(skerryLine, component, fired!.rule, fired!.axis.id, fired!.from.id))
  const stills = Array.from({ length: 8 }, (_each, index) => (index * 1000) / 60).map((atMs) => ({ atMs, picture: pictureFile(drawListAt(run, atMs)) }))
  expect(await worst(hands, String(files[0]!.content), stills)).toBeLessThan(MOST_APART)
})

test('as a picture of a page it begins with its first instant', async () => {
  const hands = application.hands()
  await hands.driver.get('about:blank')
  const { files } = await movingSvg.make(skerryLine, { of: 'component', id: 'ticketButton' }, { ...MAKING, settings: { times: 'once' } })
  await hands.driver.executeScript('document.body.innerHTML = "<img>"; document.querySelector("img").src = "data:image/svg+xml," + encodeURIComponent(arguments[0])', String(files[0]!.content))
  await hands.until('it is there', () => hands.driver.executeScript<boolean>('const [image] = document.images; return image.complete && image.naturalWidth > 0'))
})
