import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'

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
  await hands.selectPart('box')
  await hands.press(Key.DELETE)
  await hands.selectPart('frame')
  await hands.setProperties({ width: '220', height: '260', fill: '#24506f' })
  await hands.setProperty('transition name', 'plate')
  await hands.addPart('text', { text: '= openCabin', x: '20', y: '20', size: '40', fill: '#ffffff' })
  await hands.setProperty('transition name', 'number')
  await hands.addTrigger('hidden')
  await hands.wire('hidden', 'rest', 'rest')
  await hands.act('set a variable', { to: "''" })
}

async function makeOverlay(hands: BenchHands): Promise<void> {
  await hands.make('screen')
  await hands.enter('Screen name', 'Cabin', '.crumbs')
  await hands.enter('width', '220', '.pane-left')
  await hands.enter('height', '260', '.pane-left')
  await hands.enter('shown', 'over another one', '.pane-right')
  await hands.enter('duration', '300', '[aria-label="The screen"]')
  await put(hands, 'Sheet')
  await hands.enter('x', '0', '[aria-label="Selected"]')
  await hands.enter('y', '0', '[aria-label="Selected"]')
}

async function put(hands: BenchHands, component: string): Promise<void> {
  await hands.click('[aria-label="Put something on the screen"]')
  await hands.choose(component)
}

/** A small card that opens its cabin, and steps back while another one is open. */
async function makeCard(hands: BenchHands): Promise<void> {
  await hands.make('component')
  await hands.enter('Component name', 'Card', '.crumbs')
  await hands.addParameters('number = "214"')
  await hands.selectPart('box')
  await hands.press(Key.DELETE)
  await hands.selectPart('frame')
  await hands.setProperties({ width: '200', height: '48', fill: '#e3ecf2' })
  await hands.setProperty('transition name', 'plate')
  await hands.addPart('text', { text: '= number', x: '12', y: '12' })
  await hands.setProperty('transition name', 'number')
  await hands.addStates('away')
  await hands.selectPart('frame')
  await hands.setProperties({ opacity: '0.4', 'receives input': 'no' })

  await hands.wire('tap', 'rest', 'rest')
  await hands.actInLine('set openCabin to number; open Cabin')
  await hands.addTriggers('changes openCabin')
  await hands.wire('openCabin changes', 'rest', 'away')
  for (const [from, to, condition] of [['rest', 'away', "openCabin != '' && openCabin != number"], ['away', 'rest', "openCabin == ''"]] as const) {
    if (from === 'away') await hands.wire('openCabin changes', from, to)
    await hands.enter('if', condition, '[aria-label="Rule"]')
  }
}

async function makeDeck(hands: BenchHands): Promise<void> {
  await hands.newComponent()
  await hands.enter('Component name', 'Deck', '.crumbs')
  await hands.selectPart('box')
  await hands.press(Key.DELETE)
  await hands.selectPart('frame')
  await hands.setProperties({ width: '200', height: '170' })
  await hands.addPart('list')
  await hands.enter('each as', 'Card', '[aria-label="Properties"]')
  await hands.enter('table', 'table', '[aria-label="Properties"]')
  await hands.setProperties({ x: '0', y: '0' })
  await hands.make('screen')
  await hands.enter('Screen name', 'Cabins', '.crumbs')
  await put(hands, 'Deck')
}
