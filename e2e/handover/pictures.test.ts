import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { certain } from '@rheoscope/core/document'
import { kit } from '../../cli/src/handed-over'
import { Raster } from '../../core/src/exchange/pictures/raster'
import { takeFrames } from '../../core/src/exchange/pictures/take-frames'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'

const application = useApplication()

const take = certain(skerryLine.takes.find(({ id }) => id === 'takeBoarding'))

async function openForm(hands: BenchHands, form: string): Promise<void> {
  await hands.openDemoScreen('home')
  const [project] = (await hands.driver.getCurrentUrl()).split('/screen/')
  await hands.driver.get(`${project}/handover?of=take&thing=${take.id}&form=${form}`)
}

/** The pixels a film shows at an instant, as base64 of red, green, blue and opacity. */
const PIXELS = `
  const [atMs, done] = arguments
  const film = document.querySelector('video')
  // The picture comes a little after the word that it is there.
  film.onseeked = () => setTimeout(() => {
    const canvas = new OffscreenCanvas(film.videoWidth, film.videoHeight)
    const context = canvas.getContext('2d')
    context.drawImage(film, 0, 0)
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
    let text = ''
    for (let at = 0; at < data.length; at += 3000) text += String.fromCharCode(...data.subarray(at, at + 3000))
    done(btoa(text))
  }, 200)
  film.currentTime = atMs / 1000`

/** Peak signal to noise ratio, in dB (ITU-T J.340), over red, green and blue. */
function noiseRatio(a: Uint8Array, b: Uint8Array): number {
  let sum = 0
  for (let at = 0; at < a.length; at++) if (at % 4 !== 3) sum += (a[at]! - b[at]!) ** 2
  return 10 * Math.log10(255 ** 2 / (sum / (a.length * 0.75)))
}

test('a film of a take shows what the painter does, with losses nobody sees', async () => {
  const hands = application.hands()
  await openForm(hands, 'webm&rate=30')
  await hands.find('.handover-result video')
  const raster = await Raster.open(await (await kit()).drawing())
  const frames = [...takeFrames(skerryLine, take, 30)]
  for (const frame of [frames[0]!, frames[Math.floor(frames.length / 3)]!, frames[Math.floor(frames.length / 2)]!, frames.at(-1)!]) {
    const shown = Uint8Array.from(Buffer.from(await hands.driver.executeAsyncScript<string>(PIXELS, frame.atMs + Math.min(8, frame.lastsMs / 2)), 'base64'))
    expect(noiseRatio(shown, raster.bitmap(frame.picture, 1).data)).toBeGreaterThanOrEqual(35)
  }
})

test('what takes long says how far it is and can be stopped; what is chosen stands in the address', async () => {
  const hands = application.hands()
  await openForm(hands, 'apng')
  await hands.clickButton('Stop')
  await hands.until('it is stopped', async () => (await (await hands.find('.handover-about [role=status]')).getText()) === 'Stopped.')
  await hands.enter('instants a second', '10')
  await hands.until('it is in the address', async () => (await hands.driver.getCurrentUrl()).includes('rate=10'))
  await hands.until('it is made so', async () => (await (await hands.find('.handover-about')).getText()).includes('from 10 instants a second'), 60_000)
  await hands.until('it is shown', async () => (await hands.driver.executeScript('return document.querySelector(".handover-result img").naturalWidth')) === 390)
})
