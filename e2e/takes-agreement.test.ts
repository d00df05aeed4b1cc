import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import { skerryLine } from '@rheoscope/core/demo'
import { componentOf, type Project, type Take } from '@rheoscope/core/document'
import { playTake } from '@rheoscope/core/run'
import { bandsOf } from '@rheoscope/core/reading'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

/** The takes played, as a page or a worker asks for it. */
const PLAYED = "Promise.all([import('/project.js'), import('/playing.js')]).then(([{ default: project }]) => playTakes(project))"

test('the takes of the demo project give the same traces, byte for byte, in the page, in a worker and in Node', async () => {
  const { address, close } = await served({ '/': '<!doctype html><title>Playing</title>', '/playing.js': bundled(), '/project.js': `export default ${JSON.stringify(skerryLine)}`, '/worker.js': `${PLAYED}.then(postMessage)` })
  const { driver } = application.browser
  await driver.get(address)
  const inPage = await driver.executeAsyncScript<string[]>(`const done = arguments[0]; ${PLAYED}.then(done, (error) => done(String(error)))`)
  const inWorker = await driver.executeAsyncScript<string[]>("const done = arguments[0]; Object.assign(new Worker('/worker.js', { type: 'module' }), { onmessage: ({ data }) => done(data), onerror: ({ message }) => done(message) })")
  close()
  const inNode = skerryLine.takes.map((take) => JSON.stringify(playTake(skerryLine, take).trace))
  expect(inPage).toEqual(inNode)
  expect(inWorker).toEqual(inNode)
  process.stdout.write(`takes in three places: ${inNode.length}, ${inNode.join('').length} bytes of trace\n`)
})

/** The player as one script. */
function bundled(): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-playing-'))
  execFileSync('npx', ['vite', 'build', '--config', 'e2e/harness/play-in-page.vite.ts', '--outDir', folder], { cwd: path.resolve(import.meta.dirname, '..'), stdio: 'ignore' })
  const code = readFileSync(path.join(folder, 'playing.js'), 'utf8')
  rmSync(folder, { recursive: true })
  return code
}

/** A server of these files alone. */
async function served(files: Readonly<Record<string, string>>): Promise<{ readonly address: string; readonly close: () => void }> {
  const server = createServer(({ url = '' }, response) => response.writeHead(url in files ? 200 : 404, { 'content-type': url.endsWith('.js') ? 'text/javascript' : 'text/html' }).end(files[url] ?? ''))
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`,
    close: () => {
      server.closeAllConnections()
      server.close()
    },
  }
}

test('what a person did, played again, comes to what they saw', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('purser')
  const [, project] = /project\/([^/]+)/.exec(await hands.driver.getCurrentUrl())!
  await hands.tapWords('Start engine', 'screen-picture')
  await hands.tapWords('Crew', 'screen-picture')
  const [x, y] = (await hands.middlesOf('#b07d12', '.screen-picture'))[0]!
  await hands.driver.actions().move({ x, y }).press().move({ x: x + 30, y: y + 20 }).move({ x: x + 50, y: y + 30 }).release().perform()
  await hands.tapWords('All done', 'screen-picture')
  await hands.driver.actions().sendKeys(Key.TAB, Key.ENTER).perform()
  await hands.until('the engine warms up', async () => (await seenStates(hands)).includes('Engine-start button: idle, requesting, warming'))
  await hands.driver.sleep(600)
  await hands.clickButton('Pause')
  await hands.clickButton('Save as take')
  const seen = await seenStates(hands)
  const take = await keptTake(hands, project!)
  const { trace } = playTake(take.project, take.take)
  const bands = bandsOf(trace, (component, axis) => componentOf(take.project, component)?.axes.findIndex(({ id }) => id === axis) ?? -1)
  const played = bands.flatMap(({ component, axis, stays }) => {
    const states = componentOf(take.project, component)?.axes[axis]?.states ?? []
    return states.length > 1 ? [stays.slice(-3).map(({ state }) => states.find(({ id }) => id === state)!.name).join(', ')] : []
  })
  expect(seen.split('; ').map((row) => row.slice(row.lastIndexOf(': ') + 2))).toEqual(played)
  expect(new Set(played).size).toBeGreaterThan(4)
})

/** What the trace says everything was in, without when. */
const seenStates = async (hands: BenchHands): Promise<string> =>
  ((await (await hands.driver.findElement(By.css('.trace-canvas'))).getAttribute('aria-label')) ?? '').replace(/ from [\d,]+ ms/g, '')

/** The take as it has been stored, with its project. */
async function keptTake(hands: BenchHands, project: string): Promise<{ readonly project: Project; readonly take: Take }> {
  let stored: Project | undefined
  await hands.until('it is stored', async () => {
    stored = ((await (await fetch(`${application.address}/api/projects/${project}`)).json()) as { project: Project }).project
    return stored.takes.length > skerryLine.takes.length
  })
  return { project: stored!, take: stored!.takes.at(-1)! }
}
