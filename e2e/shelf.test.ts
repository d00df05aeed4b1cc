import { expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { By } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import { BenchHands } from './harness/bench'
import { startServer } from './harness/server'

const application = useApplication()

const cardsOf = (hands: BenchHands): Promise<readonly string[]> => hands.driver.executeScript('return [...document.querySelectorAll(".card-open strong")].map((each) => each.textContent)')

const steps = (hands: BenchHands): Promise<string> => hands.driver.executeScript('return [...document.querySelectorAll(".guide li span:first-child")].map((each) => each.textContent).join("")')

test('what is removed can be put back at once or from the bin, and is shown while the server is away', async () => {
  const own = await startServer()
  const hands = new BenchHands(application.browser.driver, own.address)
  await hands.driver.get(own.address)
  await hands.find('.card-picture svg')
  await hands.click('[aria-label="Remove Skerry Line"]')
  await hands.until('it is gone', async () => (await cardsOf(hands)).length === 0)
  await hands.clickButton('Put it back')
  await hands.until('it is there again', async () => (await cardsOf(hands)).join() === 'Skerry Line')
  await hands.click('[aria-label="Remove Skerry Line"]')
  await hands.clickButton('Bin (1)')
  await hands.click('[aria-label="Put back Skerry Line"]')
  await hands.byText('There is nothing in it.')
  await hands.clickButton('Close')
  await hands.until('it is there again', async () => (await cardsOf(hands)).join() === 'Skerry Line')

  await own.kill()
  await hands.clickButton('New project')
  await hands.until('it says why nothing is made', async () => /The server cannot be reached\./.test(await (await hands.find('.shelf-problem')).getText()))
  // The page itself comes from the server; what it knew is what another page of it would show.
  const back = await startServer({ data: own.data, port: Number(new URL(own.address).port) })
  await hands.driver.get(own.address)
  await hands.driver.executeScript("const { fetch } = window; window.fetch = (address, options) => (window.isThere ? fetch(address, options) : Promise.reject(new TypeError('away')))")
  await hands.click(await hands.byText('About', 'a'))
  await hands.byText('Last errors in this window', 'h2')
  await hands.driver.navigate().back()
  await hands.until('it says what it shows', async () => /This is what the shelf last knew\./.test(await (await hands.find('.shelf-problem')).getText()))
  expect(await cardsOf(hands)).toEqual(['Skerry Line'])
  await hands.driver.executeScript('window.isThere = true')
  await hands.clickButton('Try now')
  await hands.until('nothing is said any more', async () => (await hands.driver.findElements(By.css('.shelf-problem'))).length === 0)
  await back.close()
})

test('a first component is made with a guide, each step ticked when it is so', async () => {
  const own = await startServer()
  const hands = new BenchHands(application.browser.driver, own.address)
  await hands.driver.get(own.address)
  await hands.clickButton('Guide me')
  await hands.find('[aria-label="Trigger table"]')
  expect(await steps(hands)).toBe('○○○○○')
  await hands.selectPart('box')
  await hands.setProperty('fill', '#b5466b')
  await hands.until('it is drawn', async () => (await steps(hands)) === '✓○○○○')
  await hands.driver.navigate().refresh()
  await hands.addState()
  await hands.setProperty('fill', '#24506f')
  await hands.until('it has states', async () => (await steps(hands)) === '✓✓○○○')
  await hands.wire('tap', 'rest', 'over')
  await hands.until('it is wired', async () => (await steps(hands)) === '✓✓✓○○')
  await hands.enter('Easing', 'ease-in-out', '[aria-label="Easing"]')
  await hands.until('it is timed', async () => (await steps(hands)) === '✓✓✓✓○')
  await hands.wire('tap', 'over', 'rest')
  await hands.until('it is whole', async () => (await steps(hands)) === '✓✓✓✓✓')
  await hands.until('nothing is wrong with it', async () => /Nothing is found wrong with it\./.test(await (await hands.find('.guide')).getText()))
  await hands.clickButton('Close the guide')
  expect(await hands.driver.findElements(By.css('.guide'))).toEqual([])
  await own.close()
})

test('nine windows of a project are open at once, and the last is told what the first one does', async () => {
  const hands = application.hands()
  await hands.newProject()
  const address = await hands.driver.getCurrentUrl()
  const first = await hands.driver.getWindowHandle()
  for (let window = 1; window < 9; window++) {
    await hands.driver.switchTo().newWindow('tab')
    await hands.driver.get(address)
    await hands.find('[aria-label="Trigger table"]')
  }
  const last = await hands.driver.getWindowHandle()
  await hands.driver.switchTo().window(first)
  await hands.addState()
  await hands.driver.switchTo().window(last)
  await hands.cell('tap', 'over')
})

test('the shelf needs little before it is seen: what runs a project and what edits one come after', () => {
  const built = new URL('../web/dist/', import.meta.url)
  const page = readFileSync(new URL('index.html', built), 'utf8')
  const needed = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.(?:js|css))"/g)].map((match) => gzipSync(readFileSync(new URL(match[1]!, built))).length)
  expect(needed.length).toBeGreaterThan(3)
  expect(needed.reduce((sum, size) => sum + size)).toBeLessThan(250_000)
})
