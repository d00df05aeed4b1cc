import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 16, the ticket button, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await makeIcon(hands, 'ticket')
  await hands.newComponent()
  await makeIcon(hands, 'anchor')
  await hands.newComponent()
  await drawButton(hands)
  await giveSizes(hands)
  expectAsFewAsEver('16', hands)
  await expectEveryEditWritten(hands)

  const specimen = '[aria-label="Specimen"]'
  const frame = () => hands.driver.executeScript<number[]>('const rect = document.querySelector(".specimen-picture rect"); return [Number(rect.getAttribute("width")), Number(rect.getAttribute("height"))]')
  const whole = await frame()
  await hands.enter('showLabel', 'no', specimen)
  await hands.until('it has closed up', async () => (await frame())[0]! < whole[0]! - 30)
  await hands.enter('showLabel', 'yes', specimen)
  await hands.enter('size', 'L', specimen)
  await hands.until('it is larger', async () => (await frame())[0]! > whole[0]!)
  const outline = () => hands.driver.executeScript<string | null>('return document.querySelector(".specimen-picture path")?.getAttribute("d") ?? null')
  const before = await outline()
  await hands.enter('icon', 'Component 2', specimen)
  await hands.until('it has the other icon', async () => (await outline()) !== before && (await outline()) !== null)
  await hands.enter('showIcon', 'no', specimen)
  await hands.until('it has no icon', async () => (await outline()) === null)
  expect(await hands.findingKinds()).not.toContain('value-unreadable')
  await expectOtherWaysAsWell('16', hands)
})

/** A component that is nothing but an icon, as large as it is made. */
async function makeIcon(hands: BenchHands, name: string): Promise<void> {
  await hands.sayLine(`as icon icon ${name} 24x24 at 0,0 #ffffff pin across both pin down both; frame 24x24`)
}

async function drawButton(hands: BenchHands): Promise<void> {
  await hands.addParameters('label = Ticket, showIcon = yes, showLabel = yes, size = M of S|M|L')
  await hands.sayLine('as slot 20x20 visible "= showIcon"; frame #24506f layout row gap 8 align center padding 10,16 width from content height from content')
  await hands.enter('Name of slot', 'icon', '[aria-label="Parameters"]')
  await hands.enter('Value of icon', 'Component 1', '[aria-label="Parameters"]')
  await hands.addParts('text "= label" #ffffff visible "= showLabel"')
}

/** A look for each size, which says how large the words, the icon and the room around them are. */
async function giveSizes(hands: BenchHands): Promise<void> {
  await hands.click('[aria-label="Looks for each size"]')
  for (const [size, words, icon, room] of [['S', '12', '14', '10'], ['L', '20', '28', '22']] as const) {
    await hands.click(await hands.column(size))
    await hands.sayLine(`text: size ${words}; slot: ${icon}x${icon}; frame: padding left ${room} padding right ${room}`)
  }
}
