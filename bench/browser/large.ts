/** The large project in Chromium beside a small one: opening, an edit, going from component to component. */
import { serialise, type Project } from '@rheoscope/core/document'
import { BenchHands } from '../../e2e/harness/bench'
import { startBrowser, windowOf } from '../../e2e/harness/browser'
import { startServer } from '../../e2e/harness/server'
import { LARGE, largeProject } from '../src/large'
import { median, printed } from '../src/report'

const SMALL = { components: 31, screens: 5, instances: 60, seed: 1 }
const OPENINGS = 5
const EDITS = 30
const VISITS = 10
/** Everything has been checked once after so long. */
const MOST_CHECKING_MS = 600_000

/** Notes, from the start of the page, when there is a first picture to see. */
const FIRST_PICTURE = `
  const look = () => document.querySelector('.content-card svg') ? requestAnimationFrame(() => { window.pictureAt = performance.now() }) : requestAnimationFrame(look)
  look()`

/** Notes how long it takes from Enter to the frame after, and to a component whose name is in \`window.goingTo\`. */
const ENTERING = `
  window.addEventListener('keydown', (event) => {
    if (event.key !== 'Enter') return
    const began = performance.now()
    window.frameMs = window.thereMs = 0
    requestAnimationFrame(() => setTimeout(() => { window.frameMs = performance.now() - began }))
    const look = () => {
      if (document.querySelector('.crumbs input')?.value === window.goingTo && document.querySelector('[role="tree"] [role="treeitem"]')) window.thereMs = performance.now() - began
      else if (window.goingTo) requestAnimationFrame(look)
    }
    look()
  }, true)`

interface Times {
  readonly pictureMs: number
  readonly editMs: number
  readonly visitMs: number
  /** The same while what the edits changed is checked. */
  readonly busyVisitMs: number
  readonly checkedMs: number
  readonly heapMb: number
}

const [server, browser] = await Promise.all([startServer(), startBrowser()])
const { driver } = await windowOf(browser)
const hands = new BenchHands(driver, server.address)

/** How long it takes to go to a component from the one before it. */
async function visitMs(components: Project['components']): Promise<number> {
  const visits: number[] = []
  for (const { name } of components) {
    await driver.executeScript('window.goingTo = arguments[0]', name)
    await hands.goTo(name)
    await driver.wait(async () => (await driver.executeScript<number>('return window.thereMs')) > 0, 10_000)
    visits.push(await driver.executeScript<number>('return window.thereMs'))
  }
  return median(visits)
}

async function timesOf(project: Project): Promise<Times> {
  const made = await fetch(`${server.address}/api/projects/file`, { method: 'POST', headers: { 'content-type': 'application/vnd.rheoscope+json' }, body: serialise(project) })
  const { id } = ((await made.json()) as { project: Project }).project
  const pictures: number[] = []
  for (let opening = 0; opening < OPENINGS; opening++) {
    await driver.get(`${server.address}/project/${id}`)
    await driver.wait(async () => (await driver.executeScript<number>('return window.pictureAt ?? 0')) > 0, 30_000)
    pictures.push(await driver.executeScript<number>('return window.pictureAt'))
  }
  const [edited, ...others] = project.components.slice(3)
  await driver.get(`${server.address}/project/${id}/component/${edited!.id}`)
  await hands.selectPart(edited!.parts[0]!.name)
  await driver.executeScript(ENTERING)
  const began = performance.now()
  await driver.wait(async () => !/check/.test(await driver.executeScript<string>("return document.querySelector('.finding-counts').textContent")), MOST_CHECKING_MS)
  const checkedMs = performance.now() - began
  const quietVisitMs = await visitMs(others.slice(0, VISITS))
  await hands.goTo(edited!.name)
  await hands.selectPart(edited!.parts[0]!.name)
  const edits: number[] = []
  for (let edit = 0; edit < EDITS; edit++) {
    await hands.enter('In one line', `opacity ${0.5 + edit / 100}`)
    await driver.sleep(300)
    edits.push(await driver.executeScript<number>('return window.frameMs'))
  }
  const busyVisitMs = await visitMs(others.slice(VISITS, 2 * VISITS))
  return { pictureMs: median(pictures), editMs: median(edits), visitMs: quietVisitMs, busyVisitMs, checkedMs, heapMb: (await driver.executeScript<number>('return performance.memory.usedJSHeapSize')) / 1e6 }
}

try {
  await hands.askDevTools('Page.addScriptToEvaluateOnNewDocument', { source: FIRST_PICTURE })
  const small = await timesOf(largeProject(SMALL))
  const large = await timesOf(largeProject(LARGE))
  process.stdout.write(`${printed({ name: `a project of ${LARGE.components} components, ${LARGE.screens} screens and ${LARGE.instances.toLocaleString('en')} instances beside one of ${SMALL.components}, ${SMALL.screens} and ${SMALL.instances}`, figures: [
    { what: 'to the first picture', value: large.pictureMs, unit: 'ms', aim: 2000 },
    { what: 'an edit, to the next frame', value: large.editMs, unit: 'ms' },
    { what: 'edit, large / small', value: large.editMs / small.editMs, unit: '×', aim: 1.5 },
    { what: 'component to component', value: large.visitMs, unit: 'ms', aim: 150 },
    { what: 'the same, large / small', value: large.visitMs / small.visitMs, unit: '×' },
    { what: 'the same while 30 edits are checked', value: large.busyVisitMs, unit: 'ms' },
    { what: 'everything checked once', value: large.checkedMs / 1000, unit: 's' },
    { what: 'heap of the page', value: large.heapMb, unit: 'MB', aim: 400 },
  ] })}\n`)
} finally {
  await browser.close()
  await server.close()
}
