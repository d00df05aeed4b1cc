import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const RULE = '[aria-label="Rule"]'

test('job 25, the tide table, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await hands.enter('Component name', 'Tide table')
  await hands.addVariables('tries = 0')
  await wire(hands)
  expectAsFewAsEver('25', hands)
  await expectEveryEditWritten(hands)

  // What comes is left to chance, after 200 to 400 ms; asked often enough everything has come, and after three more tries it gives up.
  const seen = new Set<string>()
  for (let round = 0; round < 40 && seen.size < 3; round++) {
    await hands.tapFill('#24506f')
    await hands.until('an answer has come', async () => ['data', 'empty', 'error'].includes(await hands.specimenState()))
    seen.add(await hands.specimenState())
    await hands.tapFill('#8a959b')
    await hands.untilSpecimenIs('closed')
  }
  expect([...seen].toSorted()).toEqual(['data', 'empty', 'error'])

  // Whoever closes it while it loads does not get the answer later; slowly, there is time to.
  await hands.click('[aria-label="Speed ⅒"]')
  await hands.tapFill('#24506f')
  await hands.untilSpecimenIs('loading')
  await hands.tapFill('#8a959b')
  await hands.untilSpecimenIs('closed')
  await hands.click('[aria-label="Speed 1"]')
  await hands.driver.sleep(600)
  expect(await hands.specimenState()).toBe('closed')
  await hands.untilFindings('no faults', (kinds) => kinds.every((kind) => kind === 'unanswered' || kind === 'no-keyboard-way' || kind === 'no-name'))

  await screens(hands)
  await askedByItself(hands)
  await replayed(hands)
  await promised(hands)
  await expectOtherWaysAsWell('25', hands)
})

const SCREEN = '.screen-picture'
const SELECTED = '[aria-label="Selected"]'
const SCREEN_RULES = '[aria-label="Rules of the screen"]'
const ANSWERS = ['05:48 high', 'No tides today', 'No answer', 'Again soon', 'Ask at the quay']

async function newScreen(hands: BenchHands, name: string, words: string): Promise<void> {
  await hands.make('screen')
  await hands.enter('Screen name', name, '.crumbs')
  await hands.click('[aria-label="Put something on the screen"]')
  await hands.choose('a text')
  for (const [label, value] of [['text', words], ['x', '20'], ['y', '500']] as const) await hands.enter(label, value, SELECTED)
}

async function addScreenRule(hands: BenchHands, kind: string, does: string, fields: Readonly<Record<string, string>>): Promise<void> {
  await hands.clickButton('+ rule')
  await hands.choose(kind)
  await hands.act(does, fields, SCREEN_RULES)
}

/** A screen that asks for the tides as it is shown, and one it is come to from and left for. */
async function screens(hands: BenchHands): Promise<void> {
  await newScreen(hands, 'Quay', 'See the tides')
  await newScreen(hands, 'Tides', 'Back')
  await addScreenRule(hands, 'tap', 'go to a screen', { 'go to screen': 'Quay', duration: '0' })
  await hands.click('[aria-label="Put something on the screen"]')
  await hands.choose('Tide table')
  await hands.clickButton('the screen itself')
  await addScreenRule(hands, 'shown', 'send a message', { send: 'ask', to: 'everyone' })
  await hands.goTo('Quay')
  await hands.clickButton('text')
  await addScreenRule(hands, 'tap', 'go to a screen', { 'go to screen': 'Tides', duration: '0' })
  await hands.clickButton('Run')
}

const isSaid = async (hands: BenchHands, words: readonly string[]): Promise<boolean> => (await hands.words(SCREEN)).some((each) => words.includes(each))

/** It asks as it is shown; whoever leaves while it loads and comes back waits for what is asked then. */
async function askedByItself(hands: BenchHands): Promise<void> {
  const come = async () => {
    await hands.tapWords('See the tides', 'screen-picture')
    await hands.until('it asks', () => isSaid(hands, ['Asking …']))
  }
  await come()
  await hands.until('an answer has come', () => isSaid(hands, ANSWERS))
  await hands.tapWords('Back', 'screen-picture')
  await come()
  await hands.tapWords('Back', 'screen-picture')
  await hands.until('it is left', () => isSaid(hands, ['See the tides']))
  await come()
}

/** By the same number the same comes again. */
async function replayed(hands: BenchHands): Promise<void> {
  const answersBy = async (seed: string): Promise<readonly string[]> => {
    await hands.enter('draw', seed)
    await hands.until('it begins anew', () => isSaid(hands, ['See the tides']))
    const answers: string[] = []
    for (let round = 0; round < 4; round++) {
      await hands.tapWords('See the tides', 'screen-picture')
      await hands.until('an answer has come', () => isSaid(hands, ANSWERS.slice(0, 3)))
      answers.push((await hands.words(SCREEN)).find((each) => ANSWERS.includes(each)) ?? '')
      await hands.tapWords('Back', 'screen-picture')
    }
    return answers
  }
  const [first, again] = [await answersBy('7'), await answersBy('7')]
  expect(again).toEqual(first)
}

/** Whatever comes, and after whatever time, it does not load for longer than it may. */
async function promised(hands: BenchHands): Promise<void> {
  const pick = async (slot: string, answer: string) => (await hands.find(`[aria-label="${slot}"]`)).findElement({ xpath: `./option[normalize-space()="${answer}"]` }).click()
  await hands.click('a[href$="/findings"]')
  await hands.click('.sheet-tabs a[href$="promises"]')
  await pick('Where', 'in Tide table')
  await pick('How', 'never')
  await pick('What', 'Tide table')
  await pick('What: state', 'given up')
  await hands.clickButton('Add promise')
  await hands.until('that is broken', async () => (await hands.find('.promises')).getText().then((text) => text.includes('broken')), 60_000)
  await pick('How', 'it is always possible to reach')
  await pick('What', 'Tide table')
  await pick('What: state', 'data')
  await hands.clickButton('Add promise')
  await hands.until('that is kept', async () => (await hands.find('.promises')).getText().then((text) => text.includes('kept')), 60_000)
}

/** A page that says what there is, with a button to ask and one to close. */
async function draw(hands: BenchHands): Promise<void> {
  await hands.selectPart('box')
  await hands.renamePart('box', 'ask')
  await hands.setProperties({ fill: '#24506f', x: '16', y: '72', width: '100', height: '32' })
  await hands.selectPart('frame')
  await hands.addPart('box', { fill: '#8a959b', x: '124', y: '72', width: '60', height: '32' }, 'close')
  await hands.selectPart('frame')
  await hands.addPart('text', { text: 'Not asked yet', x: '16', y: '16', width: '200' })
  await hands.renameState('rest', 'closed')
  for (const [name, words] of [['loading', 'Asking …'], ['data', '05:48 high'], ['empty', 'No tides today'], ['error', 'No answer'], ['waiting', 'Again soon'], ['given up', 'Ask at the quay']] as const) {
    await hands.addStates(name)
    await hands.setProperty('text', words)
  }
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.addTriggers('tap on ask, tap on close, message ask, after')
  await hands.wire('tap', 'closed', 'loading', 'ask')
  await hands.actInLine('set tries to 0')
  for (const state of ['data', 'empty', 'given up']) await hands.wire('tap', state, 'loading', 'ask')
  await hands.wire('tap', 'error', 'waiting', 'ask')
  await hands.actInLine('set tries to tries + 1')
  await hands.enter('if', 'tries < 3', RULE)
  for (const state of ['loading', 'data', 'empty', 'error']) await hands.wire('tap', state, 'closed', 'close')
  // The table is wider than what is to be seen of it.
  for (const state of ['waiting', 'given up']) await hands.answer('tap', state, 'closed', 'close')

  await hands.answer('message ask', 'closed', 'loading')
  await hands.wire('after', 'loading', 'data')
  await hands.enter('after', '0.2 to 0.4 s', RULE)
  await hands.enter('go to', 'one of several, by chance', RULE)
  await hands.enter('outcome 2', 'empty', RULE)
  await hands.clickButton('+ outcome')
  await hands.enter('outcome 3', 'error', RULE)
  await hands.enter('how often outcome 1 comes', '2', RULE)
  await hands.until('the cell says what can come', async () => (await (await hands.cell('after', 'loading')).getAttribute('data-answer')) === 'data 50 % or empty 25 % or error 25 %')
  await hands.wire('after', 'error', 'given up')
  await hands.enter('after', '1200', RULE)
  await hands.enter('if', 'tries >= 3', RULE)
  await hands.wire('after', 'waiting', 'loading')
  await hands.enter('after', '500', RULE)
}
