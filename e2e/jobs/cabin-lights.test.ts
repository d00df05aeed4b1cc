import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 18, the cabin lights, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await makeLight(hands)
  await hands.newComponent()
  await makeCabin(hands)
  expectAsFewAsEver('18', hands)
  await expectEveryEditWritten(hands)

  // The first is on to begin with; another one going on puts it out, so at most one is ever on.
  expect(await lit(hands)).toEqual([true, false, false])
  for (const [index, wanted] of [[1, [false, true, false]], [2, [false, false, true]], [2, [false, false, false]]] as const) {
    await tapLight(hands, index)
    await hands.until(`light ${index + 1} answers`, async () => JSON.stringify(await lit(hands)) === JSON.stringify(wanted))
  }
  await expectOtherWaysAsWell('18', hands)
})

/** A switch that slides for 800 ms and tells the others beside it. */
async function makeLight(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Light', '.crumbs')
  await hands.sayLine('60x28 at 0,0 #8a959b; frame 60x28')
  await hands.addPart('ellipse', { x: '4', y: '4', width: '20', height: '20', fill: '#ffffff', 'receives input': 'no' })
  await hands.renameState('rest', 'off')
  await hands.addStates('on')
  await hands.sayLine('x 36; box fill #b07d12')

  await hands.answer('tap', 'off', 'on; send lit to siblings')
  await hands.wire('tap', 'on', 'off')
  await hands.addTriggers('message lit')
  await hands.answer('message lit', 'on', 'off 800 cubic-bezier(0.65, 0, 0.35, 1) for all')
}

/** Three lights under one another, the first of which is on. */
async function makeCabin(hands: BenchHands): Promise<void> {
  await hands.sayLine('as Light state on; frame layout column gap 8')
  await hands.addParts('Light; Light')
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
