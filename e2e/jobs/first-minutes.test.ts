import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'

const application = useApplication()

test('a two-state component that changes colour on tap, from an empty project, in at most 12 actions', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addState()
  await hands.setProperty('fill', '#b5466b')
  await hands.wire('tap', 'rest', 'over')
  await hands.enter('Easing', 'ease-in-out', '[aria-label="Easing"]')
  await hands.wire('tap', 'over', 'rest')
  await hands.click('.specimen-picture')
  await hands.untilSpecimenIs('over')
  process.stdout.write(`two-state component: ${hands.actions} actions\n`)
  expect(hands.actions).toBeLessThanOrEqual(12)

  const rect = await hands.driver.executeScript<string>('return document.querySelector(".specimen-picture rect").getAttribute("fill")')
  expect(rect).toMatch(/^#/)
  await hands.until('the colour has arrived', async () => (await hands.driver.executeScript('return document.querySelector(".specimen-picture rect").getAttribute("fill")')) === '#b5466b')
  await hands.untilFindings('nothing is wrong', (kinds) => kinds.length === 0)
})
