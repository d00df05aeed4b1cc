import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const textOf = async (hands: BenchHands): Promise<string> => hands.driver.executeScript('return document.querySelector("textarea.written-text").value')

/** Puts another text in the place of some of it, as somebody who selects that and types. */
async function replace(hands: BenchHands, wanted: string, by: string): Promise<void> {
  await hands.driver.executeScript('const field = document.querySelector("textarea.written-text"); field.focus(); const at = field.value.indexOf(arguments[0]); field.setSelectionRange(at, at + arguments[0].length)', wanted)
  await hands.press(by)
}

test('a component is changed as text: seen at once, kept, told where it cannot be read, taken back in one', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.press('t')
  await hands.until('the text stands there', async () => (await textOf(hands)).startsWith('component "Boarding button"\n'))
  const before = await textOf(hands)

  await replace(hands, 'plate 208x42', 'plate 240x42')
  await hands.until('what is shown follows before it is kept', async () => (await hands.driver.executeScript<string>('return document.querySelector(".specimen-picture").getAttribute("aria-label") + document.querySelector(".specimen-picture").innerHTML')).includes('240'))
  await replace(hands, 'after 1800: working -> done', 'after 900: working -> don')
  expect(await (await hands.find('.written-problems')).getText()).toMatch(/There is no state called “don”: rest, over, working, done\./)
  await hands.click('.written-problems button')
  await replace(hands, 'working -> don,', 'working -> done,')
  await hands.until('it can be read again', async () => (await hands.driver.findElements({ css: '.written-problems' })).length === 0)
  await replace(hands, 'states boarding: rest, over', 'states boarding: rest, hovered')
  for (let uses = 0; uses < 6 && (await textOf(hands)).includes(' over'); uses++) await replace(hands, ' over', ' hovered')

  await hands.clickButton('as a table')
  await hands.byText('hovered')
  await hands.clickButton('as text')
  await hands.until('the text says what was changed, and nothing else', async () => (await textOf(hands)) === before.replace('208x42', '240x42').replace('after 1800', 'after 900').replaceAll(' over', ' hovered').replace('states boarding: rest, hovered', 'states boarding: rest, hovered id over'))
  await hands.driver.executeScript('document.activeElement.blur()')
  for (let undo = 0; undo < 12 && (await textOf(hands)) !== before; undo++) await hands.chord(Key.CONTROL, 'z')
  expect(await textOf(hands)).toBe(before)
})
