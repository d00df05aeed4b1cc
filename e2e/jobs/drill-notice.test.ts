import { test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 21, the drill notice, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await hands.addStates('shown')
  for (const [part, opacity] of [['dimmed', '0.5'], ['dialog', '1']] as const) {
    await hands.selectPart(part)
    await hands.setProperties({ opacity, 'receives input': 'yes' })
  }
  await wire(hands)
  expectAsFewAsEver('21', hands)
  await expectEveryEditWritten(hands)

  // Either button opens it; while it is shown what lies behind answers nothing; its own button and Escape close it.
  for (const close of ['tap', 'Escape']) {
    await hands.tapFill(close === 'tap' ? '#24506f' : '#b07d12')
    await hands.untilSpecimenIs('shown')
    await hands.driver.sleep(300)
    if (close === 'tap') await hands.tapFill('#2e7d5b')
    else await (await hands.find('.specimen-picture')).sendKeys('x', Key.ESCAPE)
    await hands.untilSpecimenIs(close === 'tap' ? 'rest' : 'shown')
  }
  await hands.tapFill('#2e7d5b')
  await hands.untilSpecimenIs('rest')
  await expectOtherWaysAsWell('21', hands)
})

/** Two buttons, a dimmed ground and a dialog with a button of its own, neither of which is to be seen. */
async function draw(hands: BenchHands): Promise<void> {
  await hands.renamePart('box', 'board')
  await hands.setProperties({ x: '10', y: '10', width: '60', height: '24', fill: '#24506f' })
  for (const [name, values] of [
    ['bell', { x: '80', y: '10', width: '60', height: '24', fill: '#b07d12' }],
    ['dimmed', { x: '0', y: '0', width: '240', height: '120', fill: '#1d2b33', opacity: '0' }],
    ['dialog', { x: '50', y: '50', width: '140', height: '60', fill: '#2e7d5b', opacity: '0' }],
  ] as const) {
    await hands.selectPart('frame')
    await hands.addPart('box', { ...values, ...(name === 'bell' ? {} : { 'receives input': 'no' }) }, name)
  }
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.addTriggers('tap on board, tap on bell, tap on dialog')
  for (const [part, from, to] of [['board', 'rest', 'shown'], ['bell', 'rest', 'shown'], ['dialog', 'shown', 'rest']] as const) {
    await hands.wire('tap', from, to, part)
  }
}
