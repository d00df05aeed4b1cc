import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const RULE = '[aria-label="Rule"]'

/** A component with four states, the middle two of which are selected. */
async function withStates(hands: BenchHands): Promise<void> {
  await hands.newProject()
  for (const [from, to] of [['over', 'asking'], ['over', 'showing'], ['over', 'failed']] as const) {
    await hands.addState()
    await hands.renameState(from, to)
  }
  await hands.click(await hands.column('asking'))
  await hands.driver.actions().keyDown(Key.SHIFT).click(await hands.column('showing')).keyUp(Key.SHIFT).perform()
}

test('states are grouped under a bracket, start from its look, and a timer counts through them', async () => {
  const hands = application.hands()
  await withStates(hands)
  await hands.click('[aria-label="More for showing"]')
  await hands.choose('Group with the selected states')
  await hands.click('[aria-label="More for the group group"]')
  await hands.choose('Rename')
  await (await hands.find('[aria-label="Name of group"]')).sendKeys('busy', Key.ENTER)
  await hands.until('it has its name', async () => (await (await hands.find('.bracket-name')).getText()) === 'busy')

  // Its look is what those of its states start from.
  await hands.click('.bracket-name')
  await hands.selectPart('box')
  await hands.setProperty('fill', '#8a2f24')
  await hands.click('.bracket-name')
  await hands.addTrigger('tap')
  await hands.wire('tap', 'rest', 'asking')
  await hands.wire('tap', 'asking', 'showing')
  await hands.addTrigger('after')
  await hands.wire('after', 'asking', 'failed')
  await hands.enter('after', '1500', RULE)
  await hands.enter('holds in', 'all of busy', RULE)
  await hands.enter('counted from', 'entering the first of them', RULE)

  await hands.clickButton('Start over')
  await hands.click('.specimen-picture')
  await hands.until('its states start from it', async () => (await hands.middlesOf('#8a2f24', '.specimen-picture')).length > 0)
  await hands.click('.specimen-picture')
  await hands.untilSpecimenIs('showing')
  await hands.untilSpecimenIs('failed')
})

test('a group is entered in a row of its own, and a condition asks for it', async () => {
  const hands = application.hands()
  await withStates(hands)
  await hands.addVariables('entered = 0')
  await hands.click('[aria-label="More for showing"]')
  await hands.choose('Group with the selected states')
  await hands.click('[aria-label="More for the group group"]')
  await hands.choose('Answer that it is entered')
  await hands.addTrigger('tap')
  await hands.wire('tap', 'rest', 'asking')
  await hands.wire('tap', 'asking', 'showing')
  await hands.wire('tap', 'showing', 'failed')
  await hands.enter('if', 'in(group)', RULE)
  expect(await (await hands.cell('tap', 'showing')).getAttribute('data-answer')).toBe('failed')
  await hands.enter('if', 'in(nowhere)', RULE)
  await hands.until('what is not there is refused in a sentence', async () => (await hands.driver.findElement({ css: RULE }).getText()).includes('Nothing is called “in(nowhere)”'))
})
