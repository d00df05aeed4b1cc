import { expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

async function openFlow(hands: BenchHands): Promise<void> {
  await hands.openDemo('boardingButton')
  await hands.driver.get((await hands.driver.getCurrentUrl()).replace(/\/component.*/, '/flow'))
  await hands.find('.flow-arrow')
}

const arrows = (hands: BenchHands): Promise<readonly string[]> => hands.driver.executeScript('return [...document.querySelectorAll(".flow-arrow")].map((each) => each.getAttribute("aria-label"))')

const lit = (hands: BenchHands): Promise<readonly string[]> => hands.driver.executeScript('return [...document.querySelectorAll(".flow-arrow.is-lit")].map((each) => each.getAttribute("aria-label"))')

const screenNamed = (name: string) => By.xpath(`//*[contains(@class, "flow-screen")][.//a[text()="${name}"]]`)

test('screens stand in the columns of their steps, an arrow shows its rule, and a rule is drawn from an element', async () => {
  const hands = application.hands()
  await openFlow(hands)
  expect(await hands.driver.getTitle()).toBe('Flow – Skerry Line – Rheoscope')
  expect(await hands.driver.executeScript('return [...document.querySelectorAll(".flow-column")].map((each) => each.innerText)')).toEqual(['start', '1 step', '2 steps', 'other entry points', '1 step from there'])
  const before = await arrows(hands)
  expect(before).toContain('tap · 320 ms, from Home to Tides')

  // Its rule stands beside it and is changed there.
  await (await hands.find('.flow-arrow[aria-label="tap · 320 ms, from Home to Tides"]')).sendKeys(Key.ENTER)
  await hands.enter('duration', '500', '[aria-label="Arrow"]')
  await hands.until('the arrow says so', async () => (await arrows(hands)).includes('tap · 500 ms, from Home to Tides'))
  expect(await hands.driver.getCurrentUrl()).toContain('?link=')
  await hands.clickButton('Undo')
  await hands.until('it is as before', async () => (await arrows(hands)).join() === before.join())

  await (await hands.find('.flow-arrow')).sendKeys(Key.ESCAPE)
  // From an element of a thumbnail to another screen: a rule.
  const ticket = await hands.byText('Ticket', '*[name()="tspan"][ancestor::*[contains(@class, "flow-screen")]]')
  const target = await hands.driver.findElement(screenNamed('Purser'))
  await hands.drag(ticket, target)
  await hands.until('an arrow leads there', async () => (await arrows(hands)).some((each) => each.endsWith('from Home to Purser')))
  await hands.until('it is a step from the start', async () => (await hands.driver.executeScript<string>('return document.querySelector(".flow-side").innerText')).includes('7 of 11 are reached from Home.'))
})

test('a screen stays where it is put within its column', async () => {
  const hands = application.hands()
  await openFlow(hands)
  const y = async () => (await (await hands.driver.findElement(screenNamed('Quay kiosk'))).getRect()).y
  const before = await y()
  const name = await (await hands.driver.findElement(screenNamed('Quay kiosk'))).findElement(By.css('.flow-name .muted, .flow-name a'))
  await hands.driver.actions().move({ origin: name }).press().move({ origin: name, y: 40 }).move({ origin: name, y: 160 }).release().perform()
  await hands.until('it is lower', async () => (await y()) > before + 100)
  const put = await y()
  await hands.driver.navigate().refresh()
  await hands.find('.flow-arrow')
  await hands.until('it has stayed', async () => Math.abs((await y()) - put) < 12)
})

test('a take is played beside the map, drawn over it as a path, and the present screen is lit', async () => {
  const hands = application.hands()
  await openFlow(hands)
  await hands.enter('Path', 'From home to the crossing and back')
  await hands.clickButton('To its end')
  await hands.until('its arrows are lit', async () => (await lit(hands)).join('; ') === 'tap · 320 ms, from Home to Crossing; tap · 320 ms, from Crossing to Home')
  const classOf = async (name: string) => (await hands.driver.findElement(screenNamed(name))).getAttribute('class')
  expect(await classOf('Home')).toContain('is-shown')
  expect(await classOf('Crossing')).toMatch(/was-shown/)
  expect(await classOf('Tides')).not.toMatch(/shown/)
})
