import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'

const application = useApplication()

const KINDS = [['sea', '#2f6f9f'], ['food', '#8a5a3c'], ['safety', '#b5466b']] as const

test('job 02, the deck filter, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addTable(['what', 'kind'], [['Porpoises', 'sea'], ['Soup', 'food'], ['Waffles', 'food'], ['Wet stairs', 'safety']])
  await makeChip(hands)
  await hands.newComponent()
  await makeLine(hands)
  await hands.newComponent()
  await makeFilter(hands)
  expectAsFewAsEver('02', hands)

  // Exactly one chip is chosen and shows its word in its colour; the list below has what is of its kind.
  const chosen = async () => (await Promise.all(KINDS.map(async ([, colour]) => (await hands.middlesOf(colour)).length))).join()
  await hands.until('the sea is chosen', async () => (await chosen()) === '1,0,0')
  await hands.until('its news are there', async () => (await hands.words()).includes('Porpoises'))
  await hands.tapFill('#e9e2d3')
  await hands.until('food is chosen', async () => (await chosen()) === '0,1,0')
  await hands.until('the others have gone', async () => JSON.stringify((await hands.words()).filter((words) => ['Porpoises', 'Soup', 'Waffles', 'Wet stairs'].includes(words))) === '["Soup","Waffles"]')
  expect(await hands.findingKinds()).not.toContain('value-unreadable')
})

/** A chip: a dot and a word, which is only to be seen while it is chosen, when the chip is as wide as it and in its colour. */
async function makeChip(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Chip', '.crumbs')
  await hands.addParameters('kind = sea, accent = #2f6f9f, isChosen = no')
  await hands.renamePart('box', 'dot')
  await hands.setProperties({ width: '12', height: '12', fill: '#5b666b' })
  await hands.selectPart('frame')
  await hands.setProperties({ width: '36', height: '36', fill: '#e9e2d3', layout: 'row', align: 'center', gap: '8', 'padding left': '12', 'padding right': '12', clip: 'yes' })
  await hands.addPart('text', { text: '= kind', fill: '#ffffff', opacity: '0' })
  await hands.wire('tap', 'rest', 'rest')
  await hands.actInLine('send chosen with kind')

  await hands.click('[aria-label="Looks for each isChosen"]')
  await hands.click(await hands.column('yes'))
  await hands.setProperty('opacity', '1')
  await hands.selectPart('frame')
  await hands.setProperties({ fill: '= accent', 'width from': 'content' })
}

/** A line of news, which comes in from below. */
async function makeLine(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'News', '.crumbs')
  await hands.addParameters('what = Nothing')
  await hands.setProperties({ x: '0', y: '0', width: '200', height: '30', fill: '#e9f0f4' })
  await hands.addPart('text', { text: '= what', x: '10', y: '5' })
  await hands.selectPart('frame')
  await hands.setProperties({ width: '200', height: '30' })
  await hands.editInto('…')
  await hands.choose('absent, before entering and after leaving')
  await hands.setProperties({ opacity: '0', 'translate y': '8' })
}

async function makeFilter(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Filter', '.crumbs')
  await hands.addVariables('shown = sea')
  await hands.selectPart('box')
  await hands.press('\uE017')
  for (const [index, [kind, accent]] of KINDS.entries()) {
    await hands.selectPart('frame')
    await hands.addPart('Chip', { x: String(index * 90), y: '0', kind, accent })
    await hands.bindProperty('isChosen', `shown == '${kind}'`)
  }
  await hands.selectPart('frame')
  await hands.addPart('list')
  for (const [label, value] of [['each as', 'News'], ['table', 'table'], ['only if', 'item.kind == shown'], ['items take', '300'], ['easing', 'spring(0.25)']] as const) await hands.enter(label, value, '[aria-label="Properties"]')
  await hands.setProperties({ x: '0', y: '50' })
  await hands.addTriggers('message chosen')
  await hands.wire('message chosen', 'rest', 'rest')
  await hands.actInLine('set shown to payload')
}
