import { test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const SEEN = [['gannet', '#2f6f9f'], ['seal', '#8a5a3c'], ['puffin', '#b5466b']] as const

test('job 04, seen from the deck, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await hands.renameState('rest', 'gannet')
  await hands.selectPart('slides')
  for (const [index, name] of [[1, 'seal'], [2, 'puffin']] as const) {
    await hands.addStates(name)
    await hands.setProperty('x', String(-240 * index))
  }
  await wire(hands)
  expectAsFewAsEver('04', hands)
  await expectEveryEditWritten(hands)

  // On and back, round both ways, by keys and, left alone, by itself.
  await hands.clickButton('Start over')
  await hands.tapFill('#fbf8f1', 0)
  await hands.untilSpecimenIs('puffin')
  await hands.tapFill('#fbf8f1', 1)
  await hands.untilSpecimenIs('gannet')
  await (await hands.find('.specimen-picture')).sendKeys(Key.TAB, Key.ARROW_RIGHT)
  await hands.untilSpecimenIs('seal')
  await (await hands.find('.specimen-picture')).sendKeys(Key.ARROW_LEFT)
  await hands.untilSpecimenIs('gannet')
  await hands.clickButton('Start over')
  await hands.hover('.brand')
  await hands.untilSpecimenIs('seal')
  await expectOtherWaysAsWell('04', hands)
})

/** Three slides in a row behind a frame, and a button at either side. */
async function draw(hands: BenchHands): Promise<void> {
  await hands.selectPart('box')
  await hands.press(Key.DELETE)
  await hands.selectPart('frame')
  await hands.setProperties({ clip: 'yes', role: 'region', 'accessible name': 'Seen from the deck', focusable: 'yes' })
  await hands.addPart('container', { layout: 'free', x: '0', y: '0', width: '720', height: '120' }, 'slides')
  for (const [index, [name, fill]] of SEEN.entries()) {
    await hands.addPart('box', { x: String(240 * index), y: '0', width: '240', height: '120', fill }, name)
    await hands.selectPart('slides')
  }
  for (const [name, x] of [['back', '8'], ['on', '200']] as const) {
    await hands.selectPart('frame')
    await hands.addPart('ellipse', { x, y: '44', width: '32', height: '32', fill: '#fbf8f1' }, name)
  }
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.addTriggers('tap on on, tap on back, key ArrowRight, key ArrowLeft, every 1200')
  for (const [part, go] of [['on', 'next, looping'], ['back', 'previous, looping']] as const) {
    await everywhere(hands, 'tap', go, part)
  }
  for (const [key, go] of [['ArrowRight', 'next, looping'], ['ArrowLeft', 'previous, looping']] as const) {
    await everywhere(hands, `key ${key}`, go)
  }
  await everywhere(hands, 'every', 'next, looping')
  await hands.enter('held while', 'hovered || focused', '[aria-label="Rule"]')
}

/** Lets a rule hold in all three states and lead onward. */
async function everywhere(hands: BenchHands, trigger: string, go: string, part?: string): Promise<void> {
  await hands.wire(trigger, 'gannet', 'seal', part)
  await hands.enter('go to', go, '[aria-label="Rule"]')
  const edge = (await hands.cell(trigger, 'gannet', part)).findElement({ css: '.cell-edge' })
  await hands.drag(await edge, await hands.column('puffin'))
  await hands.cell(trigger, 'puffin', part)
}
