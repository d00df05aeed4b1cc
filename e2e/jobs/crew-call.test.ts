import { test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 13, the call-crew button, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await wire(hands)
  expectAsFewAsEver('13', hands)
  await expectEveryEditWritten(hands)

  // Held for half a second it calls urgently, and the tap that would follow does not come.
  const plate = await hands.find('.specimen-picture [data-part] rect')
  await hands.driver.actions().move({ origin: plate }).press().perform()
  await hands.untilSpecimenIs('down')
  await hands.untilSpecimenIs('urgent')
  await hands.driver.actions().release().perform()
  await hands.until('it says so', async () => (await hands.driver.executeScript('return document.querySelector(".specimen-picture text").textContent')) === 'Urgent call')
  await hands.untilSpecimenIs('rest', 12_000)
  await hands.tap(plate)
  await hands.untilSpecimenIs('asked')
  await hands.untilSpecimenIs('rest', 12_000)

  // The keyboard reaches it too: Tab puts the focus on it, Enter taps it.
  const specimen = await hands.find('.specimen-picture')
  await specimen.sendKeys(Key.TAB)
  await hands.until('the focus is shown', async () => (await (await hands.find('.focus-ring')).getAttribute('points')) !== '')
  await specimen.sendKeys(Key.ENTER)
  await hands.untilSpecimenIs('asked')
  await expectOtherWaysAsWell('13', hands)
})

async function draw(hands: BenchHands): Promise<void> {
  await hands.say({ focusable: 'yes' })
  await hands.addPart('text', { text: 'Call the crew', fill: '#ffffff', 'receives input': 'no' })
  await hands.addStates('down', 'asked', 'urgent')
  for (const [name, words, fill] of [['down', 'Hold for urgent', '#1a3a52'], ['asked', 'Somebody is coming', '#2e7d5b'], ['urgent', 'Urgent call', '#b5466b']] as const) {
    if (name !== 'down') await hands.click(await hands.column(name))
    await hands.sayLine(`"${words}"; box fill ${fill}`)
  }
}

async function wire(hands: BenchHands): Promise<void> {
  const rules = [['press', 'rest', 'down'], ['release', 'down', 'rest'], ['long press', 'down', 'urgent'], ['tap', 'rest', 'asked'], ['after', 'asked', 'rest'], ['after', 'urgent', 'rest']] as const
  await hands.addTriggers('press, release, long press, after')
  for (const [trigger, from, to] of rules) await hands.wire(trigger, from, to)
}
