import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 20, the engine-start button, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.sayLine('as container layout row padding 12,20 width from content height from content; frame layout row justify center align center')
  await hands.addPart('text', { text: 'Start engine', fill: '#ffffff', 'width from': 'content', 'height from': 'content' })
  await hands.renameState('rest', 'idle')
  await hands.addStates('requesting', 'warming', 'running')
  for (const [name, words, fill] of [['requesting', 'Requesting', '#51606a'], ['warming', 'Warming up the engine', '#7a5195'], ['running', 'Running', '#2e7d5b']] as const) {
    if (name !== 'requesting') await hands.click(await hands.column(name))
    await hands.sayLine(`"${words}"; container fill ${fill}`)
  }
  await hands.answer('tap', 'idle', 'requesting 320 for all')
  await hands.enter('applies to', 'the whole component', '[aria-label="Rule"]')
  await hands.click(await hands.byText('More about the motion', 'summary'))
  await hands.enter('reduced motion', 'skip all', '[aria-label="Rule"]')
  await hands.addTrigger('after')
  for (const [from, to, ms] of [['requesting', 'warming', '1500'], ['warming', 'running', '2500'], ['running', 'idle', '3000']] as const) {
    await hands.wire('after', from, to)
    await hands.enter('after', ms, '[aria-label="Rule"]')
  }
  expectAsFewAsEver('20', hands)
  await expectEveryEditWritten(hands)

  // At a quarter of the speed one sees it ask, warm up, run and come to rest; it is as wide as what it says.
  const width = () => hands.driver.executeScript<number>('return document.querySelector(".specimen-picture [data-part] path, .specimen-picture [data-part] rect").getBoundingClientRect().width')
  const narrow = await width()
  await hands.tap('.specimen-picture text')
  await hands.untilSpecimenIs('requesting')
  await hands.untilSpecimenIs('warming')
  await hands.until('it has grown', async () => (await width()) > narrow + 20)
  await hands.untilSpecimenIs('running')
  await hands.untilSpecimenIs('idle')
  expect(await hands.findingKinds()).not.toContain('never-completes')
  await expectOtherWaysAsWell('20', hands)
})
