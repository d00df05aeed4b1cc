import { expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const partNames = (hands: BenchHands): Promise<readonly string[]> => hands.driver.executeScript('return [...document.querySelectorAll("[role=tree] .tree-name")].map((each) => each.textContent)')

const valueOf = async (hands: BenchHands, label: string): Promise<number> => Number(await (await hands.field(label, '[aria-label="Properties"]')).getAttribute('value'))

async function select(hands: BenchHands, ...names: readonly string[]): Promise<void> {
  for (const [index, name] of names.entries()) {
    const row = await hands.byText(name, '*[@role="tree"]//button')
    if (index === 0) await row.click()
    else await hands.driver.actions().keyDown(Key.SHIFT).click(row).keyUp(Key.SHIFT).perform()
  }
}

test('several things on a screen are aligned, made the same size, grouped, locked and copied to another screen', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.make('screen')
  for (const kind of ['a box', 'a box']) {
    await hands.click('[aria-label="Put something on the screen"]')
    await hands.choose(kind)
  }
  await select(hands, 'box 2')
  await hands.setProperty('x', '40')
  await hands.setProperty('width', '120')
  await select(hands, 'box', 'box 2')
  await hands.clickButton('align')
  await hands.choose('Align: left')
  await hands.clickButton('align')
  await hands.choose('Same width')
  await select(hands, 'box 2')
  await hands.until('both are as wide', async () => (await valueOf(hands, 'width')) === 80)
  expect(await valueOf(hands, 'x')).toBe(40)

  // One edit for a property of both.
  await select(hands, 'box', 'box 2')
  await hands.setProperty('y', '200')
  await select(hands, 'box')
  expect(await valueOf(hands, 'y')).toBe(200)

  await select(hands, 'box', 'box 2')
  await hands.driver.executeScript('document.querySelector(".easel-picture").focus()')
  await hands.chord(Key.CONTROL, 'g')
  await hands.until('they are in a group', async () => (await partNames(hands)).join() === 'group,box,box 2')
  await hands.press('d')
  await hands.until('there is another', async () => (await partNames(hands)).length === 6)

  await hands.find('.easel-picture')
  // Copied, and pasted on another screen.
  await hands.driver.executeScript(`
    const clip = new DataTransfer()
    const copied = new ClipboardEvent('copy', { clipboardData: clip, bubbles: true, cancelable: true })
    document.querySelector('.easel-picture').dispatchEvent(copied)
    window.sessionStorage.setItem('clip', clip.getData('text/plain'))`)
  await hands.make('screen')
  await hands.find('.easel-picture')
  await hands.driver.executeScript(`
    const clip = new DataTransfer()
    clip.setData('text/plain', window.sessionStorage.getItem('clip'))
    document.querySelector('.easel-picture').dispatchEvent(new ClipboardEvent('paste', { clipboardData: clip, bubbles: true, cancelable: true }))`)
  await hands.until('the group is on the other screen', async () => (await partNames(hands)).length === 3)
})

test('what has no picture yet shows an outline that says what it is', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.make('screen')
  await hands.click('[aria-label="Put something on the screen"]')
  await hands.choose('a list of records')
  await hands.until('it says what is missing', async () => (await (await hands.find('.empty-parts text')).getText()) === 'list: choose a component and a table')
})

test('panels are pulled wider, folded and remembered', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  const width = () => hands.driver.executeScript<number>('return document.querySelector("[aria-label=\\"Parts and properties\\"]")?.getBoundingClientRect().width ?? -1')
  expect(await width()).toBe(200)
  const edge = await hands.find('[aria-label="Width of the parts"]')
  await hands.driver.actions().move({ origin: edge }).press().move({ origin: edge, x: 60 }).release().perform()
  await hands.until('it is wider', async () => Math.abs((await width()) - 260) < 3)
  await hands.driver.navigate().refresh()
  await hands.until('it is as wide after a reload', async () => Math.abs((await width()) - 260) < 3)
  await (await hands.find('[aria-label="Width of the parts"]')).sendKeys(Key.ENTER)
  await hands.until('it is folded', async () => (await width()) === 0)
  await (await hands.find('[aria-label="Width of the parts"]')).sendKeys(Key.ENTER, ...Array.from({ length: 4 }, () => Key.ARROW_LEFT))
  await hands.until('it is as before', async () => Math.abs((await width()) - 196) < 4)
})

test('a stage keeps in its address what is selected, how it is shown, and the instant that is looked at', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('purser')
  await hands.clickButton('Arrange')
  await hands.clickButton('Gangway post')
  const address = async () => (await hands.driver.getCurrentUrl()).replace(/^.*\/screen/, '')
  await hands.until('both are in the address', async () => (await address()) === '/purser?part=purser-gangwayPost&show=arrange')
  await hands.driver.navigate().back()
  await hands.until('nothing is selected', async () => (await hands.driver.findElements(By.css('.tree-row.is-selected'))).length === 0)
  await hands.driver.navigate().forward()
  await hands.until('it is selected again', async () => (await (await hands.find('.tree-row.is-selected')).getText()) === 'Gangway post')
  await hands.clickButton('Run')
  await hands.driver.sleep(500)
  const canvas = await hands.find('.trace-canvas')
  await hands.driver.actions().move({ origin: canvas, x: -270, y: -60 }).press().release().perform()
  await hands.until('the instant is in the address', async () => /[?&]at=\d+/.test(await address()))
})

test('the stage follows the run from screen to screen, and all that is shown is of the instant that is looked at', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('home')
  const isOn = (screen: string) => hands.until(`it is on ${screen}`, async () => (await (await hands.find('.crumbs input')).getAttribute('value')) === screen && (await hands.driver.getCurrentUrl()).includes(`/screen/${screen.toLowerCase()}`))
  const lookAt = (ms: number) => hands.driver.executeScript('window.history.pushState(null, "", location.pathname + "?at=" + arguments[0]); window.dispatchEvent(new PopStateEvent("popstate"))', ms)
  const open = async () => (await hands.field('openCabin', '[aria-label="Variables in the run"]')).getAttribute('value')
  await hands.driver.sleep(600)
  await hands.tapWords('Cabins', 'screen-picture')
  await isOn('Cabins')
  await hands.driver.sleep(600)
  await hands.tapWords('218', 'screen-picture')
  await hands.until('the cabin is open', async () => (await open()) === '218')
  await hands.driver.sleep(400)

  await lookAt(100)
  await isOn('Home')
  expect(await open()).toBe('')
  await hands.clickButton('next event')
  await hands.until('it is the tap', async () => /at=\d{3,}/.test(await hands.driver.getCurrentUrl()))
  await hands.byText('Resume', 'button')
  await hands.clickButton('resume from here')
  await hands.until('what was done later is done again', async () => (await open()) === '218')
  await isOn('Cabins')

  await hands.clickButton('Stay here')
  await lookAt(100)
  await hands.clickButton('running on Home')
  await isOn('Home')
  await hands.clickButton('Start over')
  await hands.until('it begins where it began', async () => (await open()) === '')
  await isOn('Home')
})

test('a field says what it is for while the pointer rests on its name, and F1 reads on in the handbook', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.selectPart('plate')
  const name = await hands.driver.findElement(By.xpath('//*[contains(concat(" ", @class, " "), " field ")]/*[normalize-space()="opacity"]'))
  await hands.driver.actions().move({ origin: name }).perform()
  await hands.until('it is said', async () => (await (await hands.find('[role="tooltip"]')).getText()).startsWith('0 is clear, 1 solid'))
  await hands.press(Key.ESCAPE)
  await hands.until('it is gone', async () => (await hands.driver.findElements(By.css('[role="tooltip"]'))).length === 0)
  await hands.click(await hands.field('opacity'))
  await hands.find('[role="tooltip"]')
  await hands.press(Key.F1)
  await hands.until('the handbook is open there', async () => (await hands.driver.getCurrentUrl()).endsWith('/handbook/semantics#values'))
  await hands.driver.navigate().back()
  await hands.until('one is back where one was', async () => (await (await hands.find('.tree-row.is-selected')).getText()).startsWith('plate'))
})
