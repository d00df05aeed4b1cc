import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const NOTICES = [['Fog', 'Crossings take longer.'], ['Seals', 'The landing at Lamp Rock is closed while the seals have their young. The boat stops off Outer Holm instead.']] as const

test('job 11, the harbour notices, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addTable(['title', 'said'], NOTICES)
  await makeCard(hands)
  await hands.newComponent()
  await makeList(hands)
  expectAsFewAsEver('11', hands)
  await expectEveryEditWritten(hands)

  // Each opens to the height of its own text, and those below make room.
  expect(await heights(hands)).toEqual([36, 36])
  await hands.tapWords('Fog')
  await hands.until('the first is open', async () => (await heights(hands))[0]! > 60)
  const short = (await heights(hands))[0]!
  await hands.tapWords('Seals')
  await hands.until('the second is higher', async () => (await heights(hands))[1]! > short + 15)
  await hands.tapWords('Fog')
  await hands.until('the first is shut again', async () => (await heights(hands))[0] === 36)
  await expectOtherWaysAsWell('11', hands)
})

/** How high the cards are, from the top. */
const heights = (hands: BenchHands): Promise<readonly number[]> =>
  hands.driver.executeScript('return [...document.querySelectorAll(".specimen-picture rect")].filter((each) => each.getAttribute("width") === "220").map((each) => Number(each.getAttribute("height")))')

/** A card as high as its title, and open as high as what it says. */
async function makeCard(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Card', '.crumbs')
  await hands.addParameters('title = Fog, said = Nothing')
  await hands.sayLine('as text "= title" at 12,8 #1d2b33; frame 220x36 #fbf8f1 clip')
  await hands.addPart('text', { text: '= said', x: '12', y: '40', width: '196', height: '= body.natural.height', 'width from': 'fixed', 'height from': 'fixed' }, 'body')
  await hands.addStates('open')
  await hands.sayLine('frame height = 52 + body.natural.height')
  await hands.wireAndBack('tap', 'rest', 'open')
}

async function makeList(hands: BenchHands): Promise<void> {
  await hands.sayLine('as list each as Card table table items take 220 at 10,10; frame 240x260')
}
