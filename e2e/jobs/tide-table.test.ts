import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'

const application = useApplication()

const RULE = '[aria-label="Rule"]'

test('job 25, the tide table, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await hands.addVariable('number', 'count', 'tries')
  await wire(hands)
  process.stdout.write(`job 25 tide table: ${hands.actions} actions\n`)

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

  // Whoever closes it while it loads does not get the answer later.
  await hands.tapFill('#24506f')
  await hands.untilSpecimenIs('loading')
  await hands.tapFill('#8a959b')
  await hands.untilSpecimenIs('closed')
  await hands.driver.sleep(600)
  expect(await hands.specimenState()).toBe('closed')
  await hands.untilFindings('no faults', (kinds) => kinds.every((kind) => kind === 'unanswered' || kind === 'no-keyboard-way' || kind === 'no-name'))
})

/** A page that says what there is, with a button to ask and one to close. */
async function draw(hands: BenchHands): Promise<void> {
  await hands.editInto('all looks')
  await hands.selectPart('box')
  await hands.renamePart('box', 'ask')
  await hands.setProperties({ fill: '#24506f', x: '16', y: '72', width: '100', height: '32' })
  await hands.selectPart('frame')
  await hands.addPart('box')
  await hands.renamePart('box', 'close')
  await hands.setProperties({ fill: '#8a959b', x: '124', y: '72', width: '60', height: '32' })
  await hands.selectPart('frame')
  await hands.addPart('text')
  await hands.setProperties({ text: 'Not asked yet', x: '16', y: '16', width: '200' })
  await hands.editInto('rest')
  await hands.renameState('rest', 'closed')
  for (const [name, words] of [['loading', 'Asking …'], ['data', '05:48 high'], ['empty', 'No tides today'], ['error', 'No answer'], ['waiting', 'Again soon'], ['given up', 'Ask at the quay']] as const) {
    await hands.addState()
    await hands.renameState('over', name)
    await hands.selectPart('text')
    await hands.setProperty('text', words)
  }
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.selectPart('ask')
  await hands.addTrigger('tap on ask')
  await hands.wire('tap', 'closed', 'loading', 'ask')
  await hands.act('set a variable', { to: '0' })
  for (const state of ['data', 'empty', 'given up']) await hands.wire('tap', state, 'loading', 'ask')
  await hands.wire('tap', 'error', 'waiting', 'ask')
  await hands.act('set a variable', { to: 'tries + 1' })
  await hands.enter('if', 'tries < 3', RULE)
  await hands.selectPart('close')
  await hands.addTrigger('tap on close')
  for (const state of ['loading', 'data', 'empty', 'error', 'waiting', 'given up']) await hands.wire('tap', state, 'closed', 'close')

  await hands.addTrigger('after')
  await hands.wire('after', 'loading', 'data')
  await hands.enter('after', '200 to 400', RULE)
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
