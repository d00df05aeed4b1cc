import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const GOODS = [['Oat biscuits', '3.20'], ['Deck map', '6.50'], ['Wool blanket', '38.00'], ['Sea salt', '4.80'], ['Playing cards', '7.50'], ['Fish soup', '5.90'], ['Lemonade', '2.60'], ['Rain cape', '12.00']] as const

const ADDED = '#bfe3cf'

test('job 22, the purser’s counter, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addTable(['goods', 'price', 'added'], GOODS.map(([name, price]) => [name, price, 'no']))
  await makeLine(hands)
  await makeBadge(hands)
  await makeScreens(hands)
  expectAsFewAsEver('22', hands)
  await expectEveryEditWritten(hands)

  // What is typed filters the list; what is added turns over, and is counted and summed up on its way to the new sum.
  await preview(hands)
  await type(hands, 'soup')
  await hands.until('only the soup is left', async () => (await goodsShown(hands)).join() === 'Fish soup')
  await hands.tapWords('+', 'screen-picture')
  await hands.until('it has turned over', async () => (await hands.middlesOf(ADDED, SCREEN)).length === 1)
  await type(hands, '')
  await hands.until('all are back', async () => (await goodsShown(hands)).length === GOODS.length)
  await hands.tapWords('+', 'screen-picture')
  await hands.until('both are summed up', async () => (await hands.words(SCREEN)).includes('€ 9.10'))
  expect(await hands.words(SCREEN)).toContain('2')

  // The other screen lists them; they are still added after going there and back, until it is emptied.
  await hands.tapWords('Basket', 'screen-picture')
  await hands.until('the basket lists both', async () => (await goodsShown(hands)).join() === 'Oat biscuits,Fish soup')
  await hands.tapWords('Back', 'screen-picture')
  await hands.until('both are still added', async () => (await hands.middlesOf(ADDED, SCREEN)).length === 2)
  await hands.tapWords('Basket', 'screen-picture')
  await hands.tapWords('Empty', 'screen-picture')
  await hands.until('it is empty', async () => (await goodsShown(hands)).length === 0)
  await hands.until('and nothing is to be paid', async () => (await hands.words(SCREEN)).includes('€ 0.00'))
  await expectOtherWaysAsWell('22', hands)
})

const SCREEN = '.screen-picture'

const goodsShown = async (hands: BenchHands) => (await hands.words(SCREEN)).filter((words) => GOODS.some(([name]) => name === words))

/** The first screen alone, as whoever tries it has it. */
async function preview(hands: BenchHands): Promise<void> {
  const at = await hands.driver.getCurrentUrl()
  await hands.goTo('Counter')
  const screen = (await hands.driver.getCurrentUrl()).replace(/.*screen\//, '').replace(/[?/].*/, '')
  await hands.driver.get(`${at.replace(/\/(screen|component).*/, '')}/preview/${screen}`)
  await hands.until('it is shown', async () => (await goodsShown(hands)).length === GOODS.length)
}

/** Writes into the field, as it stands over its drawing. */
async function type(hands: BenchHands, text: string): Promise<void> {
  const field = await hands.enterField()
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text === '' ? Key.DELETE : text)
}

/** A line of goods, with a button that adds it: it is green once it has been. */
async function makeLine(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Line', '.crumbs')
  await hands.addParameters('goods = Goods, price = 0')
  await hands.sayLine("as text goods '= goods' at 12,10 #1d2b33; frame 264x40 #f4efe4 radius 6")
  await hands.addParts(`text price '= text(price, 2)' at 150,10 #1d2b33 width from fixed; text add "+" at 236,10 #24506f role button accessible name Add focusable`)
  await hands.addStates('added')
  await hands.click('[aria-label="Axes"]')
  await hands.choose('Let the column item.added decide state')
  await hands.sayLine(`frame ${ADDED}; add text ✓`)
  await hands.addTriggers('tap on add')
  await hands.answer('tap', 'rest', 'added 300', 'add')
}

/** How many goods there are and what they come to, which it counts to, with a bump. */
async function makeBadge(hands: BenchHands): Promise<void> {
  await hands.newComponent('Badge')
  await hands.addParameters('count = 0, sum = 0')
  await hands.sayLine("as text sum '= \"€ \" + text(sum, 2)' at 36,6 #1d2b33; frame 120x32")
  await hands.openGroup('Glides')
  await hands.enter('+ glide', 'text 400 ease-out')
  await hands.addParts("ellipse dot 28x28 at 0,2 #24506f; text count '= text(count, 0)' at 9,5 #ffffff")
  await hands.addTriggers('changes count')
  await hands.answer('count changes', 'rest', 'rest')
  await hands.act('pulse dot')
}

/** The two screens, and what stands on each. */
async function makeScreens(hands: BenchHands): Promise<void> {
  await hands.make('screen', 'Basket')
  await hands.make('screen', 'Counter')
  await hands.newComponent('Shelf')
  await hands.addVariables("query = ''")
  await hands.sayLine('as field search writes query 240x21 at 24,20 #1d2b33 placeholder "Find goods" accessible name "Find goods" kind search; frame 312x560 #ffffff')
  await hands.addParts(`${LIST} only if "contains(lower(item.goods), lower(query))"; ${BADGE}; text basket "Basket" at 24,516 #24506f role button accessible name Basket focusable`)
  await hands.addTriggers('tap on basket')
  await hands.answer('tap', 'rest', 'rest; go to Basket', 'basket')

  await hands.newComponent('Till')
  await hands.sayLine('as text back "Back" at 24,516 #24506f role button accessible name Back focusable; frame 312x560 #ffffff')
  await hands.addParts(`${LIST} only if item.added; ${BADGE}; text empty "Empty" at 100,516 #8a3c2c role button accessible name Empty focusable`)
  await hands.addTriggers('tap on back, tap on empty')
  await hands.answer('tap', 'rest', 'rest; go to Counter', 'back')
  await hands.answer('tap', 'rest', 'rest; set added of table to false', 'empty')

  for (const [screen, what] of [['Basket', 'Till'], ['Counter', 'Shelf']] as const) {
    await hands.goTo(screen)
    await hands.click('[aria-label="Put something on the screen"]')
    await hands.enter('New parts in one line', what)
  }
}

const LIST = 'list each as Line table table at 24,56 layout column gap 6 items take 240'
const BADGE = 'Badge at 168,512 count "= count(table, record.added)" sum "= sum(table, record.added ? record.price : 0)"'
