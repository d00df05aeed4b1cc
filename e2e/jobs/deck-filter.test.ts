import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const KINDS = [['sea', '#2f6f9f'], ['food', '#8a5a3c'], ['safety', '#b5466b']] as const

test('job 02, the deck filter, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addTable(['what', 'kind'], [['Porpoises', 'sea'], ['Soup', 'food'], ['Waffles', 'food'], ['Wet stairs', 'safety']])
  await makeChip(hands)
  await hands.newComponent('News')
  await makeLine(hands)
  await hands.newComponent('Filter')
  await makeFilter(hands)
  expectAsFewAsEver('02', hands)
  await expectEveryEditWritten(hands)

  // Exactly one chip is chosen and shows its word in its colour; the list below has what is of its kind.
  const chosen = async () => (await Promise.all(KINDS.map(async ([, colour]) => (await hands.middlesOf(colour)).length))).join()
  await hands.until('the sea is chosen', async () => (await chosen()) === '1,0,0')
  await hands.until('its news are there', async () => (await hands.words()).includes('Porpoises'))
  await hands.tapFill('#e9e2d3')
  await hands.until('food is chosen', async () => (await chosen()) === '0,1,0')
  await hands.until('the others have gone', async () => JSON.stringify((await hands.words()).filter((words) => ['Porpoises', 'Soup', 'Waffles', 'Wet stairs'].includes(words))) === '["Soup","Waffles"]')
  expect(await hands.findingKinds()).not.toContain('value-unreadable')
  await expectOtherWaysAsWell('02', hands)
})

/** A chip: a dot and a word, which is only to be seen while it is chosen, when the chip is as wide as it and in its colour. */
async function makeChip(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Chip', '.crumbs')
  await hands.addParameters('kind = sea, accent = #2f6f9f, isChosen = no')
  await hands.sayLine('as box dot 12x12 #5b666b; frame 36x36 #e9e2d3 layout row align center gap 8 padding left 12 padding right 12 clip')
  await hands.addParts('text "= kind" #ffffff opacity 0')
  await hands.answer('tap', 'rest', 'rest; send chosen with kind')

  await hands.click('[aria-label="Looks for each isChosen"]')
  await hands.click(await hands.column('yes'))
  await hands.sayLine('opacity 1; frame width from content fill = accent')
}

/** A line of news, which comes in from below. */
async function makeLine(hands: BenchHands): Promise<void> {
  await hands.addParameters('what = Nothing')
  await hands.sayLine('200x30 at 0,0 #e9f0f4; frame 200x30')
  await hands.addParts('text "= what" at 10,5')
  await hands.editInto('…')
  await hands.choose('absent, before entering and after leaving')
  await hands.sayLine('frame opacity 0 translate y 8')
}

async function makeFilter(hands: BenchHands): Promise<void> {
  await hands.addVariables('shown = sea')
  const [first, ...others] = KINDS.map(([kind, accent], index) => `Chip at ${index * 90},0 kind ${kind} accent ${accent} isChosen "= shown == '${kind}'"`)
  await hands.sayLine(`as ${first}`)
  await hands.addParts([...others, 'list each as News table table items take 300 easing spring(0.25) at 0,50 only if = item.kind == shown'].join('; '))
  await hands.addTriggers('message chosen')
  await hands.answer('message chosen', 'rest', 'rest; set shown to payload')
}
