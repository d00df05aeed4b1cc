import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const property = async (hands: BenchHands, label: string) => Number(await (await hands.field(label, '[aria-label="Properties"]')).getAttribute('value'))

test('parts are moved, sized, turned, nudged and removed on the easel, into the selected look or into all', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addState()
  await hands.click('[aria-label="Open over on the easel"]')
  await hands.addPart('ellipse')
  await hands.until('the ellipse is there', async () => (await hands.find('.easel-picture ellipse')).isDisplayed())
  const [x, y] = [await property(hands, 'x'), await property(hands, 'y')]

  await hands.dragBy(await hands.find('.easel-picture ellipse'), 60, -20)
  await hands.until('it has moved', async () => (await property(hands, 'x')) > x && (await property(hands, 'y')) < y)
  await hands.dragBy(await hands.find('[data-handle="4"]'), 40, 40)
  await hands.until('it has grown', async () => (await property(hands, 'width')) > 48 && (await property(hands, 'height')) > 48)
  await hands.dragBy(await hands.find('[data-turn]'), 60, 40)
  await hands.until('it is turned', async () => (await property(hands, 'rotation')) > 10)
  const moved = await property(hands, 'x')
  await hands.actOnEasel(Key.ARROW_RIGHT)
  await hands.until('it has moved by one', async () => (await property(hands, 'x')) === moved + 1)

  // All of it went into this look: the other one still has it where it was put.
  await hands.click(await hands.column('rest'))
  await hands.until('the other look is as it was', async () => (await property(hands, 'x')) === x && (await property(hands, 'rotation')) === 0)

  await hands.editInto('all looks')
  await hands.actOnEasel(Key.chord(Key.SHIFT, Key.ARROW_DOWN))
  await hands.until('it has moved in all looks', async () => (await property(hands, 'y')) === y + 10)
  await hands.click(await hands.column('over'))
  await hands.editInto('over')
  await hands.until('in the other one too', async () => (await property(hands, 'y')) === y + 10)

  await hands.actOnEasel(Key.DELETE)
  await hands.until('it is gone', async () => (await hands.driver.executeScript('return document.querySelectorAll(".easel-picture ellipse").length')) === 0)
  for (let step = 0; step < 2; step++) await hands.clickButton('Undo')
  await hands.until('it is back', async () => (await hands.find('.easel-picture ellipse')).isDisplayed())
  expect(await hands.driver.executeScript('return document.querySelectorAll(".notice").length')).toBe(0)
})

test('a lane is retimed by pulling its end, and one easing by pulling its curve', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.cell('tap', 'rest'))
  const ends = await hands.driver.findElements({ css: '[aria-label^="plate fill ends"]' })
  await hands.dragBy(ends[0]!, -200, 0)
  await hands.until('the lane ends earlier', async () => /ends at 1[0-2]\d ms/.test((await (await hands.find('[aria-label^="plate fill ends"]')).getAttribute('aria-label'))!))
  await hands.dragBy(await hands.find('.easing-handle circle'), 20, -20)
  await hands.until('the easing is a curve of its own', async () => ((await (await hands.field('Easing', '[aria-label="Easing"]')).getAttribute('value'))!).startsWith('cubic-bezier'))
  await hands.clickButton('Undo')
  await hands.clickButton('Undo')
  await hands.until('all is as it was', async () => (await (await hands.find('[aria-label^="plate fill ends"]')).getAttribute('aria-label'))!.includes('160 ms'))
})

test('what a look changes is marked and can be taken back', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.column('done'))
  await hands.selectPart('tick')
  await hands.click('[aria-label$="Take back opacity"]')
  await hands.until('it is as in the base look', async () => (await property(hands, 'opacity')) === 0)
  expect(await hands.driver.executeScript('return document.querySelectorAll("[aria-label*=\'Take back\']").length')).toBe(0)
  await hands.clickButton('Undo')
  await hands.until('and back again', async () => (await property(hands, 'opacity')) === 1)
})

test('cells are filled by keyboard alone', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addState()
  await (await hands.cell('tap', 'rest')).click()
  await hands.press('2')
  await hands.until('tap leads to over', async () => (await (await hands.cell('tap', 'rest')).getAttribute('data-answer')) === 'over')
  await hands.press(Key.ARROW_RIGHT)
  await hands.press('r', 'e', Key.ENTER)
  await hands.until('and back to rest', async () => (await (await hands.cell('tap', 'over')).getAttribute('data-answer')) === 'rest')
  await hands.press('-')
  await hands.until('or nothing on purpose', async () => (await (await hands.cell('tap', 'over')).getAttribute('data-answer')) === 'ignored')
  await hands.press(Key.DELETE)
  await hands.until('or nothing at all', async () => (await (await hands.cell('tap', 'over')).getAttribute('data-answer')) === 'no answer')
  await hands.chord(Key.CONTROL, 'z')
  await hands.until('undo by keyboard', async () => (await (await hands.cell('tap', 'over')).getAttribute('data-answer')) === 'ignored')
})

test('what is typed goes to what was selected, even when another look is clicked instead of Enter', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addState()
  const field = await hands.field('opacity', '[aria-label="Properties"]')
  await field.click()
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '0.4')
  await hands.click(await hands.column('rest'))
  await hands.until('rest is as it was', async () => (await (await hands.field('opacity', '[aria-label="Properties"]')).getAttribute('value')) === '1')
  await hands.click(await hands.column('over'))
  await hands.until('over has it', async () => (await (await hands.field('opacity', '[aria-label="Properties"]')).getAttribute('value')) === '0.4')
})
