import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const DISC = 'M12 2C17.5 2 22 6.5 22 12C22 17.5 17.5 22 12 22C6.5 22 2 17.5 2 12C2 6.5 6.5 2 12 2Z'
const DROP = 'M12 4C20 4 28 8 28 12C28 16 20 20 12 20C7 20 3 16.5 3 12C3 7.5 7 4 12 4Z'
const BEAN = 'M8 5C15 3.5 26 7 26 12C26 17 15 20.5 8 19C2 18 -2 15 -2 12C-2 9 2 6 8 5Z'

test('job 12, the gangway switch, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.setProperties({ x: '80', y: '40', width: '68', height: '32', fill: '#8a959b', radius: '16' })
  await hands.addPart('path', { outline: DISC, x: '84', y: '44', width: '24', height: '24', fill: '#ffffff', 'receives input': 'no' })

  await hands.addStates('down')
  await hands.setProperty('x', '120')
  await hands.selectPart('box')
  await hands.setProperty('fill', '#2e7d5b')

  await hands.answer('tap', 'rest', 'down 480')
  await hands.selectPart('path')
  for (const [index, outline, x, along] of [[1, DROP, '92', 'ease-in'], [2, BEAN, '110', 'linear']] as const) {
    await hands.clickButton('+ keyframe')
    await hands.setProperties({ outline, x })
    const ways = await hands.driver.findElements({ css: '.keyframes fieldset' })
    await hands.until(`way ${index} is there`, async () => (await hands.driver.findElements({ css: '.keyframes fieldset' })).length === index)
    await hands.enter('easing', along, `.keyframes fieldset:nth-of-type(${Math.max(ways.length, index)})`)
  }
  await hands.enter('velocity', 'keep', '.keyframes fieldset:nth-of-type(2)')
  await hands.wire('tap', 'down', 'rest')
  await hands.click(await hands.cell('tap', 'rest'))
  await hands.clickButton('Mirror for the return')
  expectAsFewAsEver('12', hands)
  await expectEveryEditWritten(hands)

  // One motion with one end, through two shapes; the way back goes through them the other way round.
  await hands.click(await hands.cell('tap', 'down'))
  await hands.until('the way back has two looks to pass through', async () => (await hands.driver.findElements({ css: '.keyframes fieldset' })).length === 2)
  expect(await (await hands.field('duration', '[aria-label="Rule"]')).getAttribute('value')).toBe('480 ms')
  await hands.tap('.specimen-picture [data-part] path')
  await hands.untilSpecimenIs('down')
  await hands.driver.actions().click().perform()
  await hands.untilSpecimenIs('rest')
  await hands.untilFindings('nothing is wrong', (kinds) => kinds.length === 0)
  await expectOtherWaysAsWell('12', hands)
})
