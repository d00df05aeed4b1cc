import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'

const application = useApplication()

test('job 18, the cabin lights, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await makeLight(hands)
  await hands.newComponent()
  await makeCabin(hands)
  expectAsFewAsEver('18', hands)

  // The first is on to begin with; another one going on puts it out, so at most one is ever on.
  expect(await lit(hands)).toEqual([true, false, false])
  for (const [index, wanted] of [[1, [false, true, false]], [2, [false, false, true]], [2, [false, false, false]]] as const) {
    await tapLight(hands, index)
    await hands.until(`light ${index + 1} answers`, async () => JSON.stringify(await lit(hands)) === JSON.stringify(wanted))
  }
})

/** A switch that slides for 800 ms and tells the others beside it. */
async function makeLight(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Light', '.crumbs')
  await hands.selectPart('frame')
  await hands.setProperties({ width: '60', height: '28' })
  await hands.selectPart('box')
  await hands.setProperties({ x: '0', y: '0', width: '60', height: '28', fill: '#8a959b' })
  await hands.addPart('ellipse', { x: '4', y: '4', width: '20', height: '20', fill: '#ffffff', 'receives input': 'no' })
  await hands.renameState('rest', 'off')
  await hands.addStates('on')
  await hands.setProperty('x', '36')
  await hands.selectPart('box')
  await hands.setProperty('fill', '#b07d12')

  await hands.wire('tap', 'off', 'on')
  await hands.actInLine('send lit to siblings')
  await hands.wire('tap', 'on', 'off')
  await hands.addTriggers('message lit')
  await hands.wire('message lit', 'on', 'off')
  await hands.enter('applies to', 'the whole component', '[aria-label="Rule"]')
  await hands.enter('duration', '800', '[aria-label="Rule"]')
  await hands.enter('Easing', 'cubic-bezier(0.65, 0, 0.35, 1)', '[aria-label="Easing"]')
}

/** Three lights under one another, the first of which is on. */
async function makeCabin(hands: BenchHands): Promise<void> {
  await hands.selectPart('frame')
  await hands.setProperties({ layout: 'column', gap: '8' })
  await hands.selectPart('box')
  await hands.press(Key.DELETE)
  for (let count = 0; count < 3; count++) {
    await hands.selectPart('frame')
    await hands.addPart('Light')
    if (count === 0) await hands.enter('state', 'on', '[aria-label="Properties"]')
  }
}

/** Which lights are lit, from the top, by where their knobs are going to be. */
const lit = (hands: BenchHands): Promise<readonly boolean[]> =>
  hands.driver.executeScript(`
    const tracks = [...document.querySelectorAll('.specimen-picture rect')].filter((each) => each.getAttribute('width') === '60')
    return tracks.map((track) => track.getAttribute('fill') === '#b07d12')`)

async function tapLight(hands: BenchHands, index: number): Promise<void> {
  const [x, y] = await hands.driver.executeScript<[number, number]>(`
    const box = [...document.querySelectorAll('.specimen-picture rect')].filter((each) => each.getAttribute('width') === '60')[arguments[0]].getBoundingClientRect()
    return [box.left + box.width / 2, box.top + box.height / 2].map(Math.round)`, index)
  await hands.driver.actions().move({ x, y }).click().perform()
}
