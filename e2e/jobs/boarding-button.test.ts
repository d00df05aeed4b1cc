import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 10, the boarding button with its ring, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await makeRing(hands)
  await makeButton(hands)
  expectAsFewAsEver('10', hands)
  await expectEveryEditWritten(hands)
  await runsAsItShould(hands)
  expect(await hands.findingKinds()).toEqual([])
  await expectOtherWaysAsWell('10', hands)
})

const unanswered = async (hands: BenchHands): Promise<number> => (await hands.allFindingKinds()).filter((kind) => kind === 'unanswered').length

/** A three-quarter ring with two states, one of them turning for as long as it lasts. */
async function makeRing(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Ring')
  await hands.sayLine('as ellipse 20x20 at 2,2 fill none stroke #ffffff stroke width 3 arc sweep 270; frame 24x24')
  await hands.addStates('turning')
  await hands.openGroup('Repeats in turning')
  await hands.setProperty('loop', '1500')
}

async function makeButton(hands: BenchHands): Promise<void> {
  await hands.newComponent('Boarding button')
  await drawParts(hands)
  await giveStates(hands)
  await wireUp(hands)
}

async function drawParts(hands: BenchHands): Promise<void> {
  await hands.addParameters('labelText = Board, doneText = Aboard')
  await hands.sayLine('208x42 at 0,0; frame 208x42')
  await hands.addParts('text "= labelText" #ffffff weight 700 alignment center width from fixed x 0 width 208; Ring at 92,9 opacity 0; path at 58,15 stroke #ffffff opacity 0')
}

async function giveStates(hands: BenchHands): Promise<void> {
  await hands.addStates('over', 'working', 'done')
  await hands.sayLine('box fill #3b6d91')
  await hands.click(await hands.column('working'))
  await hands.sayLine('box fill #767f8a; text: opacity 0.12; ring opacity 1 state turning')
  await hands.click(await hands.column('done'))
  await hands.sayLine('box fill #2e7d5b; text: x 11 text = doneText; path opacity 1')
}

async function wireUp(hands: BenchHands): Promise<void> {
  await hands.answer('tap', 'rest', 'working 160 ease-in-out')
  await hands.spread('tap', 'rest', 'over')
  await hands.answer('tap', 'done', 'rest 160')
  await hands.addTriggers('enter, after 1800')
  await hands.answer('enter', 'rest', 'over 80 and back')
  await hands.answer('after', 'working', 'done 160')
  await hands.until('three rows are unanswered somewhere', async () => (await unanswered(hands)) === 3)
  for (let left = 3; left > 0; left--) {
    await hands.clickButton('Nothing, on purpose')
    await hands.until('one more row is answered', async () => (await unanswered(hands)) === left - 1)
  }
}

async function runsAsItShould(hands: BenchHands): Promise<void> {
  await hands.clickButton('Start over')
  await hands.click('.specimen-picture')
  await hands.untilSpecimenIs('working')
  await hands.untilSpecimenIs('done')
  await hands.click('.specimen-picture')
  await hands.untilSpecimenIs('rest')
}
