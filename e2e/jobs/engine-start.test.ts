import { expect, test } from '@jest/globals'
import { useApplication } from '../harness/application'
import { expectAsFewAsEver } from './counts'

const application = useApplication()

test('job 20, the engine-start button, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.selectPart('frame')
  await hands.setProperties({ layout: 'row', justify: 'center', align: 'center' })
  await hands.selectPart('box')
  await hands.press('\uE017')
  await hands.addPart('container', { fill: '#24506f', layout: 'row', 'padding top': '12', 'padding bottom': '12', 'padding left': '20', 'padding right': '20', 'width from': 'content', 'height from': 'content' })
  await hands.addPart('text', { text: 'Start engine', fill: '#ffffff', 'width from': 'content', 'height from': 'content' })
  await hands.renameState('rest', 'idle')
  for (const [name, words, fill] of [['requesting', 'Requesting', '#51606a'], ['warming', 'Warming up the engine', '#7a5195'], ['running', 'Running', '#2e7d5b']] as const) {
    await hands.addStates(name)
    await hands.selectPart('text')
    await hands.setProperty('text', words)
    await hands.selectPart('container')
    await hands.setProperty('fill', fill)
  }
  await hands.wire('tap', 'idle', 'requesting')
  await hands.enter('applies to', 'the whole component', '[aria-label="Rule"]')
  await hands.enter('duration', '320', '[aria-label="Rule"]')
  await hands.click(await hands.byText('More about the motion', 'summary'))
  await hands.enter('reduced motion', 'skip all', '[aria-label="Rule"]')
  await hands.addTrigger('after')
  for (const [from, to, ms] of [['requesting', 'warming', '1500'], ['warming', 'running', '2500'], ['running', 'idle', '3000']] as const) {
    await hands.wire('after', from, to)
    await hands.enter('after', ms, '[aria-label="Rule"]')
  }
  expectAsFewAsEver('20', hands)

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
})
