import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import { By } from 'selenium-webdriver'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const focused = (hands: BenchHands): Promise<string> => hands.driver.executeScript('const e = document.activeElement; return e.getAttribute("aria-label") ?? e.dataset.cell ?? e.textContent.trim()')

/** Strikes keys one after another, and counts them. */
class Keyboard {
  struck = 0

  constructor(private readonly hands: BenchHands) {}

  async strike(...keys: readonly string[]): Promise<void> {
    for (const key of keys) {
      this.struck++
      await this.hands.driver.actions().sendKeys(key).perform()
    }
  }

  /** Strikes a key until something of that name has the focus, at most so often. */
  async strikeTo(key: string, name: RegExp, most: number): Promise<void> {
    for (let times = 0; times < most; times++) {
      await this.strike(key)
      if (name.test(await focused(this.hands))) return
    }
    throw new Error(`${most} times ${JSON.stringify(key)} do not lead to ${String(name)}, but to ${await focused(this.hands)}`)
  }
}

test('a wired, timed and checked component of two states from the shelf, by the keyboard alone, with at most 40 keys', async () => {
  const hands = application.hands()
  await hands.driver.get(application.address)
  await hands.byText('New project', 'button')
  const keys = new Keyboard(hands)
  await keys.strikeTo(Key.TAB, /^New project$/, 4)
  await keys.strike(Key.ENTER)
  await hands.find('[aria-label="Trigger table"]')
  await hands.until('the table has the focus', async () => (await focused(hands)).length > 0 && (await hands.driver.executeScript('return document.activeElement.id')) === 'main')
  await keys.strikeTo(Key.TAB, /rest/, 2)
  await keys.strikeTo(Key.ARROW_UP, /on the easel|rest$/, 2)
  await keys.strikeTo(Key.ARROW_RIGHT, /Add a state/, 3)
  // The second takes the name as it is offered.
  await keys.strike(Key.ENTER, Key.ENTER)
  await hands.column('over')
  await keys.strikeTo(Key.ARROW_DOWN, /tap in/, 3)
  // The way there and back, the time of the first: typed into their cells.
  await keys.strikeTo(Key.ARROW_LEFT, /tap in rest/, 2)
  await keys.strike('2', ' ', '2', '0', '0', Key.ENTER)
  await keys.strike(Key.ARROW_RIGHT, '1')
  await hands.until('both are wired', async () => (await (await hands.cell('tap', 'over')).getAttribute('data-answer')) === 'rest' && (await (await hands.cell('tap', 'rest')).getText()).includes('200 ms'))
  await hands.untilFindings('all is checked', (kinds) => !kinds.includes('state-unreachable'))
  process.stdout.write(`two states by keyboard: ${keys.struck} keys\n`)
  expect(keys.struck).toBeLessThanOrEqual(40)
})

test('one stop for Tab each in the table, the tree and the speeds, and the arrow keys go through them', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  const stops = (css: string) => hands.driver.executeScript<number>('return [...document.querySelectorAll(arguments[0])].filter((each) => each.tabIndex === 0).length', css)
  expect([await stops('[role=grid] .cell, [role=grid] button'), await stops('[role=tree] button'), await stops('[role=radio]')]).toEqual([1, 1, 1])
  await hands.driver.executeScript('[...document.querySelectorAll("[role=tree] .tree-name")].find((each) => each.tabIndex === 0).focus()')
  await hands.press(Key.ARROW_DOWN)
  await hands.until('the next part is selected with the focus', async () => (await (await hands.find('.tree-row.is-selected')).getText()) === (await focused(hands)))
  await hands.driver.executeScript('[...document.querySelectorAll("[role=radio]")].find((each) => each.tabIndex === 0).focus()')
  await hands.press(Key.ARROW_RIGHT)
  await hands.until('the next speed is chosen', async () => (await (await hands.find('[role=radio][aria-checked=true]')).getAttribute('aria-label')) === 'Speed ½')
})

test('lanes are one stop for Tab, the ends of the selected one are two more, and a curve is shaped by the arrow keys', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.cell('tap', 'rest'))
  await hands.find('.lane-label')
  const stops = (css: string) => hands.driver.executeScript<number>('return [...document.querySelectorAll(arguments[0])].filter((each) => each.tabIndex === 0).length', css)
  expect([await stops('.lane-label'), await stops('.lane-end')]).toEqual([1, 0])
  await hands.driver.executeScript('[...document.querySelectorAll(".lane-label")].find((each) => each.tabIndex === 0).focus()')
  await hands.press(Key.ARROW_DOWN)
  await hands.press(Key.ENTER)
  await hands.until('its ends can be come to', async () => (await stops('.lane-end')) === 2)
  expect(await hands.driver.executeScript('return document.activeElement.getAttribute("aria-label")')).toMatch(/→.*\d ms to \d+ ms/)
  const handle = async () => (await hands.find('[aria-label="Curve handle 1"]')).getAttribute('aria-valuenow')
  await hands.driver.executeScript('document.querySelector("[aria-label=\'Curve handle 1\']").focus()')
  const before = Number(await handle())
  await hands.press(Key.ARROW_RIGHT)
  await hands.press(Key.ARROW_RIGHT)
  await hands.until('it has moved', async () => Number(await handle()) === before + 2)
  expect(await hands.driver.executeScript('return document.activeElement.getAttribute("aria-label")')).toBe('Curve handle 1')
})

test('the focus is seen, and goes on to something near when what had it goes away', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.driver.executeScript('document.querySelector(".brand").focus()')
  for (let times = 0; times < 12; times++) {
    await hands.press(Key.TAB)
    const outline = await hands.driver.executeScript<string>('const style = getComputedStyle(document.activeElement); return style.outlineStyle === "none" && style.borderBottomColor === "rgba(0, 0, 0, 0)" ? document.activeElement.outerHTML : ""')
    expect(outline).toBe('')
  }
  await hands.selectPart('tick')
  await hands.press(Key.DELETE)
  await hands.until('the part is gone', async () => (await hands.driver.findElements(By.xpath('//*[@role="tree"]//button[text()="tick"]'))).length === 0)
  await hands.until('the focus is still in the tree', async () => hands.driver.executeScript('return document.activeElement.closest("[role=tree]") !== null'))
})
