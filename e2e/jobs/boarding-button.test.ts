import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'

const application = useApplication()

test('job 10, the boarding button with its ring, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await makeRing(hands)
  await makeButton(hands)
  process.stdout.write(`job 10 boarding button: ${hands.actions} actions\n`)
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
  await hands.addPart('ellipse')
  await hands.setProperties({ fill: 'none', stroke: '#ffffff', 'stroke width': '3' })
  await hands.openGroup('Shape')
  await hands.setProperties({ 'arc sweep': '270', width: '20', height: '20', x: '2', y: '2' })
  await hands.addState()
  await hands.renameState('over', 'turning')
  await hands.openGroup('Repeats in turning')
  await hands.setProperty('every', '1500')
}

async function makeButton(hands: BenchHands): Promise<void> {
  await hands.newComponent()
  await hands.enter('Component name', 'Boarding button')
  await drawParts(hands)
  await giveStates(hands)
  await wireUp(hands)
}

async function drawParts(hands: BenchHands): Promise<void> {
  await hands.addParameter('text', 'labelText', 'Board')
  await hands.addParameter('text', 'doneText', 'Aboard')
  await hands.selectPart('frame')
  await hands.setProperties({ width: '208', height: '42' })
  await hands.selectPart('box')
  await hands.setProperties({ x: '0', y: '0', width: '208', height: '42' })
  await hands.addPart('text')
  await hands.setProperties({ text: '= labelText', fill: '#ffffff', weight: '700', alignment: 'center' })
  await hands.openGroup('Layout')
  await hands.setProperty('width from', 'fixed')
  await hands.setProperties({ x: '0', width: '208' })
  await hands.addPart('Ring')
  await hands.setProperties({ opacity: '0', x: '92', y: '9' })
  await hands.addPart('path')
  await hands.setProperties({ stroke: '#ffffff', opacity: '0', x: '58', y: '15' })
}

async function giveStates(hands: BenchHands): Promise<void> {
  await hands.selectPart('box')
  await hands.addState()
  await hands.setProperty('fill', '#3b6d91')
  await hands.click(await hands.column('rest'))
  await hands.addState()
  await hands.renameState('down', 'working')
  await hands.setProperty('fill', '#767f8a')
  await hands.selectPart('text')
  await hands.setProperty('opacity', '0.12')
  await hands.selectPart('ring')
  await hands.setProperties({ opacity: '1', state: 'turning' })
  await hands.click(await hands.column('rest'))
  await hands.addState()
  await hands.renameState('down', 'done')
  await hands.selectPart('box')
  await hands.setProperty('fill', '#2e7d5b')
  await hands.selectPart('text')
  await hands.setProperties({ text: '= doneText', x: '11' })
  await hands.selectPart('path')
  await hands.setProperty('opacity', '1')
}

async function wireUp(hands: BenchHands): Promise<void> {
  await hands.wire('tap', 'rest', 'working')
  await hands.enter('duration', '160', '[aria-label="Rule"]')
  await hands.enter('Easing', 'ease-in-out', '[aria-label="Easing"]')
  await hands.spread('tap', 'rest', 'over')
  await hands.wire('tap', 'done', 'rest')
  await hands.enter('duration', '160', '[aria-label="Rule"]')
  await hands.addTrigger('enter')
  await hands.wire('enter', 'rest', 'over')
  await hands.enter('duration', '80', '[aria-label="Rule"]')
  await hands.addTrigger('leave')
  await hands.wire('leave', 'over', 'rest')
  await hands.enter('duration', '80', '[aria-label="Rule"]')
  await hands.addTrigger('after')
  await hands.wire('after', 'working', 'done')
  await hands.enter('after', '1800', '[aria-label="Rule"]')
  await hands.enter('duration', '160', '[aria-label="Rule"]')
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
