import { writeFileSync } from 'node:fs'
import { BenchHands } from '../e2e/harness/bench'
import { startBrowser } from '../e2e/harness/browser'
import { startServer } from '../e2e/harness/server'
const [server, browser] = await Promise.all([startServer(), startBrowser()])
const hands = new BenchHands(browser.driver, server.address)
const shot = async (n: string) => { await browser.driver.sleep(400); writeFileSync(`/tmp/shot-${n}.png`, await browser.driver.takeScreenshot(), 'base64') }
try {
  await hands.newProject()
  for (const [from, to] of [['over', 'asking'], ['over', 'showing'], ['over', 'failed']] as const) { await hands.addState(); await hands.renameState(from, to) }
  await hands.click(await hands.column('asking'))
  await browser.driver.actions().keyDown('\uE008').click(await hands.column('showing')).keyUp('\uE008').perform()
  await hands.click('[aria-label="More for showing"]')
  await hands.choose('Group with the selected states')
  await hands.click('.bracket-name')
  await hands.selectPart('box')
  await hands.setProperty('fill', '#8a2f24')
  await shot('h1')
} catch (e) { console.log(String(e)); await shot('err') } finally { await browser.close(); await server.close() }
