import { expect, test } from '@jest/globals'
import { Button } from 'selenium-webdriver/lib/input.js'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

let hands: BenchHands

let at: { readonly x: number; readonly y: number }

/** A component of the demo project, as it starts, and where it is on the page. */
async function open(component: string): Promise<string> {
  hands = application.hands()
  await hands.openDemo(component)
  await hands.clickButton('Start over')
  at = await hands.middle('.specimen-picture')
  return state()
}

const state = () => hands.specimenState()

/** Fingers that come down or are lifted; all of them when none is named. */
const fingers = (type: 'touchStart' | 'touchEnd' | 'touchCancel', ...points: readonly { readonly id: number; readonly x: number; readonly y: number }[]) =>
  hands.input('dispatchTouchEvent', { type, touchPoints: points })

/** Nothing comes of what has been done. */
const stays = async (before: string) => {
  await hands.driver.sleep(100)
  expect(await state()).toBe(before)
}

test('only the primary button of a mouse taps', async () => {
  const before = await open('gangwaySwitch')
  for (const button of [Button.RIGHT, Button.MIDDLE]) {
    await hands.driver.actions().move(at).press(button).release(button).perform()
    await stays(before)
  }
  await hands.driver.actions().move(at).click().perform()
  await hands.until('it has been tapped', async () => (await state()) !== before)
})

test('a second finger neither taps nor takes the first one’s release away', async () => {
  const before = await open('gangwaySwitch')
  const [first, second] = [{ id: 1, ...at }, { id: 2, x: at.x + 12, y: at.y }]
  await fingers('touchStart', first)
  await fingers('touchStart', first, second)
  await fingers('touchEnd', second)
  await stays(before)
  await fingers('touchEnd')
  await hands.until('the first finger has tapped', async () => (await state()) !== before)
})

test('a finger that the system takes away lets go and taps nothing', async () => {
  const before = await open('crewCall')
  await fingers('touchStart', { id: 1, ...at })
  await hands.until('it is down', async () => (await state()) !== before)
  await fingers('touchCancel')
  await hands.until('it is let go of', async () => (await state()) === before)
  await stays(before)
})

test('a key that is held down taps once', async () => {
  const before = await open('gangwaySwitch')
  await hands.driver.executeScript('document.querySelector(".specimen-picture").focus()')
  await hands.press('\uE004')
  const space = { key: ' ', code: 'Space', windowsVirtualKeyCode: 32, text: ' ' }
  await hands.input('dispatchKeyEvent', { type: 'keyDown', ...space })
  for (let times = 0; times < 3; times++) await hands.input('dispatchKeyEvent', { type: 'keyDown', autoRepeat: true, ...space })
  await hands.input('dispatchKeyEvent', { type: 'keyUp', ...space })
  await hands.until('it has been tapped', async () => (await state()) !== before)
  const after = await state()
  await stays(after)
})

test('a chord that a rule listens to is the run’s, and any other the page’s', async () => {
  hands = application.hands()
  await hands.newProject()
  await hands.addState()
  await hands.addTrigger('key')
  await hands.wire('key Enter', 'rest', 'over')
  await hands.enter('heard', 'anywhere', '[aria-label="Rule"]')
  await hands.enter('key', 'Control+k', '[aria-label="Rule"]')
  await hands.driver.executeScript('document.querySelector(".specimen-picture").focus()')
  await hands.chord('\uE009', 'k')
  await hands.untilSpecimenIs('over')
  await hands.chord('\uE009', 'z')
  await hands.cell('key Enter', 'rest')
})

test('a rule moves the focus to a part, and Tab goes on from there', async () => {
  hands = application.hands()
  await hands.newProject()
  await hands.addState()
  await hands.editInto('all looks')
  await hands.addPart('ellipse')
  await hands.setProperties({ x: '10', y: '10', width: '20', height: '20' })
  await hands.openGroup('Answer')
  await hands.setProperty('focusable', '')
  await hands.selectPart('box')
  await hands.openGroup('Answer')
  await hands.setProperty('focusable', '')
  await hands.addTrigger('key')
  await hands.wire('key Enter', 'rest', 'over')
  await hands.enter('heard', 'anywhere', '[aria-label="Rule"]')
  await hands.enter('key', 'j', '[aria-label="Rule"]')
  await hands.act('move the focus to box')
  await hands.enter('focus', 'ellipse', '.action')
  await hands.driver.executeScript('document.querySelector(".specimen-picture").focus()')
  const ring = async () => (await hands.find('.focus-ring')).getAttribute('points')
  expect(await ring()).toBe('')
  await hands.press('j')
  await hands.until('the ring is shown', async () => (await ring()) !== '')
  const ofEllipse = await ring()
  await hands.chord('\uE008', '\uE004')
  await hands.until('Tab goes back from there', async () => !['', ofEllipse].includes(await ring() ?? ''))
})
