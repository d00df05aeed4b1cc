/** The parts wall with everything on it in motion, in Chromium: how far apart frames are, and how many come late. */
import { startBrowser } from '../../e2e/harness/browser'
import { startServer } from '../../e2e/harness/server'

const FRAME_MS = 1000 / 60
const SECONDS = 10

/** Taps everything on the wall in turn, six a second, and gives the times between frames, in ms. */
const USE = `
  const [seconds, done] = arguments
  const picture = document.querySelector('.screen-picture')
  picture.setPointerCapture = () => {}
  const box = picture.getBoundingClientRect()
  const send = (type, x, y, buttons) => picture.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, button: 0, buttons, clientX: x, clientY: y, pointerType: 'mouse' }))
  const spots = [...picture.querySelectorAll('text, circle, ellipse, rect')].map((each) => each.getBoundingClientRect()).filter(({ width }) => width > 4 && width < 200)
  const frames = []
  let before = 0, begun = 0, taps = 0
  const frame = (now) => {
    if (begun === 0) begun = now
    else frames.push(now - before)
    before = now
    while (taps < ((now - begun) / 1000) * 6) {
      const { left, top, width, height } = spots[(taps++ * 7) % spots.length]
      const [x, y] = [left + width / 2, top + height / 2]
      send('pointermove', x, y, 0); send('pointerdown', x, y, 1); send('pointerup', x, y, 0)
    }
    if (now - begun > seconds * 1000) done([frames, taps]); else requestAnimationFrame(frame)
  }
  requestAnimationFrame(frame)`

const middle = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

const [server, browser] = await Promise.all([startServer(), startBrowser()])
try {
  const { driver } = browser
  const made = await fetch(`${server.address}/api/projects/demo`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })
  const { project } = (await made.json()) as { project: { id: string } }
  for (const [name, address] of [['stage', 'screen/wall'], ['preview', 'preview/wall']] as const) {
    await driver.get(`${server.address}/project/${project.id}/${address}`)
    await driver.wait(async () => (await driver.findElements({ css: '.screen-picture text' })).length > 10, 20_000)
    await driver.sleep(1500)
    await driver.manage().setTimeouts({ script: 60_000 })
    const [frames, taps] = await driver.executeAsyncScript<[number[], number]>(USE, SECONDS)
    const late = frames.filter((ms) => ms > FRAME_MS * 1.5).length / frames.length
    process.stdout.write(`parts wall, ${name}: ${frames.length} frames while ${taps} things are tapped\n`)
    process.stdout.write(`  between two frames  ${middle(frames).toFixed(1)} ms at the median (aim ${FRAME_MS.toFixed(1)}), ${(late * 100).toFixed(1)} % of them late\n`)
  }
} finally {
  await browser.close()
  await server.close()
}
