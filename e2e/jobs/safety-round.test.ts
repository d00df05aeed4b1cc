import { test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const TASKS = [['Life rafts', 'showsDeck'], ['Rails', 'showsDeck'], ['Bilge pump', 'showsEngine']] as const

test('job 08, the safety round, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await makeCard(hands)
  await hands.newComponent()
  await makeSwitch(hands)
  await hands.newComponent()
  await makeRound(hands)
  expectAsFewAsEver('08', hands)
  await expectEveryEditWritten(hands)

  // Ticked one by one; a kind that is switched off is hidden, and what was ticked of it stays so; all at once.
  const ticked = async () => (await hands.middlesOf('#2e7d5b')).length
  const tasks = async () => (await hands.words()).filter((words) => TASKS.some(([task]) => task === words)).join()
  await hands.tapWords('Life rafts')
  await hands.until('one is ticked', async () => (await ticked()) === 1)
  await hands.tapWords('Deck')
  await hands.until('the deck is hidden', async () => (await tasks()) === 'Bilge pump')
  await hands.tapWords('Deck')
  await hands.until('it is there again, ticked', async () => (await tasks()) === 'Life rafts,Rails,Bilge pump' && (await ticked()) === 1)
  await hands.tapWords('All done')
  await hands.until('all are ticked', async () => (await ticked()) === 3)
  await expectOtherWaysAsWell('08', hands)
})

async function makeCard(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Card', '.crumbs')
  await hands.addParameters('task = Task')
  await hands.setProperties({ x: '8', y: '8', width: '16', height: '16', fill: '#8a959b' })
  await hands.selectPart('frame')
  await hands.setProperties({ width: '200', height: '32', fill: '#ffffff' })
  await hands.addPart('text', { text: '= task', x: '34', y: '6' })
  await hands.addStates('done')
  await hands.selectPart('box')
  await hands.setProperty('fill', '#2e7d5b')
  await hands.wireAndBack('tap', 'rest', 'done')
  await hands.addTriggers('message all done')
  await hands.wire('message all done', 'rest', 'done')
}

/** A switch that says which it is when it is tapped; whoever holds it says whether it is on. */
async function makeSwitch(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Switch', '.crumbs')
  await hands.addParameters('label = Deck, isOn = yes')
  await hands.setProperties({ x: '0', y: '0', width: '90', height: '28', fill: '#b07d12' })
  await hands.addPart('text', { text: '= label', x: '10', y: '4', fill: '#ffffff' })
  await hands.selectPart('frame')
  await hands.setProperties({ width: '90', height: '28' })
  await hands.wire('tap', 'rest', 'rest')
  await hands.actInLine('send switched with label')
  await hands.click('[aria-label="Looks for each isOn"]')
  await hands.click(await hands.column('no'))
  await hands.selectPart('box')
  await hands.setProperty('fill', '#8a959b')
}

async function makeRound(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Round', '.crumbs')
  await hands.addVariables('showsDeck = yes, showsEngine = yes')
  await hands.renamePart('box', 'all')
  await hands.setProperties({ x: '130', y: '160', width: '80', height: '28' })
  await hands.addPart('text', { text: 'All done', x: '140', y: '164', fill: '#ffffff', 'receives input': 'no' })
  for (const [label, shows, x] of [['Deck', 'showsDeck', '0'], ['Engine', 'showsEngine', '100']] as const) {
    await hands.selectPart('frame')
    await hands.addPart('Switch', { x, y: '0', label })
    await hands.bindProperty('isOn', shows)
  }
  await hands.selectPart('frame')
  await hands.setProperty('height', '200')
  await hands.addPart('container', { x: '0', y: '36', layout: 'column', gap: '4', 'width from': 'content', 'height from': 'content' })
  for (const [task, shows] of TASKS) {
    await hands.selectPart('container')
    await hands.addPart('Card', { task })
    await hands.bindProperty('visible', shows)
  }
  await wire(hands)
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.addTriggers('message switched, tap on all')
  await hands.wire('message switched', 'rest', 'rest')
  await hands.actInLine("set showsDeck to payload == 'Deck' ? !showsDeck : showsDeck; set showsEngine to payload == 'Engine' ? !showsEngine : showsEngine")
  await hands.wire('tap', 'rest', 'rest', 'all')
  await hands.actInLine('set showsDeck to true; set showsEngine to true; send all done to everyone')
}
