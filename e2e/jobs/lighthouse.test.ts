import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

/** The regions with their columns and rows, as far as this lighthouse looks: any to any works the same for more of them. */
const REGIONS = [
  ['north', 80, 0, 0], ['northeast', 160, 0, 45], ['east', 160, 40, 90], ['southeast', 160, 80, 135],
  ['south', 80, 80, 180], ['southwest', 0, 80, 225], ['west', 0, 40, 270], ['northwest', 0, 0, 315],
] as const

test('job 15, the lighthouse, from an empty project: any to any in eight rules', async () => {
  const hands = application.hands()
  await hands.newProject()
  await drawRegions(hands)
  await drawBeam(hands)
  await hands.renameState('rest', 'north')
  await hands.selectPart('beam')
  await hands.addStates(...REGIONS.slice(1).map(([name]) => name))
  for (const [name, , , turn] of REGIONS.slice(1)) {
    if (name !== 'northeast') await hands.click(await hands.column(name))
    await hands.setProperty('rotation', String(turn))
  }
  await wire(hands)
  expectAsFewAsEver('15', hands)
  await expectEveryEditWritten(hands)
  expect(await hands.driver.executeScript('return document.querySelectorAll(".cell:not(.is-empty)").length')).toBe(8)

  // From any region to any other the beam turns the shortest way.
  await pointAt(hands, 0.83, 0.5)
  await hands.untilSpecimenIs('east')
  await pointAt(hands, 0.5, 0.9)
  await hands.untilSpecimenIs('south')
  await pointAt(hands, 0.1, 0.1)
  await hands.untilSpecimenIs('northwest')
  await hands.untilFindings('nothing is wrong', (kinds) => !kinds.includes('state-unreachable'))
  await expectOtherWaysAsWell('15', hands)
})

test('job 15, the same continuously', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.setProperties({ x: '0', y: '0', width: '240', height: '120', fill: '#1d2b33' })
  await drawBeam(hands)
  await hands.setProperty('rotation', '= angleTo\t')
  await hands.setProperty('rotation', '= angleToPointer(beam)')
  expectAsFewAsEver('15b', hands)
  await expectEveryEditWritten(hands)
  const turn = () => hands.driver.executeScript<string>('return document.querySelector(".specimen-picture path").closest("[transform]").getAttribute("transform")')
  const before = await turn()
  await pointAt(hands, 0.9, 0.55)
  await hands.until('the beam follows', async () => (await turn()) !== before)
  await expectOtherWaysAsWell('15b', hands)
})

async function drawRegions(hands: BenchHands): Promise<void> {
  const [first, ...others] = REGIONS.map(([name, x, y]) => `box ${name} 80x40 at ${x},${y} #2f6f9f opacity 0.3`)
  await hands.sayLine(`as ${first}`)
  await hands.addParts(others.join('; '))
}

/** A beam that turns about its foot in the middle of the field. */
async function drawBeam(hands: BenchHands): Promise<void> {
  await hands.addPart('path', { outline: 'M10 50L0 0H20Z', x: '110', y: '10', width: '20', height: '50', fill: '#f6d365', 'transform origin y': '1', 'receives input': 'no' }, 'beam')
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.addTriggers(REGIONS.map(([name]) => `enter on ${name}`).join(', '))
  for (const [name] of REGIONS) {
    await hands.click(await hands.cell('enter', 'north', name))
    await hands.driver.actions().keyDown(Key.SHIFT).click(await hands.cell('enter', 'northwest', name)).keyUp(Key.SHIFT).perform()
    hands.actions++
    await hands.press(...`${name} 420`, Key.ENTER)
    await hands.until(`every state turns to ${name}`, async () => (await (await hands.cell('enter', 'northwest', name)).getAttribute('data-answer')) === name)
  }
}

/** Points at a place of the specimen's drawing, in shares of it. */
async function pointAt(hands: BenchHands, across: number, down: number): Promise<void> {
  const [x, y] = await hands.driver.executeScript<[number, number]>(
    'const box = document.querySelector(".specimen-picture g").getBoundingClientRect(); return [box.left + box.width * arguments[0], box.top + box.height * arguments[1]].map(Math.round)', across, down)
  await hands.driver.actions().move({ x, y }).perform()
}
