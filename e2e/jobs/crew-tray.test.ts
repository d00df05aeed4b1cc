import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 01, the crew options tray, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await drawButton(hands)
  await drawTray(hands)
  await hands.addStates('open')
  await hands.sayLine('tray height from content; icon rotation 180')
  await wire(hands)
  expectAsFewAsEver('01', hands)
  await expectEveryEditWritten(hands)

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
  await expectOtherWaysAsWell('01', hands)
})

/** A button of a word and an arrow. */
async function drawButton(hands: BenchHands): Promise<void> {
  await hands.sayLine('as box button 200x40 at 0,0 pointer cursor pointer')
  await hands.addParts('text "Crew" at 14,10 #ffffff not receives input; icon icon chevron-down at 168,8 #ffffff not receives input')
}

/** A tray of two rows of an icon and words with a line between them, closed to nothing. */
async function drawTray(hands: BenchHands): Promise<void> {
  const row = (index: number, words: string, icon: string) => `> container row ${index} gap 10 padding 8,12 height from content; >> icon icon ${icon}; >> text "${words}"`
  await hands.addParts(`container tray 200x0 at 0,44 #ffffff layout column gap 0 align stretch clip; ${row(1, 'Call the bridge', 'anchor')}; > box height 1 #d8cfbd; ${row(2, 'Sell a ticket', 'ticket')}`)
}

/** One yes/no says whether it is open; the button turns it over. */
async function wire(hands: BenchHands): Promise<void> {
  await hands.addVariables('isOpen = no')
  await hands.click('[aria-label="Axes"]')
  await hands.choose('Let the variable isOpen decide state')
  await hands.addTriggers('tap on button')
  await hands.answer('tap', 'rest', 'open 260 for all', 'button')
  await hands.wire('tap', 'open', 'rest', 'button')
}

const heightOfTray = (hands: BenchHands): Promise<number> =>
  hands.driver.executeScript(`
    const path = document.querySelector('.specimen-picture clipPath path')
    return path ? Math.round(path.getBBox().height) : 0`)
