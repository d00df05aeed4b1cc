import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'
import { replaceInText, selectInText, textIn } from './harness/written-text'

const application = useApplication()

const specimen = (hands: BenchHands): Promise<string> => hands.driver.executeScript('return document.querySelector(".specimen-picture").innerHTML')

const underlined = async (hands: BenchHands): Promise<number> => (await hands.driver.findElements({ css: '.written-text .cm-lintRange-error' })).length

/** Keeps what the head of the text says, which is said for less than a second. */
const HEAR = `
  window.heard = []
  const status = document.querySelector('.written-head [role=status]')
  new MutationObserver(() => window.heard.push(status.textContent)).observe(status, { childList: true, characterData: true, subtree: true })`

async function openText(hands: BenchHands): Promise<string> {
  await hands.openDemo('boardingButton')
  await hands.press('t')
  await hands.until('the text stands there', async () => (await textIn(hands)).includes('\ncomponent "Boarding button"\n'))
  return textIn(hands)
}

test('a component is changed as text: seen at once, kept, told where it cannot be read, taken back in one', async () => {
  const hands = application.hands()
  const before = await openText(hands)
  expect(before).not.toMatch(/ id \w/)

  await hands.driver.executeScript(HEAR)
  await replaceInText(hands, 'plate 208x42', 'plate 240x42')
  await hands.until('it was said what changes', async () => (await hands.driver.executeScript<readonly string[]>('return window.heard')).includes('Changes “plate”.'))
  await hands.until('what is shown follows before it is kept', async () => (await specimen(hands)).includes('240'))
  await replaceInText(hands, 'after 1800: working -> done', 'after 900: working -> don')
  expect(await (await hands.find('.written-problems')).getText()).toMatch(/There is no state called “don”: rest, over, working, done\./)
  await replaceInText(hands, 'plate 240x42', 'plate 260x42')
  await hands.until('what can be read is seen beside what cannot', async () => (await specimen(hands)).includes('260'))
  expect(await underlined(hands)).toBe(1)
  await hands.click(await hands.byText('Write done', 'button'))
  await hands.until('it can be read again', async () => (await underlined(hands)) === 0 && (await hands.driver.findElements({ css: '.written-problems' })).length === 0)
  await replaceInText(hands, 'states boarding: rest, over', 'states boarding: rest, hovered')
  for (let uses = 0; uses < 6 && (await textIn(hands)).includes(' over'); uses++) await replaceInText(hands, ' over', ' hovered')

  await hands.clickButton('as a table')
  await hands.byText('hovered')
  await hands.clickButton('as text')
  await hands.until('the text says what was changed, and nothing else', async () => (await textIn(hands)) === before.replace('208x42', '260x42').replace('after 1800', 'after 900').replaceAll(' over', ' hovered'))
  await hands.press(Key.ESCAPE)
  for (let undo = 0; undo < 12 && (await textIn(hands)) !== before; undo++) await hands.chord(Key.CONTROL, 'z')
  expect(await textIn(hands)).toBe(before)
})

test('what is selected on one side is marked on the other, and words are completed', async () => {
  const hands = application.hands()
  await openText(hands)
  const marked = () => hands.driver.executeScript<readonly string[]>('return [...document.querySelectorAll(".written-text .text-marked")].map((line) => line.textContent.trim())')
  await hands.selectPart('tick')
  await hands.until('its line is marked', async () => (await marked()).some((line) => line.startsWith('path tick')))
  await selectInText(hands, 'ring: turn')
  await hands.until('the part of the line is selected in its state', async () => (await (await hands.find('.inspector, [aria-label="Properties"]')).getText()).includes('ring in working'))

  await hands.press(Key.END, ' vi')
  await hands.until('the word is offered with what it is now', async () => (await (await hands.find('.cm-tooltip-autocomplete')).getText()).includes('visible'))
  await hands.press(Key.ESCAPE)
  await selectInText(hands, 'tap: working -> ignored')
  await hands.press('tap: done -> r')
  await hands.find('.cm-tooltip-autocomplete')
  await hands.press(Key.TAB)
  await hands.until('the state is written out', async () => (await textIn(hands)).includes('tap: done -> rest\n'))
})

test('what another window changes comes into the text while one writes, and the caret stays', async () => {
  const hands = application.hands()
  await openText(hands)
  const address = await hands.driver.getCurrentUrl()
  const first = await hands.driver.getWindowHandle()
  await selectInText(hands, 'working -> done')
  await hands.press('working -> d')
  await hands.driver.switchTo().newWindow('window')
  await hands.driver.get(address)
  await hands.clickButton('as a table')
  await hands.selectPart('plate')
  await hands.setProperty('fill', '#b5466b')
  await hands.driver.close()
  await hands.driver.switchTo().window(first)
  await hands.until('the colour has come into the text', async () => (await textIn(hands)).includes('#b5466b'))
  await hands.press('one')
  await hands.until('what was being written goes on where it was', async () => (await textIn(hands)).includes('after 1800: working -> done') && (await underlined(hands)) === 0)
})

test('a line goes where it belongs, on the bench and on the stage; what it changes is seen before Enter', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.press(':')
  await hands.find('.one-line .cm-content')
  await hands.press('over plate: fill #b5466b')
  await hands.until('it says what it changes', async () => (await (await hands.find('.one-line [role=status]')).getText()) === 'Changes “over”.')
  const fills = () => hands.driver.executeScript<readonly string[]>('return [...document.querySelectorAll(".column-picture rect")].map((rect) => rect.getAttribute("fill"))')
  await hands.until('and shows it', async () => (await fills()).includes('#b5466b'))
  await hands.press(Key.ESCAPE)
  await hands.until('it is as it was', async () => !(await fills()).includes('#b5466b'))

  await hands.press(':')
  await hands.find('.one-line .cm-content')
  await hands.press('long press 400: rest -> elsewhere')
  await hands.until('it says what is wrong', async () => (await (await hands.find('.one-line [role=status]')).getText()).startsWith('There is no state called “elsewhere”'))
  await hands.press(...Array.from('elsewhere', () => Key.BACK_SPACE), 'done', Key.ENTER)
  await hands.byText('long press')

  await hands.paste('state\tplate fill\npaused\t#112233')
  await hands.until('the rows are lines', async () => (await (await hands.find('.one-line [role=status]')).getText()).startsWith('Adds “paused”'))
  await hands.clickButton('Make it')
  await hands.column('paused')

  await hands.openDemoScreen('home')
  await hands.press(':')
  await hands.find('.one-line .cm-content')
  await hands.press('instance pay of "Boarding button" at 90,480', Key.ENTER)
  await hands.byText('pay')
})

test('a screen is changed as text in place of the list of what stands on it', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('home')
  await hands.press('t')
  await hands.until('the text stands there', async () => (await textIn(hands)).startsWith('screen Home phone 390x844'))
  expect(await textIn(hands)).not.toMatch(/ id \w/)
  await selectInText(hands, 'instance "Boarding button"')
  await hands.until('what the line is about is selected', async () => (await (await hands.find('[aria-label="Selected part"] input')).getAttribute('value')) === 'Boarding button')
  await replaceInText(hands, 'screen Home phone 390x844', 'screen Landing phone 390x844')
  await replaceInText(hands, '"Skerry Line"', '"Skerry Line tonight"')
  await hands.until('it is seen before it is kept', async () => (await hands.words('.screen-view')).join(' ').includes('tonight'))
  await hands.clickButton('as a list')
  await hands.until('the screen is called so', async () => (await hands.driver.getTitle()).includes('Landing'))
  await hands.byText('On this screen')
})
