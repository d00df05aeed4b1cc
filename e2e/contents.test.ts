import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const cards = (hands: BenchHands): Promise<readonly string[]> => hands.driver.executeScript('return [...document.querySelectorAll(".content-name")].map((each) => each.textContent)')

const card = (hands: BenchHands, name: string) => hands.find(`.content-card a[aria-label^="${name},"]`)

const address = async (hands: BenchHands): Promise<string> => (await hands.driver.getCurrentUrl()).replace(/^.*\/project\/[^/?]+/, '')

async function openContents(hands: BenchHands): Promise<void> {
  await hands.openDemo('boardingButton')
  await hands.click('.crumb-project')
  await hands.find('.content-card')
}

test('everything a project has is found, grouped, renamed, duplicated and taken away on one page', async () => {
  const hands = application.hands()
  await openContents(hands)
  expect(await hands.driver.getTitle()).toBe('Contents – Skerry Line – Rheoscope')
  const before = await cards(hands)
  expect(before.slice(0, 2)).toEqual(['Anchor icon', 'Boarding button'])

  // Two are selected and put into a group, which stands first and can be folded.
  for (const name of ['Boarding button', 'Cabin card']) await hands.click(await hands.find(`[aria-label="Select ${name}"]`))
  await hands.clickButton('Group…')
  await (await hands.find('[aria-label="Name of the group"]')).sendKeys('Aboard', Key.ENTER)
  await hands.until('the group is there', async () => (await cards(hands)).slice(0, 2).join() === 'Boarding button,Cabin card')
  await hands.clickButton('▾ Aboard')
  await hands.until('it is folded', async () => (await cards(hands))[0] === 'Anchor icon')
  await hands.clickButton('▸ Aboard')

  // A duplicate has everything in it; what is used cannot be deleted, and says by what.
  await hands.click(await hands.find('[aria-label="Select Aboard / Cabin card"]'))
  await hands.clickButton('Duplicate')
  await hands.until('there is another', async () => (await cards(hands))[1] === 'Boarding button 2')
  await hands.clickButton('Delete')
  await hands.until('it is gone', async () => (await cards(hands))[1] === 'Cabin card')
  await hands.click(await hands.find('[aria-label="Select Aboard / Boarding button"]'))
  expect(await (await hands.find('.selected-bar')).getText()).toMatch(/Cannot be deleted: Aboard \/ Boarding button is used by .*Home/)

  // Renamed in place, by the keyboard; all of it undone.
  await hands.driver.executeScript('document.querySelector(\'[data-item="cabinCard"] a\').focus()')
  await hands.press(Key.F2)
  await (await hands.find('input.content-name')).sendKeys('Berth', Key.ENTER)
  await hands.until('it is renamed', async () => (await cards(hands)).includes('Berth'))
  for (let times = 0; times < 4; times++) await hands.clickButton('Undo')
  await hands.until('all is as it was', async () => (await cards(hands)).join() === before.join())
})

test('only what is asked for is shown, in the order asked for, and the address says what', async () => {
  const hands = application.hands()
  await openContents(hands)
  await hands.click(await hands.byText('unused 1', 'label'))
  await hands.until('only what nothing uses', async () => (await cards(hands)).join() === 'Anchor icon')
  expect(await address(hands)).toBe('?show=unused')
  await hands.driver.navigate().back()
  await hands.until('all again', async () => (await cards(hands)).length > 10)
  await hands.enter('Order', 'use')
  await hands.until('the most used first', async () => (await cards(hands))[0] === 'Buoy marker')
})

test('what is found by its name opens with it selected, and the way back leads through every selection', async () => {
  const hands = application.hands()
  await openContents(hands)
  await hands.press('/')
  await (await hands.find('.finder input')).sendKeys('boarding working')
  await hands.byText('working', 'ul[@aria-label="Found"]/li[1]/*[@class="finder-name"]')
  await (await hands.find('.finder input')).sendKeys(Key.ENTER)
  await hands.find('[aria-label="Trigger table"]')
  await hands.until('the state is in the address', async () => (await address(hands)) === '/component/boardingButton?state=working')
  expect(await hands.driver.getTitle()).toBe('Boarding button – Skerry Line – Rheoscope')
  await hands.selectPart('tick')
  await hands.until('the part is in the address', async () => (await address(hands)).includes('part=tick'))
  await hands.click(await hands.cell('enter', 'rest'))
  await hands.until('the cell is in the address', async () => (await address(hands)).includes('row=enter'))
  await hands.driver.navigate().back()
  await hands.until('the cell is no longer selected', async () => !(await address(hands)).includes('row='))
  await hands.driver.navigate().back()
  await hands.until('the part neither', async () => !(await address(hands)).includes('part='))
  await hands.driver.navigate().forward()
  await hands.until('the part again', async () => (await (await hands.find('.tree-row.is-selected')).getText()) === 'tick')
  await hands.driver.navigate().refresh()
  await hands.until('also after a reload', async () => (await (await hands.find('.tree-row.is-selected')).getText()) === 'tick')
})

test('what is selected on a place that is being left stays out of the address of the next', async () => {
  const hands = application.hands()
  await openContents(hands)
  for (let times = 0; times < 5; times++) {
    await hands.click('[data-item="boardingButton"] a')
    await hands.find('[aria-label="Trigger table"]')
    // Selected and left at once, on a machine that has no time to draw the next place for as long as an address waits.
    await hands.driver.executeAsyncScript(LEAVE_BUSILY)
    await hands.find('.content-card')
    await hands.driver.sleep(400)
    expect(await address(hands)).toBe('')
  }
})

const LEAVE_BUSILY = `
  const done = arguments[0]
  const part = [...document.querySelectorAll('[role=tree] button')].find((each) => each.textContent === 'tick')
  part.click()
  setTimeout(async () => {
    document.querySelector('.crumb-project').click()
    for (let turns = 0; turns < 200; turns++) await undefined
    const until = performance.now() + 400
    while (performance.now() < until);
    done()
  }, 100)`

test('the arrow keys go through the pictures, one stop for Tab', async () => {
  const hands = application.hands()
  await openContents(hands)
  const focused = () => hands.driver.executeScript<string>('return document.activeElement.getAttribute("aria-label")')
  await (await card(hands, 'Anchor icon')).sendKeys(Key.ARROW_RIGHT)
  await hands.until('the next', async () => (await focused()).startsWith('Boarding button'))
  await hands.press(Key.ARROW_DOWN)
  await hands.until('the one below', async () => (await focused()).startsWith('Cabin lights'))
  await hands.press(Key.END)
  await hands.until('the last one', async () => (await focused()).startsWith('Tides'))
  expect(await hands.driver.findElements(By.css('.content-card a[tabindex="0"]'))).toHaveLength(1)
  await hands.press(Key.ENTER)
  await hands.find('.trace-canvas')
})

test('a state chart comes in as a component, with what does not come along, and one that is none says why', async () => {
  const hands = application.hands()
  const folder = await mkdtemp(path.join(tmpdir(), 'charts-'))
  await writeFile(path.join(folder, 'hatch.scxml'), '<scxml name="Hatch"><script/><state id="shut"><transition event="tap" target="open"/></state><state id="open"/></scxml>')
  await writeFile(path.join(folder, 'torn.scxml'), '<scxml><state></scxml>')
  await hands.newProject()
  await hands.click('.crumb-project')
  await hands.byText('State chart…', 'button')
  const input = await hands.driver.findElement(By.css('[aria-label="SCXML file"]'))
  await input.sendKeys(path.join(folder, 'hatch.scxml'))
  await hands.until('what is left out is named', async () => (await (await hands.find('[role=dialog]')).getText()).includes('“script” in “scxml”: there is nothing here that does it.'))
  await hands.clickButton('Close')
  await hands.until('the message is gone', async () => (await hands.driver.findElements(By.css('[role=dialog]'))).length === 0)
  await hands.until('it is there', async () => (await cards(hands)).includes('Hatch'))
  await input.sendKeys(path.join(folder, 'torn.scxml'))
  await hands.until('what cannot be read says so', async () => (await (await hands.find('[role=dialog]')).getText()).includes('This is not complete XML'))
  await hands.clickButton('Close')
  await hands.until('the message is gone', async () => (await hands.driver.findElements(By.css('[role=dialog]'))).length === 0)
  await hands.clickButton('Undo')
  await hands.until('it is taken back', async () => !(await cards(hands)).includes('Hatch'))
  await rm(folder, { recursive: true })
})

test('components are copied to another project with what they need, and what is there can be used instead', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.click('.crumb-project')
  const name = `Elsewhere ${Date.now()}`
  await hands.enter('Project name', name)
  const other = (await hands.driver.getCurrentUrl())
  await openContents(hands)
  await hands.click(await hands.find('[aria-label="Select Boarding button"]'))
  await hands.clickButton('Copy to project…')
  await hands.until('the other project can be chosen', async () => (await (await hands.find('.copy-content')).getText()).includes(name))
  await hands.enter('To', name, '[role=dialog]')
  expect(await (await hands.find('.copy-content')).getText()).toContain('Comes along, because it is needed: Spinner ring.')
  await hands.clickButton('Copy')
  await hands.until('it is copied', async () => (await (await hands.find('.copy-content')).getText()).includes('Copied.'))
  await hands.driver.get(other)
  await hands.until('both are there', async () => (await cards(hands)).join() === 'Boarding button,Component 1,Spinner ring')
  await hands.click(await card(hands, 'Boarding button'))
  await hands.untilSpecimenIs('rest')
})
