import { test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

const DECKS = ['car', 'saloon', 'promenade'] as const

const FILLS = ['#dfe8ee', '#f0e2d0', '#e3ecdb'] as const

const LINE = '#b5466b'

test('job 23, deck tabs, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await hands.renameState('rest', 'car')
  await hands.addStates('saloon', 'promenade')
  for (const [index, name] of [[1, 'saloon'], [2, 'promenade']] as const) {
    await hands.click(await hands.column(name))
    await hands.sayLine(`track x ${-320 * index}`)
  }
  await wire(hands)
  expectAsFewAsEver('23', hands)
  await expectEveryEditWritten(hands)

  // The line glides to the tab that is tapped and takes its width; it goes a little too far on the way.
  await hands.clickButton('Start over')
  const [left, width] = await line(hands)
  await hands.tapWords('Promenade')
  await hands.untilSpecimenIs('promenade')
  await hands.until('the line is wider', async () => (await line(hands))[1]! > width! * 1.1)
  await hands.until('it lies further right', async () => (await line(hands))[0]! > left! + 40)

  // A drag takes the panels along and is kept from half way; the arrows go from tab to tab.
  await hands.driver.sleep(600)
  await dragPanels(hands, 0.7)
  await hands.untilSpecimenIs('saloon')
  await hands.driver.sleep(600)
  await dragPanels(hands, 0.2)
  await hands.untilSpecimenIs('saloon')
  await hands.driver.sleep(600)
  await dragPanels(hands, -0.7)
  await hands.untilSpecimenIs('promenade')
  await (await hands.find('.specimen-picture')).sendKeys(Key.TAB, Key.ARROW_LEFT)
  await hands.untilSpecimenIs('saloon')
  await hands.untilFindings('nothing is wrong with it', (kinds) => !kinds.includes('drag-only') && !kinds.includes('value-unreadable'))
  await expectOtherWaysAsWell('23', hands)
})

/** Where the line lies on the page, and how wide it is. */
async function line({ driver }: BenchHands): Promise<readonly number[]> {
  return driver.executeScript(`const box = document.querySelector('.specimen-picture [fill="${LINE}"]').getBoundingClientRect(); return [box.left, box.width]`)
}

/** Drags the panel that shows sideways, by a share of its width, and stands still before letting go. */
async function dragPanels(hands: BenchHands, share: number): Promise<void> {
  const { x, y, width } = await hands.driver.executeScript<{ readonly x: number; readonly y: number; readonly width: number }>(`
    const { left, right } = document.querySelector('.specimen-picture').getBoundingClientRect()
    const panels = arguments[0].map((fill) => document.querySelector('.specimen-picture [fill="' + fill + '"]').getBoundingClientRect())
    const shown = panels.find((box) => (box.left + box.right) / 2 > left && (box.left + box.right) / 2 < right)
    return { x: Math.round((shown.left + shown.right) / 2), y: Math.round((shown.top + shown.bottom) / 2), width: shown.width }`, FILLS)
  await hands.driver.actions().move({ x, y }).press().move({ x: x + Math.round(width * share), y, duration: 200 }).pause(200).release().perform()
}

/** Three tabs of unequal words with a line under them, and three panels in a row behind a frame. */
async function draw(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Deck tabs', '.crumbs')
  await hands.addVariables('at = 0')
  await hands.sayLine(`as box line 60x3 at 6,36 ${LINE}; frame 320x184`)
  await hands.selectPart('frame')
  const tabs = DECKS.map((name, index) => `> text ${name} "${['Car deck', 'Saloon', 'Promenade'][index]!}" #1d2b33 role tab focusable`)
  const panels = DECKS.map((name, index) => `>> box ${name}Panel 308x124 at ${index * 320 + 6},6 ${FILLS[index]!} radius 10`)
  await hands.addParts(['container tabs layout row gap 26 300x30 at 6,4 role tablist accessible name Decks', ...tabs, 'container panels 320x136 at 0,48 clip', '> container track 960x136 at 0,0', ...panels].join('; '))
  await hands.selectPart('line')
  await hands.sayLine('x "= at == 0 ? car.left : at == 1 ? saloon.left : promenade.left" width "= at == 0 ? car.width : at == 1 ? saloon.width : promenade.width"')
  await hands.openGroup('Glides')
  await hands.enter('+ glide', 'x 380 cubic-bezier(0.34, 1.4, 0.5, 1)')
  await hands.enter('+ glide', 'width 380 cubic-bezier(0.34, 1.4, 0.5, 1)')
}

async function wire(hands: BenchHands): Promise<void> {
  await hands.addTriggers(`${DECKS.map((name) => `tap on ${name}`).join(', ')}, key ArrowRight on tabs, key ArrowLeft on tabs, entered, while dragged on panels by -panels.dragX / 320, while dragged on panels by panels.dragX / 320`)
  for (const [index, name] of DECKS.entries()) {
    for (const from of DECKS) if (from !== name) await hands.answer('tap', from, `${name} 320`, name)
    await hands.click(await hands.cell('entered', name))
    await hands.press(`; set at to ${index}`, Key.ENTER)
    await hands.until('it stays', async () => (await (await hands.cell('entered', name)).getAttribute('data-answer')) === 'stay')
  }
  for (const [from, to] of [['car', 'saloon'], ['saloon', 'promenade']] as const) {
    await hands.answer('key ArrowRight', from, `${to} 320`, 'tabs')
    await hands.answer('key ArrowLeft', to, `${from} 320`, 'tabs')
    await hands.answer('while dragged by -panels.dragX / 320', from, `${to} 320 linear`, 'panels')
    await hands.answer('while dragged by panels.dragX / 320', to, `${from} 320 linear`, 'panels')
  }
}
