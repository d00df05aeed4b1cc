import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 05, the route side panel, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await hands.addState()
  await hands.setProperties({ rotation: '45', y: '14' })
  await hands.selectPart('box 2')
  await hands.setProperties({ rotation: '-45', y: '14' })
  await hands.selectPart('panel')
  await hands.setProperty('x', '0')
  await hands.selectPart('shade')
  await hands.setProperties({ opacity: '0.45', 'receives input': 'yes' })
  await wire(hands)
  expectAsFewAsEver('05', hands)
  await expectEveryEditWritten(hands)

  // The burger opens it over 800 ms, and while it is open the shade takes what would go to the page.
  await clickSpecimen(hands, 0.09, 0.2)
  await hands.untilSpecimenIs('over')
  await hands.until('the panel has slid in', async () => (await hands.driver.executeScript('return [...document.querySelectorAll(".specimen-picture g[data-part]")].every((part) => !/-\\d+ 0\\)$/.test(part.getAttribute("transform") ?? ""))')) === true)
  await clickSpecimen(hands, 0.9, 0.8)
  await hands.untilSpecimenIs('rest')
  await hands.untilFindings('no faults', (kinds) => kinds.every((kind) => kind === 'unanswered' || kind === 'no-keyboard-way'))
  expect(hands.actions).toBeGreaterThan(0)
  await expectOtherWaysAsWell('05', hands)
})

/** A page with a shade, a panel outside it to the left, and a burger of two lines. */
async function draw(hands: BenchHands): Promise<void> {
  await hands.selectPart('frame')
  await hands.setProperties({ fill: '#e9f0f4', clip: 'yes' })
  await hands.addPart('box', { fill: '#1d2b33', opacity: '0', x: '0', y: '0', width: '240', height: '120', 'receives input': 'no' }, 'shade')
  await hands.addPart('box', { fill: '#fbf8f1', x: '-150', y: '0', width: '150', height: '120' }, 'panel')
  await hands.addPart('box', { fill: '#00000000', x: '8', y: '8', width: '32', height: '32' }, 'burger')
  await hands.selectPart('box')
  await hands.setProperties({ fill: '#1d2b33', x: '14', y: '18', width: '20', height: '2' })
  await hands.press(Key.ESCAPE, 'd')
  await hands.until('there is a second line', async () => (await hands.byText('box 2', '*[@role="tree"]//button')).isDisplayed())
  await hands.setProperties({ x: '14', y: '28' })
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.addTriggers('tap on burger, tap on shade')
  await hands.answer('tap', 'rest', 'over 800 ease-out and back', 'burger')
  await hands.answer('tap', 'over', 'rest 800', 'shade')
}

/** Clicks into the drawn surface of the specimen, at shares of its width and height. */
async function clickSpecimen(hands: BenchHands, across: number, down: number): Promise<void> {
  const frame = await hands.find('.specimen-picture [data-part] rect')
  const { width, height } = await frame.getRect()
  await hands.driver.actions().move({ origin: frame, x: Math.round((across - 0.5) * width), y: Math.round((down - 0.5) * height) }).click().perform()
}
