import { expect, test } from '@jest/globals'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { skerryLine } from '@rheoscope/core/demo'
import { useApplication } from '../harness/application'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 03, the buoy marker, from an empty project', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-pictures-'))
  const [dark, lit] = skerryLine.assets.map(({ name, data }) => {
    const file = path.join(folder, name.replace(' ', '-'))
    writeFileSync(file, Buffer.from(data!, 'base64'))
    return file
  })
  const hands = application.hands()
  await hands.newProject()
  await hands.sayLine('as picture 40x56 at 0,0; frame 40x56 pointer cursor pointer')
  await hands.setPicture(dark!)
  await hands.addState()
  await hands.setPicture(lit!)
  await hands.addTrigger('enter')
  await hands.wireAndBack('enter', 'rest', 'over')
  await hands.untilFindings('nothing is wrong', (kinds) => kinds.length === 0)
  expectAsFewAsEver('03', hands)
  await expectEveryEditWritten(hands)

  await hands.newComponent()
  await hands.addParts('"Component 1" at 10,8; "Component 1" at 150,8')
  expectAsFewAsEver('03b', hands)
  await expectEveryEditWritten(hands)
  const shown = () => hands.driver.executeScript<string[]>('return [...document.querySelectorAll(".specimen-picture image")].map((each) => each.getAttribute("href"))')
  await hands.until('two buoys are dark', async () => new Set(await shown()).size === 1 && (await shown()).length === 2)
  const [first] = await hands.driver.findElements({ css: '.specimen-picture image' })
  await hands.hover(first!)
  await hands.until('the one pointed at is lit', async () => new Set((await shown()).slice(0, 2)).size === 2 && (await shown()).length === 2)
  expect(await hands.driver.executeScript('return document.querySelector(".specimen-picture").style.cursor')).toBe('pointer')
  await expectOtherWaysAsWell('03b', hands)
})
