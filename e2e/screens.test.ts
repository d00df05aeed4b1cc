import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const SCREEN = '.screen-picture'
const SELECTED = '[aria-label="Selected"]'
const RULES = '[aria-label="Rules of the screen"]'

test('screens lead to one another and carry what is tied; an overlay takes the keys; undone, it is as it was', async () => {
  const hands = application.hands()
  await hands.newProject()
  await newScreen(hands, 'Here')
  await putText(hands, { text: 'Onward', 'transition name': 'words', x: '20', y: '40' })
  await hands.click('[aria-label="More"]')
  await hands.choose('Duplicate Here')
  await hands.until('it has a name of its own', async () => !['Here', null].includes(await nameOfScreen(hands)))
  await hands.enter('Screen name', 'There', '.crumbs')
  await hands.clickButton('text')
  for (const [label, value] of [['size', '40'], ['y', '400']] as const) await hands.enter(label, value, SELECTED)
  await newScreen(hands, 'Note')
  await hands.enter('shown', 'over another one', '[aria-label="The screen"]')
  for (const [label, value] of [['width', '200'], ['height', '100']] as const) await hands.enter(label, value, '.pane-left')
  await putText(hands, { text: 'Mind the step' })

  // A tap on the words goes there, and the key n opens the note.
  await hands.goTo('Here')
  await hands.clickButton('text')
  await addRule(hands, 'tap')
  await hands.act('go to a screen', { 'go to screen': 'There', duration: '400' }, RULES)
  await hands.goTo('There')
  await addRule(hands, 'key')
  await hands.enter('key', 'n', RULES)
  await hands.act('open an overlay', {}, RULES)
  await hands.goTo('Here')
  await hands.clickButton('Run')
  await hands.tapWords('Onward', 'screen-picture')
  const size = async () => Number(await hands.driver.executeScript('return document.querySelector(arguments[0] + " text").getAttribute("font-size")', SCREEN))
  await hands.until('the words have grown', async () => (await size()) === 40)
  await (await hands.find(SCREEN)).sendKeys('n')
  await hands.until('the note is there', async () => (await hands.words(SCREEN)).includes('Mind the step'))
  await (await hands.find(SCREEN)).sendKeys(Key.ESCAPE)
  await hands.until('it is gone', async () => !(await hands.words(SCREEN)).includes('Mind the step'))

  // Taken back step by step, nothing leads anywhere; done again and loaded anew it does.
  await hands.clickButton('Start over')
  await hands.clickButton('Undo')
  await hands.clickButton('Undo')
  await hands.clickButton('Redo')
  await hands.clickButton('Redo')
  await hands.driver.sleep(500)
  await hands.driver.navigate().refresh()
  await hands.clickButton('Run')
  await hands.tapWords('Onward', 'screen-picture')
  await hands.until('it leads there again', async () => (await size()) === 40)
  await hands.driver.manage().window().setRect({ width: 1700, height: 900 })
  await hands.find('.trace-canvas')
  await hands.driver.manage().window().setRect({ width: 1280, height: 939 })
})

test('a list on a screen repeats records in an area that scrolls; a way in begins with other values', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('kiosk')
  await hands.click('[aria-label="Put something on the screen"]')
  await hands.choose('a container')
  await hands.enter('scrolls', 'down', SELECTED)
  for (const [label, value] of [['layout', 'free'], ['x', '700'], ['y', '360'], ['width', '300'], ['height', '80']] as const) await hands.enter(label, value, SELECTED)
  await hands.click('[aria-label="Put something on the screen"]')
  await hands.choose('a list of records')
  for (const [label, value] of [['stands in', 'container'], ['each as', 'News line'], ['table', 'deck news'], ['x', '0'], ['y', '0']] as const) await hands.enter(label, value, SELECTED)
  await hands.clickButton('Run')
  const top = () => hands.driver.executeScript<number>('return [...document.querySelectorAll(arguments[0] + " text")].find((each) => each.textContent.startsWith("Porpoises")).getBoundingClientRect().top', SCREEN)
  await hands.until('the list is there', async () => (await hands.words(SCREEN)).some((words) => words.startsWith('Porpoises')))
  const before = await top()
  const [x, y] = await hands.driver.executeScript<[number, number]>('const box = [...document.querySelectorAll(arguments[0] + " text")].find((each) => each.textContent.startsWith("Porpoises")).getBoundingClientRect(); return [box.left + 20, box.top + 6].map(Math.round)', SCREEN)
  await turnWheel(hands, x, y, 60)
  await hands.until('it has gone up', async () => (await top()) < before - 20)

  await hands.goTo('Cabins')
  await hands.clickButton('+ entry point')
  await hands.clickButton('+ value')
  await hands.choose('openCabin')
  await hands.enter('openCabin', '218', '[aria-label="The screen"]')
  await hands.enter('run begins', 'Entry point', '[aria-label="The screen"]')
  await hands.until('it begins with the cabin open', async () => (await hands.words(SCREEN)).includes('Cabin 218'))
  expect(await (await hands.field('openCabin', '[aria-label="Variables in the run"]')).getAttribute('value')).toBe('218')
})

/** Turns the wheel at a place; the package's types leave that out. */
const turnWheel = (hands: BenchHands, x: number, y: number, by: number): Promise<void> =>
  (hands.driver.actions() as unknown as { scroll: (...args: number[]) => { perform: () => Promise<void> } }).scroll(x, y, 0, by).perform()

const nameOfScreen = async (hands: BenchHands): Promise<string | null> => (await hands.find('[aria-label="Where you are"] input')).getAttribute('value')

async function newScreen(hands: BenchHands, name: string): Promise<void> {
  await hands.make('screen')
  await hands.enter('Screen name', name, '.crumbs')
}

async function putText(hands: BenchHands, said: Readonly<Record<string, string>>): Promise<void> {
  await hands.click('[aria-label="Put something on the screen"]')
  await hands.choose('a text')
  for (const [label, value] of Object.entries(said)) await hands.enter(label, value, SELECTED)
}

async function addRule(hands: BenchHands, kind: string): Promise<void> {
  await hands.clickButton('+ rule')
  await hands.choose(kind)
}

test('a screen is looked at, used, checked and shown to others at a further size', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('home')
  const width = async (): Promise<number> => Number(await hands.driver.executeScript('return document.querySelector(arguments[0] + " g rect, " + arguments[0] + " g path").getBoundingClientRect().width / document.querySelector(arguments[0]).getScreenCTM().a', SCREEN))
  await hands.clickButton('+ size')
  await hands.driver.findElement({ xpath: '//li[@role="menuitem"][starts-with(., "zoomed to 400 %")]' }).click()
  await hands.until('it is shown as wide as that', async () => Math.round(await width()) === 320)
  await hands.until('what is no longer there is told', async () => (await (await hands.find('section[aria-label="Findings"]')).getText()).includes('zoomed to 400 % (320 × 256 px)'))
  await hands.until('the size is in the address', async () => (await hands.driver.getCurrentUrl()).includes('size='))
  await hands.driver.navigate().refresh()
  await hands.until('it is still shown at that size', async () => Math.round(await width()) === 320)
  await hands.clickButton('Run')
  await hands.click(await hands.byText('Save as take', 'button'))
  await hands.click(await hands.byText('Preview', 'a'))
  await hands.until('others see it at that size', async () => Math.round(await width()) === 320)
  await hands.driver.navigate().back()
  await hands.find('.trace-canvas')
  await hands.click('[aria-label="Remove the size zoomed to 400 %"]')
  await hands.until('it is as drawn again', async () => Math.round(await width()) === 390)
  await hands.clickButton('Undo')
  await hands.find('[aria-label="Remove the size zoomed to 400 %"]')
})
