import { expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

test('instances stand on a screen, run in place, and their time is drawn, looked back at and kept', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.make('screen')
  await hands.enter('device', 'free', '[aria-label="Screen and what stands on it"]')
  for (const name of ['Boarding button', 'Engine-start button']) {
    await hands.click('[aria-label="Put something on the screen"]')
    await hands.choose(name)
  }
  // Pulled to its place and nudged; undone and done again.
  const button = await hands.byText('Board', '*[name()="tspan"][ancestor::*[contains(@class, "easel-picture")]]')
  await hands.dragBy(button, 20, 120)
  const y = async () => Number(await (await hands.field('y', '[aria-label="Selected"]')).getAttribute('value'))
  const moved = await y()
  expect(moved).toBeGreaterThan(100)
  await hands.press(Key.ARROW_DOWN)
  await hands.until('it is one lower', async () => (await y()) === moved + 1)
  await hands.chord(Key.CONTROL, 'z')
  await hands.until('it is back', async () => (await y()) === moved)

  // Used, it says in the trace what it was when.
  await hands.clickButton('Run')
  await hands.click(await hands.byText('Board', '*[name()="tspan"]'))
  await hands.until('it works', async () => (await traceText(hands)).includes('working from'))
  await hands.until('it is done', async () => (await traceText(hands)).includes('done from'))

  // Pulled back, the screen shows that instant; then it is now again.
  const canvas = await hands.find('.trace-canvas')
  await hands.driver.actions().move({ origin: canvas, x: -300, y: -40 }).press().release().perform()
  await hands.click('.trace-now.is-past .mono')
  await hands.until('it is now', async () => (await hands.driver.findElements(By.css('.is-past'))).length === 0)

  // What stands inside something is folded away with it, bands are found by name, and all of the run is on one line.
  const bands = async () => (await (await hands.find('.trace-names')).getText()).split('\n')
  await hands.click('.trace-names button[aria-expanded="true"]')
  await hands.until('what is inside is folded away', async () => !(await bands()).includes('ring'))
  await hands.click('.trace-names button[aria-expanded="false"]')
  await hands.until('it is there again', async () => (await bands()).includes('ring'))
  await (await hands.find('[aria-label="Filter the bands"]')).sendKeys('ring')
  await hands.until('only what is called so is left', async () => (await bands()).join() === 'Boarding button ▸ ring')
  await (await hands.find('[aria-label="Filter the bands"]')).sendKeys(Key.BACK_SPACE, Key.BACK_SPACE, Key.BACK_SPACE, Key.BACK_SPACE)
  await (await hands.find('.trace-overview')).sendKeys(Key.HOME)
  await hands.until('the beginning is looked at', async () => (await (await hands.find('.trace-overview')).getAttribute('aria-valuetext'))?.startsWith('0 ms to') === true)
  await hands.click('.trace-now.is-past .mono')

  // Kept, it is played again, on whatever the document has become.
  await hands.clickButton('Save as take')
  await hands.clickButton('Boarding button')
  await hands.click('[aria-label$="… in Take"]')
  await hands.choose('Boarding button is done')
  await hands.clickButton('Run all')
  await hands.until('what was expected passed', async () => (await (await hands.find('.take [role=status]')).getText()) === '1 of 1 passed')
})

test('what no longer comes about is said with what was seen instead', async () => {
  const hands = application.hands()
  await hands.openDemo('engineStart')
  const address = (await hands.driver.getCurrentUrl()).replace('/component/engineStart', '/screen/purser')
  await hands.click(await hands.cell('after', 'requesting'))
  await hands.enter('after', '9000', '[aria-label="Rule"]')
  await hands.until('it is stored', async () => (await (await hands.cell('after', 'requesting')).getText()).includes('9,000 ms'))
  await hands.driver.sleep(500)
  await hands.driver.get(address)
  await hands.clickButton('Run all')
  await hands.until('both are missed', async () => (await (await hands.find('.take [role=status]')).getText()) === '0 of 2 passed')
  expect(await (await hands.find('.expectations')).getText()).toContain('it was requesting')
  await hands.clickButton('Play it')
  await hands.until('it plays', async () => (await traceText(hands)).includes('requesting from'))
})

/** What the trace says in words. */
const traceText = async (hands: BenchHands): Promise<string> => (await (await hands.find('.trace-canvas')).getAttribute('aria-label')) ?? ''

test('a screen is shown alone at an address of its own, and what somebody does there is kept as a take', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('home')
  const address = await (await hands.byText('Preview', 'a')).getAttribute('href')
  await hands.driver.get(`${address}?keep`)
  await hands.click(await hands.byText('Board', '*[name()="tspan"]'))
  await hands.byText('Aboard', '*[name()="tspan"]')
  await hands.clickButton('Finish and save')
  await hands.find('.preview-keep [role=status]')
  await hands.driver.sleep(500)
  await hands.driver.get(address!.replace('/preview/', '/screen/'))
  await hands.field('Name of take Trial', '[aria-label="Takes"]')
})

test('held, the clock goes on by events and frames; a finger does not hover', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('home')
  await hands.clickButton('touch')
  const board = await hands.byText('Board', '*[name()="tspan"]')
  await hands.hover(board)
  await hands.driver.sleep(200)
  expect(await traceText(hands)).not.toContain('over from')
  await hands.click(board)
  await hands.until('it works', async () => (await traceText(hands)).includes('working from'))
  await hands.clickButton('Pause')
  await hands.clickButton('next frame')
  for (let count = 0; count < 3; count++) await hands.clickButton('next event')
  await hands.until('it is done', async () => (await traceText(hands)).includes('done from'))
})
