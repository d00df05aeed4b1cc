/** Takes the pictures of `docs/screenshots` from the demo project, at 1280 × 800. Needs a build. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { BenchHands } from '../e2e/harness/bench'
import { startBrowser } from '../e2e/harness/browser'
import { startServer } from '../e2e/harness/server'

const folder = new URL('../docs/screenshots/', import.meta.url)
mkdirSync(folder, { recursive: true })

const [server, browser] = await Promise.all([startServer(), startBrowser()])
const hands = new BenchHands(browser.driver, server.address)
/** All has been looked at before anything is done, so that it is done in time. */
const looked = () => hands.until('all has been looked at', async () => !(await browser.driver.executeScript('return /not checked yet|checking,? \\d+ of/i.test(document.body.innerText)')), 120_000)
const open = async (component: string) => {
  await hands.openDemo(component)
  await looked()
}
const openScreen = async (screen: string) => {
  await hands.openDemoScreen(screen)
  await looked()
}
const keep = async (name: string) => {
  await browser.driver.sleep(400)
  writeFileSync(new URL(`${name}.png`, folder), await browser.driver.takeScreenshot(), 'base64')
}

try {
  await browser.driver.get(server.address)
  await hands.find('.card-picture svg')
  await keep('shelf')

  await open('boardingButton')
  await hands.untilFindings('they are there', (kinds) => kinds.length === 0)
  await hands.click('.crumb-project')
  await hands.find('.content-card')
  await browser.driver.sleep(800)
  await keep('contents')
  await hands.click('.sheet-tabs a[href$="flow"]')
  await hands.find('.flow-arrow')
  await hands.enter('Path', 'From home to the crossing and back')
  await hands.clickButton('To its end')
  await keep('flow')

  await open('boardingButton')
  await hands.untilFindings('they are there', (kinds) => kinds.length === 0)
  await hands.click(await hands.cell('tap', 'rest'))
  await keep('bench-grid')

  await hands.click('[aria-label="Open done on the easel"]')
  await hands.selectPart('tick')
  await keep('bench-easel')
  await hands.closeEasel()

  await hands.selectPart('ring')
  await hands.clickButton('as text')
  await hands.find('.written-text .text-marked')
  await keep('bench-text')

  for (const [component, name] of [['deckTabsComponent', 'job-23-deck-tabs'], ['tideTable', 'job-25-tide-table'], ['lighthouse', 'job-15-lighthouse']] as const) {
    await open(component)
    await hands.untilFindings('they are there', (kinds) => kinds.length === 0)
    if (component === 'tideTable') await hands.click(await hands.cell('after', 'loading'))
    const buttons = await browser.driver.findElements({ css: '.put-button' })
    await hands.click(component === 'tideTable' ? buttons[2]! : buttons.at(-1)!)
    await browser.driver.sleep(1200)
    await keep(name)
  }

  await open('boardingButton')
  await hands.press(',')
  await hands.click(await hands.find('.map-node:last-of-type'))
  await keep('bench-map')

  await openScreen('purser')
  await hands.clickButton('Run all')
  await hands.clickButton('Play it')
  await browser.driver.sleep(5400)
  await keep('stage')

  await openScreen('home')
  await hands.clickButton('Arrange')
  await hands.clickButton('Cabins')
  await keep('stage-arranged')

  await browser.driver.get(await (await hands.byText('Preview', 'a')).getAttribute('href') ?? '')
  await hands.find('.screen-picture text')
  await keep('preview')

  await openScreen('home')
  await browser.driver.get((await browser.driver.getCurrentUrl()).replace(/\/screen\/(\w+).*/, '/handover?of=screen&thing=$1&form=page'))
  await hands.find('.handover-result iframe')
  await browser.driver.sleep(2500)
  await keep('handover')

  await openScreen('cabins')
  await hands.clickButton('Links')
  await browser.driver.sleep(600)
  await keep('stage-links')

  await open('boardingButton')
  await hands.click(await hands.cell('after', 'working'))
  await hands.enter('after', '100', '[aria-label="Rule"]')
  await hands.untilFindings('the cut is found', (kinds) => kinds.includes('never-completes'))
  await hands.click('#findings .section-head a')
  await hands.until('all is checked', async () => (await (await hands.find('.findings-list')).getAttribute('aria-busy')) === 'false', 60_000)
  await hands.clickButton('Play it')
  await browser.driver.sleep(1500)
  await keep('findings')
  await hands.clickButton('Undo')
  await hands.click('.sheet-tabs a[href$="coverage"]')
  await hands.until('all is covered', async () => (await (await hands.find('.coverage-sheet')).getAttribute('aria-busy')) === 'false', 60_000)
  await keep('coverage')
  await hands.click('.sheet-tabs a[href$="budgets"]')
  await hands.find('.budget-path')
  await keep('budgets')
  await hands.click('.sheet-tabs a[href$="promises"]')
  await hands.find('.promise-verdict.is-kept')
  await keep('promises')
} finally {
  await browser.close()
  await server.close()
}
