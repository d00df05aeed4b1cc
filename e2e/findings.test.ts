import { expect, test } from '@jest/globals'
import { By } from 'selenium-webdriver'
import { skerryLine } from '@rheoscope/core/demo'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'
import { FEW_SCREENS, littleDemo } from './harness/little-demo'

const application = useApplication()

const words = (hands: BenchHands, css: string) => hands.driver.executeScript<string>('return document.querySelector(arguments[0])?.innerText ?? ""', css)

/** Chooses an answer in one of the slots of a sentence. */
const pick = async (hands: BenchHands, slot: string, answer: string) => {
  const select = await hands.find(`[aria-label="${slot}"]`)
  await select.findElement({ xpath: `./option[normalize-space()="${answer}"]` }).click()
}

const openSheet = async (hands: BenchHands, sheet: string) => {
  await hands.click(`.sheet-tabs a[href$="${sheet}"]`)
}

/** The boarding button in a project with little else: alone, or with some screens. */
const openAmong = async (hands: BenchHands, screens: readonly string[]) => hands.driver.get(`${await littleDemo(application.address, screens)}/component/boardingButton`)

/** A project whose boarding button has a timer below its motion, at its findings. */
async function atTheFindings(hands: BenchHands, screens: readonly string[] = []): Promise<void> {
  await openAmong(hands, screens)
  await hands.click(await hands.cell('after', 'working'))
  await hands.enter('after', '120', '[aria-label="Rule"]')
  await hands.untilFindings('the cut is found', (kinds) => kinds.includes('never-completes'))
  await hands.click('#findings .section-head a')
}

test('a fault is seen to happen, mended by its remedy, and accepted with a reason until it changes', async () => {
  const hands = application.hands()
  await atTheFindings(hands)
  await hands.until('everything is checked', async () => (await (await hands.find('.findings-list')).getAttribute('aria-busy')) === 'false', 90_000)
  await hands.until('it is told', async () => (await words(hands, '.finding-detail')).includes('working is left after 120 ms, but its 160 ms motion needs 40 ms more'), 90_000)
  await hands.until('and shown', async () => (await hands.driver.findElements({ css: '.witness-frames li' })).length > 2)
  await hands.clickButton('Play it')
  await hands.until('it is held at the cut', async () => (await words(hands, '.witness-controls')).includes('cut here, 40 ms before its motion ends'))

  await hands.clickButton('Accept it…')
  await (await hands.find('[aria-label="Why it is accepted"]')).sendKeys('only at the fair')
  await hands.clickButton('Accept')
  await hands.until('it is among the accepted', async () => (await words(hands, '.filters')).includes('Accepted 1'))
  await hands.clickButton('Undo')
  await hands.until('and open again', async () => (await words(hands, '.filters')).includes('Accepted 0'))

  await hands.click('.finding-row.is-fault')
  await hands.clickButton('Leave after 160 ms')
  await hands.until('the fault is gone', async () => !(await words(hands, '.findings-list')).includes('is left after 120 ms'), 90_000)
  await hands.clickButton('Undo')
  await hands.until('and comes back', async () => (await words(hands, '.findings-list')).includes('is left after 120 ms'), 90_000)
})

test('the coverage shows which state is reached in which way, and in how many steps', async () => {
  const hands = application.hands()
  await atTheFindings(hands)
  await openSheet(hands, 'coverage')
  await hands.until('all of it is covered', async () => (await (await hands.find('.coverage-sheet')).getAttribute('aria-busy')) === 'false', 90_000)
  const row = (state: string) => hands.driver.executeScript<readonly string[]>(`
    const row = [...document.querySelector('.coverage-card').querySelectorAll('tbody tr')].find((each) => each.querySelector('th').innerText.trim() === arguments[0])
    return [...row.querySelectorAll('td')].map((field) => field.innerText || field.getAttribute('aria-label'))`, state)
  expect(await row('rest')).toEqual(['start', 'start', 'start'])
  expect(await row('over')).toEqual(['1', 'never', 'never'])
  expect(await row('done')).toEqual(['3', '2', '2'])
})

test('the criteria of WCAG say what is looked at of them and what is not, and lead to what is found', async () => {
  const hands = application.hands()
  await hands.openDemo('luggageRack')
  await hands.click('#findings .section-head a')
  await hands.click('.sheet-tabs a[href$="criteria"]')
  const row = '//tr[th[contains(., "2.5.7")]]'
  await hands.until('a drag is found that nothing else does', async () => /Whether a tap or a key does what a drag does.*[1-9]/s.test(await (await hands.driver.findElement(By.xpath(row))).getText()), 60_000)
  expect(await (await hands.find('.not-looked-at')).getText()).toContain('1.4.4 Resize Text')
  expect(await (await hands.find('.criteria-sheet')).getText()).toContain('does not mean that a criterion is met')
  await hands.driver.findElement(By.xpath(`${row}//a`)).click()
  await hands.until('it is shown', async () => (await (await hands.find('.finding-sentence')).getText()).includes('no tap and no key does as well'))
})

test('a budget says what a way takes and what that is made of', async () => {
  const hands = application.hands()
  await atTheFindings(hands)
  await openSheet(hands, 'budgets')
  await hands.until('the ways are there', async () => (await words(hands, '.budget-paths')).includes('done'), 90_000)
  expect(await words(hands, '.budget-path')).toMatch(/rest\s*→\s*working\s*→\s*done\s*280 ms/)
  await hands.enter('Longest motion', '100')
  await openSheet(hands, 'findings')
  await hands.until('what is longer is told', async () => (await words(hands, '.findings-list')).includes('the project allows at most 100 ms'), 90_000)
})

test('a promise is made in a sentence with slots, and its breaking can be seen', async () => {
  const hands = application.hands()
  await atTheFindings(hands, FEW_SCREENS)
  await openSheet(hands, 'promises')
  await hands.until('those that are kept say so', async () => (await words(hands, '.promises')).split('kept').length === skerryLine.promises.length + 1, 90_000)
  await pick(hands, 'Where', 'in Boarding button')
  await pick(hands, 'How', 'never')
  await pick(hands, 'What', 'Boarding button')
  await pick(hands, 'What: state', 'done')
  await hands.clickButton('Add promise')
  await hands.until('it is broken', async () => (await words(hands, '.promises')).includes('broken'), 90_000)
  await hands.click('.promise a')
  await hands.until('it is shown how', async () => (await words(hands, '.finding-detail')).includes('The promise “never Boarding button is done” is not kept'))
  expect(await words(hands, '.witness-frames')).toContain('the promise is broken here')
})

test('a complete check goes on at the server and is kept', async () => {
  const hands = application.hands()
  await atTheFindings(hands)
  await hands.clickButton('Run full check')
  await hands.until('it is done', async () => (await words(hands, '.complete-check')).includes('Complete check at revision'), 120_000)
  expect(await words(hands, '.complete-check')).toMatch(/2 faults among \d+ findings/)
  await hands.driver.navigate().refresh()
  await hands.until('it is still known', async () => (await words(hands, '.complete-check')).includes('2 faults among'))
})

test('what is wrong on a screen is said on the stage, and on the thing itself', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.cell('after', 'working'))
  await hands.enter('after', '120', '[aria-label="Rule"]')
  await hands.untilFindings('the cut is found', (kinds) => kinds.includes('never-completes'))
  await hands.driver.executeScript('history.pushState({}, "", location.pathname.replace(/component.*/, "screen/home")); dispatchEvent(new PopStateEvent("popstate"))')
  await hands.until('the instance bears a mark', async () => (await hands.driver.findElements({ css: '.pane-left .finding-mark.is-fault' })).length === 1, 90_000)
})

test('from the start: how screens are come to, what a way there takes, and a promise about another screen', async () => {
  const hands = application.hands()
  await atTheFindings(hands, FEW_SCREENS)
  await openSheet(hands, 'coverage')
  await hands.until('the start has been looked at', async () => (await hands.find('.coverage-legend [value="start"]')).isEnabled(), 190_000)
  await hands.clickButton('from the start')
  const screens = await words(hands, '.coverage-card')
  expect(screens).toMatch(/Home\s*start\s*start\s*start/)
  expect(screens).toMatch(/Tides\s*1\s*1\s*1/)
  expect(screens).toMatch(/Cabin\s*2\s*2\s*2/)

  await openSheet(hands, 'budgets')
  await pick(hands, 'Component', 'Tide table')
  await pick(hands, 'From', 'the start of the prototype')
  await pick(hands, 'To', 'answered')
  await hands.until('the way is there', async () => /on\s*Tides\s*200 ms/.test(await words(hands, '.budget-path')), 60_000)
  expect(await words(hands, '.budget-bar')).toContain('tap Tides')
  await hands.click(await hands.byText('Show on the flow', 'a'))
  await hands.until('the way is drawn over the flow', async () => (await (await hands.find('.path-choice select option:checked')).getText()) === 'The quickest way to answered of Tide table')
  await hands.driver.navigate().back()
  await hands.find('.budget-path')

  await openSheet(hands, 'promises')
  await pick(hands, 'Where', 'from Home on, wherever it leads')
  await pick(hands, 'How', 'never')
  await pick(hands, 'What', 'Cabin is shown')
  await hands.clickButton('Add promise')
  await hands.until('it is broken', async () => (await words(hands, '.promises')).includes('broken'), 190_000)
  await hands.click('.promise a')
  await hands.until('it is shown how, from the start screen', async () => (await words(hands, '.finding-detail')).includes('The promise “never “Cabin” is shown” is not kept'))
})
