import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'

const application = useApplication()

test('job 01, the crew options tray, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await drawButton(hands)
  await drawTray(hands)
  await hands.addStates('open')
  await hands.selectPart('tray')
  await hands.say({ 'height from': 'content' })
  await hands.selectPart('icon')
  await hands.setProperty('rotation', '180')
  await wire(hands)
  expectAsFewAsEver('01', hands)

  // The button opens it to the height of its rows, and runs backwards; a yes/no says whether it is open.
  expect(await heightOfTray(hands)).toBe(0)
  await hands.tapWords('Crew')
  await hands.untilSpecimenIs('open')
  await hands.until('it is as high as its rows', async () => (await heightOfTray(hands)) > 60)
  await hands.tapWords('Crew')
  await hands.untilSpecimenIs('rest')
  await hands.until('it is shut', async () => (await heightOfTray(hands)) === 0)
  await hands.mend('no-keyboard-way')
  await hands.untilFindings('nothing is wrong', (kinds) => kinds.length === 0)
})

/** A button of a word and an arrow. */
async function drawButton(hands: BenchHands): Promise<void> {
  await hands.renamePart('box', 'button')
  await hands.setProperties({ x: '0', y: '0', width: '200', height: '40', 'pointer cursor': 'pointer' })
  await hands.addPart('text', { text: 'Crew', x: '14', y: '10', fill: '#ffffff', 'receives input': 'no' })
  await hands.addPart('icon', { x: '168', y: '8', fill: '#ffffff', 'receives input': 'no' })
  await hands.setIcon('chevron-down')
}

/** A tray of two rows of an icon and words with a line between them, closed to nothing. */
async function drawTray(hands: BenchHands): Promise<void> {
  await hands.selectPart('frame')
  await hands.addPart('container', { x: '0', y: '44', width: '200', height: '0', fill: '#ffffff', layout: 'column', gap: '0', align: 'stretch', clip: 'yes' }, 'tray')
  for (const [index, words, icon] of [[1, 'Call the bridge', 'anchor'], [2, 'Sell a ticket', 'ticket']] as const) {
    await hands.addPart('container', { gap: '10', 'padding top': '8', 'padding bottom': '8', 'padding left': '12', 'height from': 'content' }, `row ${index}`)
    await hands.addPart('icon')
    await hands.setIcon(icon)
    await hands.selectPart(`row ${index}`)
    await hands.addPart('text', { text: words })
    await hands.selectPart('tray')
    if (index === 2) continue
    await hands.addPart('box', { height: '1', fill: '#d8cfbd' })
    await hands.selectPart('tray')
  }
}

/** One yes/no says whether it is open; the button turns it over. */
async function wire(hands: BenchHands): Promise<void> {
  await hands.addVariables('isOpen = no')
  await hands.click('[aria-label="Axes"]')
  await hands.choose('Let the variable isOpen decide state')
  await hands.addTriggers('tap on button')
  for (const [from, to] of [['rest', 'open'], ['open', 'rest']] as const) await hands.wire('tap', from, to, 'button')
  await hands.enter('applies to', 'the whole component', '[aria-label="Rule"]')
  await hands.enter('duration', '260', '[aria-label="Rule"]')
}

const heightOfTray = (hands: BenchHands): Promise<number> =>
  hands.driver.executeScript(`
    const path = document.querySelector('.specimen-picture clipPath path')
    return path ? Math.round(path.getBBox().height) : 0`)
