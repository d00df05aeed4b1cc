import { expect, test } from '@jest/globals'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { Key, Origin, type WebElement } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const onEasel = async (begin: (hands: BenchHands) => Promise<void> = async () => {}) => {
  const hands = application.hands()
  await hands.newProject()
  await begin(hands)
  await hands.click('[aria-label="Open rest on the easel"]')
  await hands.find('.easel-picture')
  return hands
}

const value = async (hands: BenchHands, label: string) => (await hands.field(label, '[aria-label="Properties"]')).getAttribute('value')

const pressAt = (hands: BenchHands, easel: WebElement, x: number, y: number) =>
  hands.driver.actions().move({ origin: easel, x, y }).press().release().perform()

test('a path is drawn point by point, and its points are moved, rounded and taken out', async () => {
  const hands = await onEasel()
  const easel = await hands.find('.easel-picture')
  await hands.clickButton('Draw a path')
  await pressAt(hands, easel, -120, -40)
  await pressAt(hands, easel, 40, -40)
  await hands.driver.actions().move({ origin: easel, x: 40, y: 60 }).press().move({ origin: Origin.POINTER, x: -40, y: 0 }).release().perform()
  await hands.actOnEasel(Key.ENTER)
  await hands.byText('path', '*[@role="tree"]//button')
  await hands.openGroup('Shape')
  expect(await value(hands, 'outline')).toMatch(/^M0 0L[\d.]+ 0C/)

  await hands.driver.actions().move({ origin: easel, x: -40, y: -40 }).doubleClick().perform()
  const points = () => hands.driver.findElements({ css: '.path-point' })
  await hands.until('its points are shown', async () => (await points()).length === 3)
  const before = await value(hands, 'outline')
  await hands.drag((await points())[0]!, await hands.find('.easel-picture ellipse, .easel-picture rect.easel-frame'))
  await hands.until('it is another outline', async () => (await value(hands, 'outline')) !== before)
  const handles = async () => (await hands.driver.findElements({ css: '.point-handle' })).length
  const corner = await handles()
  await (await points())[1]!.sendKeys(Key.ENTER)
  await hands.until('the corner is round', async () => (await handles()) > corner)
  await (await points())[2]!.sendKeys(Key.DELETE)
  await hands.until('there are two points', async () => (await points()).length === 2)
  await hands.actOnEasel(Key.ESCAPE)
  await hands.until('they are put away', async () => (await points()).length === 0)
})

test('a text is written where it stands', async () => {
  const hands = await onEasel((begun) => begun.addPart('text'))
  await hands.driver.actions().doubleClick(await hands.find('.easel-picture text')).perform()
  const field = await hands.find('.text-on-easel')
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Lamp Rock', Key.ENTER)
  await hands.until('it reads so', async () => (await value(hands, 'text')) === 'Lamp Rock')
})

test('moves keep to the grid and say how far it is to the edges', async () => {
  const hands = await onEasel()
  await hands.enter('grid', '10', '.easel-foot')
  const box = await hands.find('.easel-picture [data-part] [data-part] rect')
  await hands.driver.actions().move({ origin: box }).press().move({ origin: Origin.POINTER, x: 37, y: 23 }).perform()
  const gaps = await hands.driver.executeScript<string[]>('return [...document.querySelectorAll(".gap text")].map((each) => each.textContent)')
  await hands.driver.actions().release().perform()
  const [x, y] = [Number(await value(hands, 'x')), Number(await value(hands, 'y'))]
  expect([x % 10, y % 10]).toEqual([0, 0])
  expect(gaps).toEqual(expect.arrayContaining([String(x), String(240 - x - 160)]))
})

test('two looks are compared by wiping one over the other', async () => {
  const hands = await onEasel(async (begun) => {
    await begun.addState()
    await begun.setProperty('fill', '#b5466b')
  })
  await hands.enter('compare with state', 'over', '.easel-foot')
  await hands.until('both looks are there', async () => (await hands.driver.executeScript('return [...new Set([...document.querySelectorAll(".easel-picture rect[fill^=\'#\']")].map((each) => each.getAttribute("fill")))].length')) === 2)
  const at = async () => Number(await (await hands.find('.wipe-line')).getAttribute('aria-valuenow'))
  await (await hands.find('.wipe-line')).sendKeys(Key.ARROW_RIGHT)
  await hands.until('the line has moved', async () => (await at()) === 52)
  await hands.dragBy('.wipe-line text', -150, 20)
  await hands.until('it follows the hand', async () => (await at()) < 50)
})

test('parts are put into containers by the tree and by keys, and hidden while drawing', async () => {
  const hands = await onEasel((begun) => begun.addPart('container'))
  const row = (name: string) => hands.byText(name, '*[@role="tree"]//button')
  const level = async () => (await (await row('box')).findElement({ xpath: './ancestor::li[1]' })).getAttribute('aria-level')
  await hands.drag(await row('box'), await row('container'))
  await hands.until('it is inside', async () => (await level()) === '3')
  await hands.chord(Key.ALT, '[')
  await hands.until('it is outside again', async () => (await level()) === '2')
  await hands.chord(Key.CONTROL, 'k')
  await hands.driver.switchTo().activeElement().sendKeys('hide while', Key.ENTER)
  await hands.until('it is not drawn', async () => (await hands.driver.executeScript('return document.querySelectorAll(".easel-picture [data-part$=\\"box\\"], .easel-picture [data-part] rect[fill=\'#24506f\']").length')) === 0)
  await hands.find('.tree-note')
})

test('an SVG file comes in as parts, and what cannot is told', async () => {
  const hands = application.hands()
  await hands.newProject()
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'rheoscope-svg-')), 'gull.svg')
  writeFileSync(file, '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 40"><script>document.title = "taken over"</script><g id="wings"><path d="M0 20Q15 0 30 20Q45 0 60 20" fill="none" stroke="#5b666b" onclick="document.title = 1"/><circle cx="30" cy="22" r="4"/></g></svg>')
  await (await hands.find('[aria-label="SVG file"]')).sendKeys(file)
  expect(await (await hands.find('.svg-report')).getText()).toMatch(/a script, removed\n.*“onclick”, removed/)
  await hands.clickButton('Close')
  await hands.byText('wings', '*[@role="tree"]//button')
  expect(await hands.driver.getTitle()).not.toContain('taken')
  writeFileSync(file, '<svg><oops')
  await (await hands.find('[aria-label="SVG file"]')).sendKeys(file)
  expect(await (await hands.find('.svg-report')).getText()).toMatch(/not complete XML/)
})
