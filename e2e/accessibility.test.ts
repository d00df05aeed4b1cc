import { expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import axe, { type AxeResults } from 'axe-core'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'
import { littleDemo } from './harness/little-demo'

const application = useApplication()

/** Everything axe finds on the page as it stands; what is drawn in it is the designer's, and has checks of its own. */
async function violations(hands: BenchHands): Promise<readonly string[]> {
  await hands.driver.executeScript(axe.source)
  const results = await hands.driver.executeAsyncScript<AxeResults>('const done = arguments[0]; axe.run({ exclude: [[".picture"], [".specimen-picture"], [".screen-picture"], [".easel-picture"]] }, { resultTypes: ["violations"] }).then(done)')
  return results.violations.flatMap(({ id, impact, nodes }) => nodes.map(({ html, failureSummary }) => `${id} (${impact ?? ''}): ${html.slice(0, 160)} — ${failureSummary?.split('\n')[1] ?? ''}`))
}

const THEMES = ['light', 'dark'] as const

/** Brings the page into one of the two themes, as it is when another window of the application changes it. */
async function useTheme(hands: BenchHands, theme: (typeof THEMES)[number]): Promise<void> {
  await hands.driver.executeScript('localStorage.setItem("mui-mode", arguments[0]); dispatchEvent(new StorageEvent("storage", { key: "mui-mode", newValue: arguments[0] }))', theme)
  await hands.until(`it is ${theme}`, async () => (await hands.driver.executeScript('return document.documentElement.dataset.form')) === theme)
  // Colours that change by transition are looked at when they have changed.
  await hands.driver.sleep(400)
}

/** What axe finds on the page as it stands, in each theme. */
async function violationsInBothThemes(hands: BenchHands): Promise<Record<string, readonly string[]>> {
  const found: Record<string, readonly string[]> = {}
  for (const theme of THEMES) {
    await useTheme(hands, theme)
    found[theme] = await violations(hands)
  }
  return found
}

const NOTHING = { light: [], dark: [] }

const there = (hands: BenchHands, css: string) => hands.until(`there is something at ${css}`, async () => (await hands.driver.findElements(By.css(css))).length > 0, 90_000)

/** The places of a project, with what has to be there before one is looked at. */
const PLACES = [
  ['contents', '', '.content-card'], ['flow', '/flow', '.flow-arrow'],
  ['the bench', '/component/boardingButton', '[aria-label="Trigger table"] .cell'], ['the easel', '/component/boardingButton?at=easel', '.easel-picture'], ['the map', '/component/boardingButton?at=map', '.map-node'], ['the text', '/component/boardingButton?at=text', '.written-text .cm-line'],
  ['the stage', '/screen/purser', '.trace-canvas'], ['the stage, arranged', '/screen/purser?show=arrange&part=purser-gangwayPost', '.easel-picture'], ['the links', '/screen/purser?show=links', '.links-picture, .screen-view .hint'], ['the preview', '/preview/home', '.screen-picture'], ['handing over', '/handover?of=component&thing=boardingButton&form=written', '.handover-result pre'],
] as const

/** Where the demo project is that all its places are looked at in. */
let demoAt: string | undefined

test.each(PLACES)('nothing to be found on %s', async (_name, at, shown) => {
  const hands = application.hands()
  if (demoAt === undefined) {
    await hands.openDemo('boardingButton')
    demoAt = (await hands.driver.getCurrentUrl()).replace(/\/component.*/, '')
  }
  await hands.driver.get(`${demoAt}${at}`)
  await there(hands, shown)
  expect(await violationsInBothThemes(hands)).toEqual(NOTHING)
})

/** The sheets of findings, of a project that is soon looked at. */
const SHEETS = [['findings', '', '.finding-row'], ['coverage', '/coverage', '.coverage-card'], ['budgets', '/budgets', '.budget-path'], ['promises', '/promises', '.promise'], ['criteria', '/criteria', '.criteria-sheet td'], ['built', '/built', '.built-sheet a']] as const

let littleAt: string | undefined

test.each(SHEETS)('nothing to be found on %s', async (_name, at, shown) => {
  const hands = application.hands()
  littleAt ??= await littleDemo(application.address)
  await hands.driver.get(`${littleAt}/findings${at}`)
  await there(hands, shown)
  expect(await violationsInBothThemes(hands)).toEqual(NOTHING)
})

test('nothing to be found in dialogs', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.cell('after', 'working'))
  await hands.enter('after', '100', '[aria-label="Rule"]')
  await hands.untilFindings('there is a finding to look at', (kinds) => kinds.length > 0)
  expect(await violationsInBothThemes(hands)).toEqual(NOTHING)
  await hands.clickButton('Undo')
  for (const open of [() => hands.clickButton('+ part'), () => hands.click('[aria-label="Find"]'), () => hands.driver.executeScript('document.activeElement.blur()').then(() => hands.press('?')), () => hands.chord(Key.CONTROL, 'k')]) {
    await open()
    await hands.find('[role=dialog]')
    await hands.driver.sleep(300)
    expect(await violationsInBothThemes(hands)).toEqual(NOTHING)
    await hands.press(Key.ESCAPE)
    await hands.until('it is closed', async () => (await hands.driver.findElements(By.css('[role=dialog]'))).length === 0)
  }
})

test.each([['the shelf', '/', '.shelf-head'], ['the handbook', '/handbook/checks', '.handbook h2'], ['About', '/about', 'td']])('nothing to be found on %s', async (_name, at, shown) => {
  const hands = application.hands()
  await hands.driver.get(`${application.address}${at}`)
  await there(hands, shown)
  expect(await violationsInBothThemes(hands)).toEqual(NOTHING)
})

test('nothing to be found in the bin and in a data table', async () => {
  const hands = application.hands()
  await hands.newProject()
  const at = (await hands.driver.getCurrentUrl()).replace(/.*project\//, '').replace(/\/.*/, '')
  await hands.addTable(['goods', 'price'], [['Soup', '4']])
  await hands.click('[aria-label="Data tables"] .table-line button')
  await hands.find('.data-grid')
  await hands.driver.sleep(300)
  expect(await violationsInBothThemes(hands)).toEqual(NOTHING)
  await hands.clickButton('Close')
  await fetch(`${application.address}/api/projects/${at}`, { method: 'DELETE' })
  await hands.driver.get(application.address)
  await hands.click(await hands.find('.shelf-head .underlined'))
  await hands.find('.bin li')
  await hands.driver.sleep(300)
  expect(await violationsInBothThemes(hands)).toEqual(NOTHING)
})

test('with colours of the person, what is selected and what has the focus is still told apart, and drawings keep their own', async () => {
  const hands = application.hands()
  await hands.askDevTools('Emulation.setEmulatedMedia', { features: [{ name: 'forced-colors', value: 'active' }] })
  await hands.openDemo('boardingButton')
  await hands.click(await hands.cell('tap', 'rest'))
  const outlineOf = (css: string) => hands.driver.executeScript<string>('const { outlineStyle, outlineWidth } = getComputedStyle(document.querySelector(arguments[0])); return `${outlineStyle} ${outlineWidth}`', css)
  expect(await outlineOf('.cell.is-selected')).toMatch(/^(solid|double) [2-4]px$/)
  expect(await outlineOf('.cell:not(.is-selected)')).toMatch(/^none/)
  expect(await hands.driver.executeScript('return getComputedStyle(document.querySelector(".column-picture svg")).forcedColorAdjust')).toBe('none')
  await hands.askDevTools('Emulation.setEmulatedMedia', { features: [] })
})
