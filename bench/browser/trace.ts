/** The trace of ten minutes of 500 instances, in Chromium: how far apart frames are while it is zoomed, moved through and scrolled. */
import { EMPTY_MOTION, newComponent, newProject, newScreen, newState, serialise, type Component, type Project } from '@rheoscope/core/document'
import { startBrowser } from '../../e2e/harness/browser'
import { startServer } from '../../e2e/harness/server'

const INSTANCES = 500
const MINUTES = 10
const FRAME_MS = 1000 / 60

/** A lamp that goes on and off by itself, every two to five seconds. */
function lamp(): Component {
  let count = 0
  const begun = newComponent(() => `l${count++}`, 'Lamp')
  const [axis] = begun.axes
  const on = { ...newState('on', 'on', 1), look: { [begun.parts[1]!.id]: { fill: '#b07d12' } } }
  const rules = [['up', axis!.start, 'on', 2000], ['out', 'on', axis!.start, 5000]].map(([id, from, to, ms]) => ({
    id: id as string, axis: axis!.id, trigger: { on: 'after', ms: ms as number, since: 'entering', pauseWhile: null } as const, part: null, within: { only: [from as string] }, guard: null, actions: [],
    target: { go: 'state', state: to as string } as const, motion: { ...EMPTY_MOTION, durationMs: 300 }, letThrough: false,
  }))
  return { ...begun, axes: [{ ...axis!, states: [...axis!.states, on] }], rules }
}

function project(): Project {
  const component = lamp()
  let count = 0
  const empty = newScreen(() => `s${count++}`, 'Many', 'kiosk')
  const ground = empty.parts[0]!.id
  const lamps = Array.from({ length: INSTANCES }, (_each, index) => ({
    id: `i${index}`, kind: 'instance' as const, name: `lamp ${index}`, parent: ground, component: component.id, start: index % 2 ? { [component.axes[0]!.id]: 'on' } : {}, base: { x: (index % 25) * 43, y: Math.floor(index / 25) * 36, scaleX: 0.17, scaleY: 0.17 },
  }))
  return {
    ...newProject('many', 'Many lamps'), components: [component], screens: [{ ...empty, parts: [...empty.parts, ...lamps] }],
    takes: [{ id: 'long', name: 'Long', surface: { screen: empty.id }, inputs: [], endsAtMs: MINUTES * 60_000, expectations: [], reducedMotion: false }],
  }
}

/** Turns the wheel over the trace and scrolls it, a step a frame; gives the times between frames, in ms. */
const MOVE = `
  const [count, done] = arguments
  const canvas = document.querySelector('.trace-canvas'), scroller = document.querySelector('.trace-scroller')
  const frames = []
  let before = 0, step = 0
  const frame = (now) => {
    if (step > 0) frames.push(now - before)
    before = now
    if (step++ === count) return done(frames)
    const isZoom = step % 60 < 30
    canvas.dispatchEvent(new WheelEvent('wheel', { bubbles: true, cancelable: true, deltaY: isZoom ? (step % 60 < 15 ? 40 : -40) : 30, shiftKey: !isZoom }))
    scroller.scrollTop += 24
    requestAnimationFrame(frame)
  }
  requestAnimationFrame(frame)`

const middle = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

const [server, browser] = await Promise.all([startServer(), startBrowser()])
try {
  const { driver } = browser
  const made = await fetch(`${server.address}/api/projects/file`, { method: 'POST', headers: { 'content-type': 'application/vnd.rheoscope+json' }, body: serialise(project()) })
  const stored = ((await made.json()) as { project: Project }).project
  await driver.get(`${server.address}/project/${stored.id}/screen/${stored.screens[0]!.id}`)
  await driver.wait(async () => (await driver.findElements({ xpath: '//button[.="Play it"]' })).length > 0, 20_000)
  await driver.manage().setTimeouts({ script: 120_000 })
  await driver.findElement({ xpath: '//button[.="Play it"]' }).click()
  const begun = performance.now()
  await driver.findElement({ xpath: '//button[.="To its end"]' }).click()
  await driver.wait(async () => (await driver.executeScript<string>('return document.querySelector(".clock")?.textContent ?? document.body.textContent')).includes('10:00'), 120_000)
  process.stdout.write(`trace of ${MINUTES} minutes of ${INSTANCES} instances, there after ${((performance.now() - begun) / 1000).toFixed(1)} s\n`)
  const frames = await driver.executeAsyncScript<number[]>(MOVE, 300)
  const late = frames.filter((ms) => ms > FRAME_MS * 1.5).length / frames.length
  process.stdout.write(`  between two frames  ${middle(frames).toFixed(1)} ms at the median (aim ${FRAME_MS.toFixed(1)}), ${(late * 100).toFixed(1)} % of them late\n`)
} finally {
  await browser.close()
  await server.close()
}
