import { expect, test } from '@jest/globals'
import { By } from 'selenium-webdriver'
import axe, { type AxeResults } from 'axe-core'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

/** What axe finds serious or critical on the page as it stands. */
async function serious(hands: BenchHands): Promise<readonly string[]> {
  await hands.driver.executeScript(axe.source)
  const results = await hands.driver.executeAsyncScript<AxeResults>('const done = arguments[0]; axe.run(document, { resultTypes: ["violations"] }).then(done)')
  return results.violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} — ${failureSummary?.split('\n')[1] ?? ''}`))
}

test('nothing serious on the shelf', async () => {
  const hands = application.hands()
  await hands.driver.get(application.address)
  await hands.find('.card')
  expect(await serious(hands)).toEqual([])
})

test.each(['light', 'dark'])('nothing serious on the bench, in its %s form', async (form) => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  if (form === 'dark') {
    await hands.click('[aria-label="More"]')
    await hands.choose('Dark theme')
  }
  await hands.click(await hands.cell('after', 'working'))
  await hands.enter('after', '100', '[aria-label="Rule"]')
  await hands.untilFindings('there is a finding to look at', (kinds) => kinds.length > 0)
  expect(await serious(hands)).toEqual([])
  await hands.click('[aria-label="Open working on the easel"]')
  expect(await serious(hands)).toEqual([])
  await hands.clickButton('Undo')
})

test.each(['findings', 'coverage', 'budgets', 'promises', 'criteria'])('nothing serious among the %s', async (sheet) => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click('#findings .section-head a')
  await hands.click(`.sheet-tabs a[href$="${sheet}"]`)
  const content = { findings: '.finding-row', coverage: '.coverage-card', budgets: '.budget-path', promises: '.promise', criteria: '.criteria-sheet td' }[sheet]!
  await hands.until(`there is something at ${content}`, async () => (await hands.driver.findElements(By.css(content))).length > 0, 90_000)
  expect(await serious(hands)).toEqual([])
})

test('nothing serious on the stage and on the map', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('purser')
  await hands.clickButton('Engine-start button')
  await hands.clickButton('Run all')
  expect(await serious(hands)).toEqual([])
  await hands.openDemo('boardingButton')
  await hands.press(',')
  await hands.find('.map-node')
  expect(await serious(hands)).toEqual([])
})
