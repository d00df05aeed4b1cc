/**
 * A drag on the easel of a component of 12 states × 40 parts, in Chromium: how long the page works at each move until all
 * twelve looks are repainted, and how far apart the frames are meanwhile.
 */
import { newComponent, newProject, newState, serialise, type Component, type Part, type Project } from '@rheoscope/core/document'
import { startBrowser } from '../../e2e/harness/browser'
import { startServer } from '../../e2e/harness/server'

const STATES = 12
const PARTS = 40
const MOVES = 90
const FRAME_MS = 16.7

const partOf = (index: number, parent: string): Part => {
  const base = { x: 8 + (index % 8) * 28, y: 8 + Math.floor(index / 8) * 22, width: 22, height: 16, fill: '#24506f' }
  if (index % 4 === 3) return { id: `p${index}`, kind: 'text', name: `p${index}`, parent, base: { ...base, text: `No ${index}`, fontSize: 10 } }
  return { id: `p${index}`, kind: index % 4 === 1 ? 'ellipse' : 'box', name: `p${index}`, parent, base }
}

function component(): Component {
  let count = 0
  const begun = newComponent(() => `i${count++}`, 'Many looks')
  const [frame] = begun.parts
  const states = Array.from({ length: STATES }, (_, state) => ({
    ...newState(`s${state}`, `state ${state}`, state),
    look: Object.fromEntries(Array.from({ length: 8 }, (_, index) => [`p${(state * 3 + index * 5) % PARTS}`, { fill: '#b5466b', opacity: 0.8 }])),
  }))
  return { ...begun, parts: [frame!, ...Array.from({ length: PARTS }, (_, index) => partOf(index, frame!.id))], axes: [{ ...begun.axes[0]!, states, start: 's0' }] }
}

/** Drags the first part about, a move a frame; gives the working time of each move and the time between frames, in ms. */
const DRAG = `
  const [moves, done] = arguments
  const easel = document.querySelector('.easel-picture')
  const part = easel.querySelector('[data-part$="#p9"]').getBoundingClientRect()
  const at = { x: part.x + part.width / 2, y: part.y + part.height / 2 }
  const send = (type, x, y, buttons) => easel.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, button: 0, buttons, clientX: x, clientY: y, pointerType: 'mouse' }))
  easel.setPointerCapture = () => {}
  let last = 0
  new MutationObserver(() => { last = performance.now() }).observe(document.querySelector('[aria-label="Response table"]'), { subtree: true, attributes: true, childList: true })
  send('pointerdown', at.x, at.y, 1)
  const works = [], frames = []
  let move = 0, before = 0
  const frame = (now) => {
    if (move > 0) frames.push(now - before)
    before = now
    if (move++ === moves) { send('pointerup', at.x, at.y, 0); done([works, frames]); return }
    const begun = performance.now()
    last = begun
    send('pointermove', at.x + move * 0.7, at.y + move * 0.4, 1)
    setTimeout(() => works.push(last - begun), 12)
    requestAnimationFrame(frame)
  }
  requestAnimationFrame(frame)`

const middle = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

const project: Project = { ...newProject('repaint', 'Repaint'), components: [component()] }
const [server, browser] = await Promise.all([startServer(), startBrowser()])
try {
  const made = await fetch(`${server.address}/api/projects/file`, { method: 'POST', headers: { 'content-type': 'application/vnd.rheoscope+json' }, body: serialise(project) })
  const { project: { id } } = (await made.json()) as { project: { id: string } }
  const { driver } = browser
  await driver.get(`${server.address}/project/${id}/component/${project.components[0]!.id}`)
  await driver.wait(async () => (await driver.findElements({ css: '[aria-label="Open state 0 on the easel"]' })).length > 0, 20_000)
  await driver.findElement({ css: '[aria-label="Open state 0 on the easel"]' }).click()
  await driver.sleep(2000)
  const [works, frames] = await driver.executeAsyncScript<[number[], number[]]>(DRAG, MOVES)
  const repainted = await driver.executeScript<number>('return document.querySelectorAll(".column-picture [data-part$=\\"#p9\\"]").length')
  const late = frames.filter((ms) => ms > FRAME_MS * 1.5).length / frames.length
  process.stdout.write(`a drag repaints ${repainted} looks of ${PARTS} parts\n`)
  process.stdout.write(`  work for a move     ${middle(works).toFixed(1)} ms at the median (aim: under ${FRAME_MS} ms)\n`)
  process.stdout.write(`  between two frames  ${middle(frames).toFixed(1)} ms at the median, ${(late * 100).toFixed(0)} % of them late\n`)
} finally {
  await browser.close()
  await server.close()
}
