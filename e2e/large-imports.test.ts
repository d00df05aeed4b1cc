import { expect, test } from '@jest/globals'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { By } from 'selenium-webdriver'
import { useApplication } from './harness/application'

const application = useApplication()
const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-imports-'))
const file = (name: string, text: string): string => {
  writeFileSync(path.join(folder, name), text)
  return path.join(folder, name)
}

test('a table that is too long is refused in a sentence, and a long one opens at once', async () => {
  const hands = application.hands()
  await hands.newProject()
  const csv = (rows: number) => `name,depth\n${Array.from({ length: rows }, (_each, row) => `buoy ${row},${row}`).join('\n')}`
  const input = await hands.find('[aria-label="CSV file"]')
  await input.sendKeys(file('harbour.csv', csv(60_000)))
  expect(await (await hands.find('.svg-report')).getText()).toBe('“harbour” has 60,000 rows; a table may have up to 2,000. Take what the prototype shows.')
  await hands.clickButton('Close')
  await input.sendKeys(file('buoys.csv', csv(1_500)))
  await hands.find('.data-grid')
  expect(await hands.driver.findElements(By.css('.data-grid tbody tr'))).toHaveLength(100)
  await hands.clickButton('Show 100 more')
  await hands.until('more are shown', async () => (await hands.driver.findElements(By.css('.data-grid tbody tr'))).length === 200)
})

test('a picture with more shapes than there may be comes in as far as it may, and the page goes on', async () => {
  const hands = application.hands()
  await hands.newProject()
  const shapes = Array.from({ length: 15_000 }, (_each, index) => `<rect x="${index % 100}" y="${Math.floor(index / 100)}" width="1" height="1"/>`)
  await (await hands.find('[aria-label="SVG file"]')).sendKeys(file('tiles.svg', `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="150">${shapes.join('')}</svg>`))
  await hands.until('what was left out is said', async () => /what comes after the first 1,500 shapes, 13500 times/.test(await (await hands.find('.svg-report')).getText()), 60_000)
  await hands.clickButton('Close')
  const undo = async () => (await hands.byText('Undo', 'button')).getAttribute('title')
  expect(await undo()).toBe('Undo: bring in tiles (Ctrl Z)')
  await hands.clickButton('Undo')
  await hands.until('it is taken back', async () => (await hands.driver.findElements(By.css('[role=treeitem], .part-row'))).length < 10)
})

test('a list in a list over a thousand records leaves the shelf alive, so that the project can be removed', async () => {
  const instance = (id: string, holder: string, component: string) => ({ id, kind: 'list', name: id, parent: `${holder}-root`, component, table: 'table', filter: null, base: {} })
  const component = (id: string, parts: readonly object[]) => ({
    id, name: id, parts: [{ id: `${id}-root`, kind: 'container', name: 'root', parent: null, base: { width: 100, height: 100 } }, ...parts],
    axes: [{ id: 'axis', name: 'axis', start: 'rest', boundTo: null, states: [{ id: 'rest', name: 'rest', hue: 0, look: {}, final: false, loop: null }] }],
    rules: [], combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {},
  })
  const demo = (await (await fetch(`${application.address}/api/projects/skerryLine`)).json()) as { project: Record<string, unknown> }
  const project = {
    ...demo.project, name: 'A list in a list', screens: [], takes: [], promises: [], assets: [], startScreen: null,
    components: [component('outer', [instance('l1', 'outer', 'inner')]), component('inner', [instance('l2', 'inner', 'item')]), component('item', [])],
    tables: [{ id: 'table', name: 'table', columns: [{ id: 'a', name: 'a', type: 'number' }], records: Array.from({ length: 1_000 }, (_each, index) => ({ id: `r${index}`, cells: { a: index } })) }],
  }
  const hands = application.hands()
  await hands.driver.get(application.address)
  await hands.find('.card')
  await (await hands.find('input[type=file]')).sendKeys(file('lists.rheo.json', JSON.stringify(project)))
  await hands.click('.content-card[data-item=outer] a')
  await hands.until('it runs, cut off', async () => /^More than 20,000 instances should stand here/.test(await (await hands.find('.cut-off')).getText()), 60_000)
  await hands.driver.get(application.address)
  await hands.click('[aria-label="Remove A list in a list"]')
  await hands.until('it is gone', async () => (await hands.driver.findElements(By.css('[aria-label="Remove A list in a list"]'))).length === 0)
})
