import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'

const application = useApplication()

test('job 10, the boarding button with its ring, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await makeRing(hands)
  await makeButton(hands)
  expectAsFewAsEver('10', hands)
  await runsAsItShould(hands)
  expect(await hands.findingKinds()).toEqual([])
})

const unanswered = async (hands: BenchHands): Promise<number> => (await hands.allFindingKinds()).filter((kind) => kind === 'unanswered').length

/** A three-quarter ring with two states, one of them turning for as long as it lasts. */
async function makeRing(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Ring')
  await hands.selectPart('frame')
  await hands.setProperties({ width: '24', height: '24' })
  await hands.selectPart('box')
  await hands.click('.easel-picture, [aria-label="Open rest on the easel"]')
  await hands.removeSelected()
  await hands.closeEasel()
  await hands.addPart('ellipse', { fill: 'none', stroke: '#ffffff', 'stroke width': '3', 'arc sweep': '270', width: '20', height: '20', x: '2', y: '2' })
  await hands.addStates('turning')
  await hands.openGroup('Repeats in turning')
  await hands.setProperty('loop', '1500')
}

async function makeButton(hands: BenchHands): Promise<void> {
  await hands.newComponent()
  await hands.enter('Component name', 'Boarding button')
  await drawParts(hands)
  await giveStates(hands)
  await wireUp(hands)
}

async function drawParts(hands: BenchHands): Promise<void> {
  await hands.addParameters('labelText = Board, doneText = Aboard')
  await hands.selectPart('frame')
  await hands.setProperties({ width: '208', height: '42' })
  await hands.selectPart('box')
  await hands.setProperties({ x: '0', y: '0', width: '208', height: '42' })
  await hands.addPart('text', { text: '= labelText', fill: '#ffffff', weight: '700', alignment: 'center', 'width from': 'fixed', x: '0', width: '208' })
  await hands.addPart('Ring', { opacity: '0', x: '92', y: '9' })
  await hands.addPart('path', { stroke: '#ffffff', opacity: '0', x: '58', y: '15' })
}

async function giveStates(hands: BenchHands): Promise<void> {
  await hands.selectPart('box')
  await hands.addStates('over', 'working', 'done')
  await hands.setProperty('fill', '#3b6d91')
  await hands.click(await hands.column('working'))
  await hands.setProperty('fill', '#767f8a')
  await hands.selectPart('text')
  await hands.setProperty('opacity', '0.12')
  await hands.selectPart('ring')
  await hands.setProperty('opacity', '1')
  await hands.setProperty('state', 'turning')
  await hands.click(await hands.column('done'))
  await hands.selectPart('box')
  await hands.setProperty('fill', '#2e7d5b')
  await hands.selectPart('text')
  await hands.setProperties({ text: '= doneText', x: '11' })
  await hands.selectPart('path')
  await hands.setProperty('opacity', '1')
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
