import { test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 09, the port chooser, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await drawField(hands)
  await drawOptions(hands)
  await hands.addStates('open')
  await open(hands)
  await wire(hands)
  expectAsFewAsEver('09', hands)
  await expectEveryEditWritten(hands)

  // The field opens it to the height of what is in it, and choosing closes it.
  const clip = () => hands.driver.executeScript<string>('return document.querySelector(".specimen-picture [clip-path] ") ? document.querySelector(".specimen-picture clipPath path").getAttribute("d") : ""')
  await hands.until('it is closed', async () => /V0H0/.test(await clip()))
  await hands.tap('.specimen-picture rect')
  await hands.untilSpecimenIs('open')
  await hands.until('it is as high as two rows', async () => /V7\d/.test(await clip()))
  await hands.tap(await hands.byText('Lamp Rock', '*[name()="tspan"][ancestor::*[contains(@class,"specimen-picture")]]'))
  await hands.untilSpecimenIs('rest')
  await hands.until('it is closed again', async () => /V0H0/.test(await clip()))
  await hands.mend('no-keyboard-way')
  await hands.untilFindings('nothing is wrong', (kinds) => kinds.length === 0)
  await expectOtherWaysAsWell('09', hands)
})

/** A field with words and an arrow. */
async function drawField(hands: BenchHands): Promise<void> {
  await hands.setProperties({ x: '0', y: '0', width: '220', height: '40', fill: '#ffffff', stroke: '#24506f' })
  await hands.addPart('text', { text: 'Which port?', x: '12', y: '10', 'receives input': 'no' })
  await hands.selectPart('frame')
  await hands.addPart('icon', { x: '188', y: '8', 'receives input': 'no' })
  await hands.setIcon('chevron-down')
}

/** A column of two rows that is as high as them, closed to nothing and faded out. */
async function drawOptions(hands: BenchHands): Promise<void> {
  await hands.selectPart('frame')
  await hands.addPart('container', { x: '0', y: '44', width: '220', height: '0', fill: '#ffffff', opacity: '0', 'receives input': 'no', layout: 'column', gap: '0', align: 'stretch', clip: 'yes' }, 'list')
  await hands.addPart('container', { fill: '#ffffff', 'padding top': '8', 'padding bottom': '8', 'padding left': '12', 'width from': 'fill', 'height from': 'content' })
  await hands.addPart('text', { text: 'Skerry Quay' })
  await hands.selectPart('container')
  await hands.press('d')
  await hands.until('there is a second row', async () => (await hands.byText('text 3', '*[@role="tree"]//button')).isDisplayed())
  await hands.selectPart('text 3')
  await hands.setProperty('text', 'Lamp Rock')
}

/** What the open look changes. */
async function open(hands: BenchHands): Promise<void> {
  await hands.selectPart('list')
  await hands.setProperties({ 'height from': 'content', opacity: '1', 'receives input': 'yes' })
  await hands.selectPart('icon')
  await hands.setProperty('rotation', '180')
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.addTriggers('tap on box, tap on container, tap on container 2')
  for (const [part, from, to] of [['box', 'rest', 'open'], ['box', 'open', 'rest'], ['container', 'open', 'rest'], ['container 2', 'open', 'rest']] as const) {
    await hands.wire('tap', from, to, part)
  }
}
