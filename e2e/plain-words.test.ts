import { expect, test } from '@jest/globals'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

/** Words of our own that the trade, CSS and ARIA have plain ones for: no label is one of them. */
const NO_LABELS = new Set([
  'dark paper', 'light paper', 'of all of it', 'findings of all of it', 'hold', 'go on', 'takes', 'waits', 'along', 'motion of', 'as elsewhere', 'goes on from there', 'refuses', 'jumps to its end', 'carried over', 'begins anew', 'turns', 'turn',
  'shift across', 'shift down', 'scale across', 'scale down', 'anchor across', 'anchor down', 'goes', 'travels', 'jumps at the start', 'one by one', 'all together', 'reduced', '+ by way of another look', 'mirror the way back', 'held against', 'wipe to',
  'repeat it', 'stop repeating', 'back to the responses', 'put the specimen here', 'not final after all', 'take back all it changes', 'remove with its rules', 'nothing on purpose', 'leave it unanswered', 'next, wrapping round', 'previous, wrapping round',
  'takes input', 'takes focus', 'laid out', 'dissolve the container', 'what shall happen?', 'let go', 'kept inside', 'rests', 'take in a picture …', 'carry key', 'finger', 'way of working', 'show it', 'use it', 'stands on it', 'wide', 'high', 'comes from',
  'dims by', 'a tap beside it closes it', 'ways in', 'as it is', 'keep this run', 'i am done', 'line up', 'another one like it', 'check completely', 'promise it', 'from anywhere it can come about that', 'what is usual', 'response table', 'motion score',
])

/** Runs that are recorded are called so. */
const RECORDED = 'Takes'

/** Every label there is on the page: what fields, buttons, choices, headings and places are called. */
const LABELS = `
  const text = (element) => element.innerText ?? element.textContent ?? ''
  const named = [...document.querySelectorAll('label, button, a, summary, option, th, h1, h2, h3, legend, [role=menuitem], [role=tab]')].map(text)
  const spoken = [...document.querySelectorAll('[aria-label], [placeholder], [title]')].flatMap((element) => ['aria-label', 'placeholder', 'title'].map((name) => element.getAttribute(name) ?? ''))
  return [...new Set([...named, ...spoken].map((label) => label.trim()))].filter((label) => label !== '')`

async function labels(hands: BenchHands): Promise<readonly string[]> {
  return hands.driver.executeScript<readonly string[]>(LABELS)
}

const openAll = (hands: BenchHands): Promise<void> => hands.driver.executeScript('for (const each of document.querySelectorAll("details")) each.open = true')

test('no label anywhere is one of the words that have plainer ones', async () => {
  const hands = application.hands()
  const seen = new Set<string>()
  const look = async () => {
    await openAll(hands)
    for (const label of await labels(hands)) seen.add(label)
  }
  await hands.newProject()
  await look()
  await hands.click('.brand')
  await hands.byText('New project', 'button')
  await look()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.cell('tap', 'rest'))
  await look()
  for (const part of ['plate', 'label']) {
    await hands.selectPart(part)
    await look()
  }
  await hands.click('[aria-label="Open rest on the easel"]')
  await hands.find('.easel-picture')
  await look()
  await hands.openDemoScreen('home')
  await look()
  await hands.clickButton('Arrange')
  await hands.clickButton('heading')
  await look()
  await hands.openDemoScreen('cabin')
  await look()
  const project = (await hands.driver.getCurrentUrl()).replace(/\/screen\/.*/, '')
  for (const sheet of ['findings', 'findings/coverage', 'findings/budgets', 'findings/promises', 'findings/criteria', 'preview/home?keep']) {
    await hands.driver.get(`${project}/${sheet}`)
    await hands.find('main')
    await hands.driver.sleep(500)
    await look()
  }
  expect(seen.size).toBeGreaterThan(200)
  expect([...seen].filter((label) => label !== RECORDED && NO_LABELS.has(label.toLowerCase()))).toEqual([])
})
