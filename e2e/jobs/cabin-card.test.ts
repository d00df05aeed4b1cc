import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const SCREEN = '.screen-picture'

test('job 07, the cabin card, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addTable(['number'], [['214'], ['216'], ['218']])
  await makeSheet(hands)
  await makeOverlay(hands)
  await makeCard(hands)
  await makeDeck(hands)
  expectAsFewAsEver('07', hands)
  await expectEveryEditWritten(hands)

  // A card opens: its plate and number travel and restyle, the others dim and do not answer.
  await hands.clickButton('Run')
  const plates = async () => (await hands.middlesOf('#e3ecf2', SCREEN)).length
  await hands.until('there are three cards', async () => (await plates()) === 3)
  await hands.clickButton('¹⁄₁₀').catch(() => undefined)
  await hands.tapWords('216', 'screen-picture')
  await hands.until('the sheet is as large as it gets', async () => (await widthOf(hands, '#24506f')) > 0.9 * 220 * (await zoom(hands)))
  await hands.until('the others have stepped back', async () => (await dimmed(hands)) === 2)
  expect((await hands.words(SCREEN)).filter((words) => words === '216')).toHaveLength(1)

  // Closed, it travels back, and the others come forward.
  await (await hands.find(SCREEN)).sendKeys(Key.ESCAPE)
  await hands.until('all are back', async () => (await plates()) === 3 && (await dimmed(hands)) === 0)
  await hands.until('the trace has it', async () => (await (await hands.find('.trace-canvas')).getAttribute('aria-label'))!.includes('away from'))
  await expectOtherWaysAsWell('07', hands)
})

const zoom = (hands: BenchHands): Promise<number> => hands.driver.executeScript('return document.querySelector(arguments[0]).getScreenCTM().a', SCREEN)

const widthOf = (hands: BenchHands, fill: string): Promise<number> =>
  hands.driver.executeScript('return document.querySelector(arguments[0] + " [fill=\'" + arguments[1] + "\']")?.getBoundingClientRect().width ?? 0', SCREEN, fill)

const dimmed = (hands: BenchHands): Promise<number> =>
  hands.driver.executeScript('return [...document.querySelectorAll(arguments[0] + " [opacity]")].filter((each) => each.getAttribute("opacity") === "0.4" && each.querySelector("[fill=\'#e3ecf2\']")).length', SCREEN)

/** The cabin that is open, large. When it goes, none is. */
async function makeSheet(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Sheet', '.crumbs')
  await hands.addVariables('openCabin', 'Shared variables')
  await hands.sayLine('as text "= openCabin" at 20,20 size 40 #ffffff transition name number; frame 220x260 #24506f transition name plate')
  await hands.addTrigger('hidden')
  await hands.answer('hidden', 'rest', "rest; set openCabin to ''")
}

async function makeOverlay(hands: BenchHands): Promise<void> {
  await hands.make('screen', 'Cabin')
  await hands.enter('width', '220', '.pane-left')
  await hands.enter('height', '260', '.pane-left')
  await hands.enter('shown', 'over another one', '.pane-right')
  await hands.enter('duration', '300', '[aria-label="The screen"]')
  await put(hands, 'Sheet at 0,0')
}

async function put(hands: BenchHands, line: string): Promise<void> {
  await hands.click('[aria-label="Put something on the screen"]')
  await hands.enter('New parts in one line', line)
}

/** A small card that opens its cabin, and steps back while another one is open. */
async function makeCard(hands: BenchHands): Promise<void> {
  await hands.newComponent('Card')
  await hands.addParameters('number = "214"')
  await hands.sayLine('as text "= number" at 12,12 #1d2b33 transition name number; frame 200x48 #e3ecf2 transition name plate')
  await hands.addStates('away')
  await hands.sayLine('frame opacity 0.4 not receives input')

  await hands.answer('tap', 'rest', 'rest; set openCabin to number; open Cabin')
  await hands.addTriggers('changes openCabin')
  await hands.answer('openCabin changes', 'rest', "away if openCabin != '' && openCabin != number")
  await hands.answer('openCabin changes', 'away', "rest if openCabin == ''")
}

async function makeDeck(hands: BenchHands): Promise<void> {
  await hands.newComponent('Deck')
  await hands.sayLine('as list each as Card table table at 0,0; frame 200x170')
  await hands.make('screen', 'Cabins')
  await put(hands, 'Deck')
}
