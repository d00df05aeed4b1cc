import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 17, the crossing mood, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.enter('Component name', 'Face', '.crumbs')
  await makeFace(hands)
  await hands.addTable(['mood'], ['rough', 'swell', 'calm', 'fair', 'splendid'].map((mood) => [mood]))
  await hands.newComponent('Mood')
  await makeRow(hands)
  expectAsFewAsEver('17', hands)
  await expectEveryEditWritten(hands)

  // The faces come in one after another; the one chosen is reported, and the row goes.
  const faces = async () => (await middlesOfFaces(hands)).length
  await tapButton(hands)
  await hands.untilSpecimenIs('asking')
  await hands.until('all five are there', async () => (await faces()) === 5)
  await hands.driver.sleep(600)
  const chosen = (await middlesOfFaces(hands))[2]!
  await hands.driver.actions().move({ x: chosen[0], y: chosen[1] }).click().perform()
  await hands.untilSpecimenIs('thanked')
  await hands.until('it says which', async () => (await hands.driver.executeScript<string>('return document.querySelector(".specimen-picture text").textContent')) === 'Thanks: calm')
  await hands.until('the row is gone', async () => (await faces()) === 0)
  expect(await hands.findingKinds()).not.toContain('value-unreadable')
  await expectOtherWaysAsWell('17', hands)
})

/** Where the faces are on the page, from the left. */
const middlesOfFaces = (hands: BenchHands): Promise<readonly (readonly [number, number])[]> =>
  hands.driver.executeScript(`
    const discs = [...document.querySelectorAll('.specimen-picture rect')].filter((each) => each.getAttribute('width') === '40' && each.getAttribute('height') === '40')
    return discs.map((each) => each.getBoundingClientRect()).map((box) => [box.left + box.width / 2, box.top + box.height / 2].map(Math.round))`)

/** A face that says which it is when it is chosen, and comes in turned, lower and unseen. */
async function makeFace(hands: BenchHands): Promise<void> {
  await hands.addParameters('mood = calm')
  await hands.sayLine('40x40 at 0,0 #f6d365; frame 40x40')
  await hands.editInto('…')
  await hands.choose('absent, before entering and after leaving')
  await hands.setProperties({ opacity: '0', rotation: '30', 'translate y': '6' })
  await hands.addStates('chosen')
  await hands.setProperty('fill', '#2e7d5b')
  await hands.answer('tap', 'rest', 'chosen; send felt with mood')
}

/** A button that opens the row, and the row itself. */
async function makeRow(hands: BenchHands): Promise<void> {
  await hands.addVariables('asks = no, felt')
  await hands.setProperties({ x: '10', y: '0', width: '220', height: '44', fill: '#24506f' })
  await hands.addParts('text "How was it?" at 20,12 #ffffff; list each as Face table table items take 240 stagger 60 layout row at 10,64 only if = asks')

  await hands.addStates('asking', 'felt', 'thanked')
  await hands.click(await hands.column('thanked'))
  await hands.sayLine("text: text = 'Thanks: ' + felt")
  await wireRow(hands)
}

async function wireRow(hands: BenchHands): Promise<void> {
  await hands.addTriggers('message felt, after 600')
  await hands.answer('tap', 'rest', 'asking; set asks to true')
  await hands.answer('tap', 'asking', 'rest; set asks to false')
  await hands.answer('message felt', 'asking', 'felt; set felt to payload')
  await hands.answer('after', 'felt', 'thanked; set asks to false')
}

async function tapButton(hands: BenchHands): Promise<void> {
  await hands.tap('.specimen-picture text')
}
