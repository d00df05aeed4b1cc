import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const LOG = 'Calm until the outer mark, then a long swell from the north-west. Two porpoises kept us company as far as Holm East.'

test('job 14, the read-on excerpt, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await hands.addStates('whole')
  await hands.selectPart('excerpt')
  await hands.setProperties({ height: '= words.natural.height + 12', 'fade bottom': '0' })
  await hands.selectPart('more')
  await hands.setProperty('text', 'Less')
  await hands.addTriggers('tap on more')
  await hands.answer('tap', 'rest', 'whole 240 and back', 'more')
  expectAsFewAsEver('14', hands)
  await expectEveryEditWritten(hands)

  // It is cut where the instance says, and opens to all of it.
  expect(await cutAt(hands)).toBe(40)
  await hands.tapWords('Read on')
  await hands.untilSpecimenIs('whole')
  await hands.until('it is as high as its words', async () => (await cutAt(hands)) > 70)
  await hands.tapWords('Less')
  await hands.untilSpecimenIs('rest')
  await hands.until('it is cut again', async () => (await cutAt(hands)) === 40)
  await hands.enter('cut', '52', '[aria-label="Specimen"]')
  await hands.until('it is cut elsewhere', async () => (await cutAt(hands)) === 52)
  await expectOtherWaysAsWell('14', hands)
})

/** A column of an excerpt that is cut at a height the instance sets, and a word under it. */
async function draw(hands: BenchHands): Promise<void> {
  await hands.addParameters('cut = 40')
  await hands.selectPart('frame')
  await hands.setProperties({ layout: 'column', gap: '6' })
  await hands.selectPart('box')
  await hands.press('\uE017')
  await hands.selectPart('frame')
  await hands.addPart('container', { layout: 'free', width: '240', height: '= cut', clip: 'yes', 'fade bottom': '16' }, 'excerpt')
  await hands.addPart('text', { x: '0', y: '0', text: LOG, width: '240', height: '= words.natural.height', 'width from': 'fixed', 'height from': 'fixed' }, 'words')
  await hands.selectPart('frame')
  await hands.addPart('text', { text: 'Read on' }, 'more')
}

/** How high the excerpt is in the specimen. */
const cutAt = (hands: BenchHands): Promise<number> =>
  hands.driver.executeScript<number>(`
    const path = document.querySelector('.specimen-picture clipPath path')
    return path ? Math.round(path.getBBox().height) : -1`)
