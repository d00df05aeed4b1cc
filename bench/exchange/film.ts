/** How long ten seconds of a screen on which something always turns take as a film, 60 pictures a second, in Chromium. */
import { serialise } from '@rheoscope/core/document'
import { startBrowser } from '../../e2e/harness/browser'
import { startServer } from '../../e2e/harness/server'
import { printed } from '../src/report'
import { LASTS_S, project, take } from './waiting-take'

const [PER_SECOND, AIM_S, PATIENCE_MS] = [60, 20, 300_000]

const [server, browser] = await Promise.all([startServer(), startBrowser()])
try {
  const { driver } = browser
  const made = await fetch(`${server.address}/api/projects/file`, { method: 'POST', headers: { 'content-type': 'application/vnd.rheoscope+json' }, body: serialise(project) })
  const { project: { id } } = (await made.json()) as { readonly project: { readonly id: string } }
  await driver.get(`${server.address}/project/${id}/handover?of=take&thing=${take.id}&form=webm&rate=${PER_SECOND}`)
  const began = performance.now()
  await driver.wait(async () => (await driver.findElements({ css: '.handover-result video' })).length > 0, PATIENCE_MS)
  const seconds = (performance.now() - began) / 1000
  const size = await driver.findElement({ css: '.handover-files .number' }).getText()
  process.stdout.write(printed({
    name: `${LASTS_S} s as webm, ${PER_SECOND} pictures a second, ${size}`,
    figures: [
      { what: 'made in', value: seconds, unit: 's', aim: AIM_S },
      { what: 'as long as it plays', value: seconds / LASTS_S, unit: '×' },
    ],
  }))
} finally {
  await browser.close()
  await server.close()
}
