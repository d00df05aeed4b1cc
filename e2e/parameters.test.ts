import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, test } from '@jest/globals'
import { useApplication } from './harness/application'

const application = useApplication()

test('a choice gives each of its values a look, and an instance of it another size', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addParameters('size = M of S|M|L')
  await hands.click('[aria-label="Looks for each size"]')
  await hands.selectPart('box')
  await hands.click(await hands.column('L'))
  await hands.setProperty('width', '220')
  await hands.click(await hands.column('S'))
  await hands.setProperty('width', '60')

  const width = () => hands.driver.executeScript<string>('return document.querySelector(".specimen-picture rect").getAttribute("width")')
  await hands.until('the specimen is of the middle size', async () => (await width()) === '160')
  await hands.enter('size', 'L', '[aria-label="Specimen"]')
  await hands.until('it has grown', async () => (await width()) === '220')

  await hands.newComponent()
  await hands.addPart('Component 1')
  await hands.setProperty('size', 'S')
  await hands.until('the instance is small', async () => (await hands.driver.executeScript<string[]>('return [...document.querySelectorAll(".specimen-picture rect")].map((each) => each.getAttribute("width"))')).includes('60'))
  await hands.untilFindings('nothing is wrong', (kinds) => kinds.length === 0)
})

test('a number keeps to its range and says so', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addParameters('rows = 2')
  await hands.enter('max of rows', '3', '[aria-label="Parameters"]')
  await hands.enter('Value of rows', '9', '[aria-label="Parameters"]')
  expect(await (await hands.find('[aria-label="Parameters"] .field-problem')).getText()).toBe('At most 3.')
  await hands.selectPart('box')
  await hands.setProperty('width', '= rows * 40')
  await hands.until('the box follows', async () => (await hands.driver.executeScript('return document.querySelector(".specimen-picture rect").getAttribute("width")')) === '80')
  await hands.enter('rows', '3', '[aria-label="Specimen"]')
  await hands.until('and again', async () => (await hands.driver.executeScript('return document.querySelector(".specimen-picture rect").getAttribute("width")')) === '120')
})

test('a second axis has looks of its own, and both show at once', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.click('[aria-label="Axes"]')
  await hands.choose('Another axis')
  await hands.addState('axis')
  await hands.renameState('over', 'faint')
  await hands.setProperty('opacity', '0.5')
  await hands.wire('tap', 'first', 'faint')
  await hands.addState('state')
  await hands.setProperty('fill', '#b5466b')
  await hands.wire('tap', 'rest', 'over')
  await hands.click('.specimen-picture')
  await hands.until('one tap moves both', async () => (await hands.driver.executeScript<string>('const rect = document.querySelector(".specimen-picture rect"); return rect.getAttribute("fill") + rect.parentElement.getAttribute("opacity")')) === '#b5466b0.5')
})

test('what refers to a token changes with it, and a token in use stays', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.click('[aria-label="Add a token"]')
  await hands.choose('colour')
  await hands.enter('Name of token colour', 'sea', '[aria-label="Tokens"]')
  await hands.selectPart('box')
  await hands.setProperty('fill', '@sea')
  const fill = () => hands.driver.executeScript<string>('return document.querySelector(".specimen-picture rect").getAttribute("fill")')
  await hands.enter('Value of token sea', '#3f6c78', '[aria-label="Tokens"]')
  await hands.until('the box has followed', async () => (await fill()) === '#3f6c78')
  expect(await (await hands.find('[aria-label="Remove token sea"]')).isEnabled()).toBe(false)
  await hands.setProperty('fill', '@nowhere')
  expect(await (await hands.find('.properties .field-problem')).getText()).toBe('No token is called “nowhere”. There are sea.')

  await hands.click('[aria-label="Add a token"]')
  await hands.choose('duration')
  await hands.addState()
  await hands.wire('tap', 'rest', 'over')
  await hands.enter('duration', '@duration', '[aria-label="Rule"]')
  await hands.enter('Value of token duration', '480', '[aria-label="Tokens"]')
  await hands.until('the motion has followed', async () => (await (await hands.find('.whole-end')).getText()) === '480 ms')

  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-tokens-'))
  writeFileSync(path.join(folder, 'house.tokens.json'), '{"sea":{"$type":"color","$value":"#112233"},"face":{"$type":"fontFamily","$value":"Any"}}')
  await (await hands.driver.findElement({ css: '[aria-label="File of design tokens"]' })).sendKeys(path.join(folder, 'house.tokens.json'))
  const read = await hands.find('[aria-label="house.tokens.json"]')
  expect(await read.getText()).toContain('“sea”: #3f6c78 → #112233\nNot taken as tokens:\n“face”: there are no tokens of the type fontFamily here.')
  await hands.clickButton('Take them')
  await hands.until('the box has followed the file', async () => (await fill()) === '#112233')
  rmSync(folder, { recursive: true })
})
