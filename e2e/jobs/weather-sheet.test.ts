import { expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

/** The heights of the sheet, by where its upper edge is. */
const HEIGHTS = [['low', 300], ['middle', 170], ['high', 40]] as const

const [HEAD, ROW] = ['#e9dfc8', '#dfe8ee'] as const

test('job 24, the weather sheet, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await draw(hands)
  await heights(hands)
  await header(hands)
  expectAsFewAsEver('24', hands)
  await expectEveryEditWritten(hands)

  // The sheet follows the pointer, goes on from half way, and back from less.
  await hands.click(await hands.column('low'))
  await hands.clickButton('Start over')
  const resting = await topOf(hands, HEAD)
  await dragHead(hands, -40, async () => expect(await topOf(hands, HEAD)).toBeLessThan(resting - 10))
  await hands.until('it is back', async () => Math.abs((await topOf(hands, HEAD)) - resting) < 1)
  for (const height of ['middle', 'high'] as const) {
    await dragHead(hands, -90)
    await hands.untilSpecimenIs(height)
    await hands.driver.sleep(500)
  }

  // What it holds is scrolled, and its head shrinks as far as that goes; back up, it grows.
  const tall = await heightOf(hands, HEAD)
  await hands.untilSpecimenIs('high')
  await wheel(hands, 30)
  await hands.until('its head is half way', async () => Math.abs((await heightOf(hands, HEAD)) / tall - 0.78) < 0.05)
  await wheel(hands, 200)
  await hands.until('its head is small', async () => Math.abs((await heightOf(hands, HEAD)) / tall - 0.56) < 0.03)
  await wheel(hands, -300)
  await hands.until('its head is tall again', async () => Math.abs((await heightOf(hands, HEAD)) / tall - 1) < 0.03)

  // By keyboard the same, also for those who prefer that nothing moves.
  await hands.click(await hands.byText('reduced motion', 'label'))
  await (await hands.find('.specimen-picture')).sendKeys(Key.TAB, Key.chord(Key.SHIFT, Key.TAB), Key.ARROW_DOWN)
  await hands.untilSpecimenIs('middle')
  await (await hands.find('.specimen-picture')).sendKeys(Key.ARROW_DOWN)
  await hands.untilSpecimenIs('low')
  await expectOtherWaysAsWell('24', hands)
})

/** A sheet over a sky: a head to drag it by, and hours that scroll. */
async function draw(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Weather sheet', '.crumbs')
  await hands.sayLine('as container sheet layout free 342x360 at 0,300 #ffffff; frame 342x400 #cfe0ea clip')
  await hands.addParts([
    `container head layout free 342x100 at 0,0 ${HEAD} role button accessible name "Weather, 6 degrees" focusable`, '> text degrees "6°" at 20,30 #1d2b33',
    'container body layout free 342x260 at 0,100 clip scrolls down role group accessible name Hours focusable', '> container hours 310x400 at 16,0 layout column gap 4',
    ...['07', '09', '11', '13', '15', '17', '19', '21'].map((hour) => `>> box h${hour} 310x44 ${ROW}`),
  ].join('; '))
}

/** Three heights, each reached from the next by a drag that follows the pointer, a key, and a tap. */
async function heights(hands: BenchHands): Promise<void> {
  await hands.renameState('rest', 'low')
  await hands.addStates('middle', 'high')
  for (const [name, y] of HEIGHTS.slice(1)) {
    await hands.click(await hands.column(name))
    await hands.sayLine(`sheet y ${y}`)
  }
  await hands.addTriggers('while dragged on head by -head.dragY / 130, while dragged on head by head.dragY / 130, key ArrowUp on head, key ArrowDown on head, tap on head')
  for (const [from, to] of [['low', 'middle'], ['middle', 'high']] as const) {
    await hands.answer('while dragged by -head.dragY / 130', from, `${to} 360 linear`, 'head')
    await hands.answer('while dragged by head.dragY / 130', to, `${from} 360 linear`, 'head')
    await hands.answer('key ArrowUp', from, `${to} 360`, 'head')
    await hands.answer('key ArrowDown', to, `${from} 360`, 'head')
    await hands.answer('tap', from, `${to} 360`, 'head')
  }
  await hands.answer('tap', 'high', 'low 360', 'head')
}

/** A second axis: the head is tall, or as small as what it holds has been scrolled. */
async function header(hands: BenchHands): Promise<void> {
  await hands.click('[aria-label="Axes"]')
  await hands.choose('Another axis')
  await hands.addState('axis')
  await hands.renameState('over', 'small')
  await hands.sayLine('head height 56; body y 56 height 304; degrees y 12')
  const [, second] = await hands.driver.findElements(By.css('.axis-grid'))
  await hands.click(await second!.findElement(By.xpath('.//button[normalize-space()="+ trigger"]')))
  await hands.enter('New triggers in one line', 'while scrolled on body by body.scrollY / 60, while scrolled on body by 1 - body.scrollY / 60')
  await hands.answer('while scrolled by body.scrollY / 60', 'first', 'small 200 linear', 'body')
  await hands.answer('while scrolled by 1 - body.scrollY / 60', 'small', 'first 200 linear', 'body')
}

const shape = <Box>({ driver }: BenchHands, fill: string, of: string): Promise<Box> => driver.executeScript<Box>(`const box = document.querySelector('.specimen-picture [fill="${fill}"]').getBoundingClientRect(); return ${of}`)

const topOf = (hands: BenchHands, fill: string) => shape<number>(hands, fill, 'box.top')

const heightOf = (hands: BenchHands, fill: string) => shape<number>(hands, fill, 'box.height')

/** Drags the head by so many px of the component, and stands still before letting go. */
async function dragHead(hands: BenchHands, px: number, meanwhile: () => Promise<void> = async () => undefined): Promise<void> {
  const { x, y, width } = await shape<{ readonly x: number; readonly y: number; readonly width: number }>(hands, HEAD, '({ x: Math.round((box.left + box.right) / 2), y: Math.round((box.top + box.bottom) / 2), width: box.width })')
  await hands.driver.actions().move({ x, y }).press().move({ x, y: y + Math.round((px * width) / 342), duration: 200 }).pause(200).perform()
  await meanwhile()
  await hands.driver.actions().release().perform()
}

/** Turns the wheel over what the sheet holds. */
async function wheel(hands: BenchHands, deltaY: number): Promise<void> {
  const at = await shape<{ readonly x: number; readonly y: number }>(hands, ROW, '({ x: Math.round((box.left + box.right) / 2), y: Math.round((box.top + box.bottom) / 2) })')
  const below = (await topOf(hands, HEAD)) + (await heightOf(hands, HEAD)) + 20
  await hands.input('dispatchMouseEvent', { type: 'mouseWheel', x: at.x, y: Math.round(Math.max(at.y, below)), deltaX: 0, deltaY })
}
