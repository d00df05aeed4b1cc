import { expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const answer = async (hands: BenchHands, trigger: string, state: string) => (await hands.cell(trigger, state)).getAttribute('data-answer')

test('several cells are filled and emptied together, and answers that are likely come first', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.addTrigger('focus')
  await hands.click(await hands.cell('focus', 'rest'))
  await hands.driver.actions().keyDown(Key.SHIFT).click(await hands.cell('focus', 'done')).keyUp(Key.SHIFT).perform()
  await hands.press('2')
  await hands.until('all four lead to over', async () => (await answer(hands, 'focus', 'done')) === 'over')
  expect(await hands.driver.executeScript('return document.querySelectorAll("[data-row=\\"focus\\"]").length')).toBe(1)

  await hands.addTrigger('blur')
  await hands.click(await hands.cell('blur', 'over'))
  await hands.press('.')
  const first = await hands.find('[role=menu] [role=menuitem]')
  expect(await first.getText()).toContain('focus leads here')
  await first.click()
  await hands.until('it goes back', async () => (await answer(hands, 'blur', 'over')) === 'back')

  await hands.click(await hands.cell('focus', 'rest'))
  await hands.press(Key.DELETE)
  await hands.until('one of the four is empty', async () => (await hands.driver.findElements(By.css('[data-row="focus"].is-empty'))).length === 1)
  expect(await answer(hands, 'focus', 'done')).toBe('over')
})

test('a row is copied to another component by the names of states', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addState()
  await hands.wire('tap', 'rest', 'over')
  await hands.enter('duration', '333', '[aria-label="Rule"]')
  const clip = await hands.driver.executeScript<string>(`
    const cell = document.querySelector('[role=gridcell].is-selected')
    cell.focus()
    const event = new ClipboardEvent('copy', { clipboardData: new DataTransfer(), bubbles: true, cancelable: true })
    cell.dispatchEvent(event)
    return event.clipboardData.getData('text/plain')`)
  await hands.newComponent()
  await hands.addState()
  await hands.driver.executeScript(`
    const data = new DataTransfer()
    data.setData('text/plain', arguments[0])
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))`, clip)
  await hands.until('the rule is here too', async () => (await answer(hands, 'tap', 'rest')) === 'over')
  await hands.click(await hands.cell('tap', 'rest'))
  expect(await (await hands.field('duration', '[aria-label="Rule"]')).getAttribute('value')).toBe('333 ms')
})

test('the map shows the same rules, the way to a state, and what nobody gets to', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.press(',')
  await hands.click(await hands.find('.map-node:last-of-type'))
  await hands.until('the way is said', async () => (await (await hands.find('.map-head')).getText()).includes('From rest to done: tap, then after.'))
  expect((await hands.driver.findElements(By.css('.map-line.is-on-way'))).length).toBe(2)
  await hands.click(await hands.byText('enter', '*[name()="text"]'))
  await hands.until('its rule is selected', async () => (await (await hands.find('[aria-label="Rule"] h2')).getText()).includes('enter'))
  await hands.clickButton('as a table')
  await hands.addState()
  await hands.press(',')
  await hands.until('the new state stands apart', async () => (await hands.driver.findElements(By.css('.map-node.is-lost'))).length === 1)
})

test('a motion is repeated, drawn by hand, held against another and timed for the whole component', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.cell('tap', 'rest'))
  await hands.clickButton('Loop')
  await hands.find('.scrubber')
  await hands.clickButton('Stop loop')
  await hands.enter('compare with', 'enter: rest → over', '.score-tools')
  await hands.until('the other one is behind it', async () => (await hands.driver.findElements(By.css('.lane-behind'))).length > 0)

  await hands.clickButton('Draw')
  const field = await hands.find('.easing-drawing rect')
  await hands.driver.actions().move({ origin: field, x: -110, y: 40 }).press().move({ origin: field, x: -40, y: -40 }).move({ origin: field, x: 40, y: 10 }).move({ origin: field, x: 115, y: -36 }).release().perform()
  await hands.until('it is a drawn curve', async () => (await (await hands.field('Easing', '[aria-label="Easing"]')).getAttribute('value'))!.startsWith('linear('))

  await hands.click(await hands.cell('enter', 'rest'))
  await hands.enter('applies to', 'the whole component', '[aria-label="Rule"]')
  await hands.enter('duration', '444', '[aria-label="Rule"]')
  await hands.until('the component says so', async () => (await (await hands.field('duration', '[aria-label="Rule"]')).getAttribute('value')) === '444 ms')
  await hands.enter('applies to', 'this rule', '[aria-label="Rule"]')
  expect(await (await hands.field('duration', '[aria-label="Rule"]')).getAttribute('value')).toBe('80 ms')
})

test('names are completed while an expression is typed', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  const field = await hands.field('if', '[aria-label="Rule"]').catch(async () => {
    await hands.click(await hands.cell('tap', 'rest'))
    return hands.field('if', '[aria-label="Rule"]')
  })
  await field.click()
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'hov')
  expect(await (await hands.find('.field-names li')).getText()).toBe('hovered')
  await field.sendKeys(Key.TAB, ' && label')
  await hands.until('parameters are known', async () => (await (await hands.find('.field-names li')).getText()) === 'labelText')
  await field.sendKeys(Key.ARROW_DOWN, Key.TAB, " == 'x'", Key.ENTER)
  await hands.until('it is taken', async () => (await field.getAttribute('value'))!.startsWith('hovered && label'))

  // What is offered goes with Enter and with the focus; a name that is pressed is taken.
  const isOffered = async (): Promise<boolean> => (await hands.driver.findElements({ css: '.field-names li' })).length > 0
  for (const leaving of [Key.ENTER, Key.ESCAPE]) {
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'hov')
    await hands.until('names are offered', isOffered)
    await field.sendKeys(leaving)
    await hands.until('they are gone', async () => !(await isOffered()))
  }
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'hov')
  await hands.until('names are offered', isOffered)
  await hands.driver.executeScript('arguments[0].blur()', field)
  await hands.until('they are gone with the focus', async () => !(await isOffered()))
  await field.click()
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'hov')
  await hands.tap('.field-names li')
  await hands.until('the name is taken', async () => (await field.getAttribute('value')) === 'hovered')
})

test('states are put in another order by dragging, duplicated with their rules, and given a mark', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  const order = () => hands.driver.executeScript<string>('return [...document.querySelectorAll("[data-column] .state-name")].map((each) => each.textContent.trim()).join()')
  expect(await order()).toBe('rest,over,working,done')
  await hands.drag(await hands.column('done'), await hands.column('over'))
  await hands.until('it stands there', async () => (await order()) === 'rest,done,over,working')
  await hands.drag(await hands.column('rest'), await hands.column('over'))
  await hands.until('and the other way', async () => (await order()) === 'done,over,rest,working')
  await hands.click('[aria-label="More for working"]')
  await hands.choose('Duplicate with its look and rules')
  await hands.until('there is another', async () => (await order()) === 'done,over,rest,working,working 2')
  expect(await (await hands.cell('after', 'working 2')).getAttribute('data-answer')).toBe('done')
  await hands.click('[aria-label="More for working 2"]')
  await hands.click('[aria-label="Mark of working 2"] [aria-label="Mark 8"]')
  await hands.until('nothing floats', async () => (await hands.driver.findElements(By.css('[role=menu]'))).length === 0)
  for (let times = 0; times < 4; times++) await hands.clickButton('Undo')
  await hands.until('all is as it was', async () => (await order()) === 'rest,over,working,done')
})

test('states are copied with what they look like and what happens in them, and cut', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.column('working'))
  await hands.chord(Key.CONTROL, 'c')
  await hands.chord(Key.CONTROL, 'v')
  await hands.column('working 2')
  expect(await (await hands.cell('after', 'working 2')).getText()).toContain('1,800 ms')
  await hands.click(await hands.column('working 2'))
  await hands.chord(Key.CONTROL, 'x')
  await hands.until('it is gone', async () => (await hands.driver.findElements({ xpath: '//*[@role="columnheader"]//button[normalize-space()="working 2"]' })).length === 0)
  await hands.chord(Key.CONTROL, 'z')
  await hands.column('working 2')
})
