import { test } from '@jest/globals'
import { useApplication } from '../harness/application'
import type { BenchHands } from '../harness/bench'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 19, the luggage tag, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await makeTag(hands)
  await hands.newComponent('Rack')
  await makeRack(hands)
  expectAsFewAsEver('19', hands)
  await expectEveryEditWritten(hands)

  // Held it is lifted and comes along; it stops at the edges, goes on when it is thrown, and begins in its corner again.
  const start = await place(hands)
  await hold(hands, start, [-50, -30])
  await hands.until('it is lifted', async () => (await hands.middlesOf('#c8901f')).length === 1)
  await hands.driver.actions().release().perform()
  await hands.until('it lies where it was let go', async () => near(await placeOr(hands), [start[0] - 50, start[1] - 30], 4))
  await hold(hands, await place(hands), [-300, 0])
  await hands.driver.actions().release().perform()
  await hands.until('it has stopped at the edge', async () => near([(await placeOr(hands))[0], 0], [await leftEdge(hands) + 30 * (await scale(hands)), 0], 3))
  await hands.clickButton('Start over')
  await hands.until('it is in its corner again', async () => near(await placeOr(hands), start, 2))
  await expectOtherWaysAsWell('19', hands)
})

type Point = readonly [number, number]

const near = (a: Point, b: Point, within: number): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) <= within

const place = async (hands: BenchHands): Promise<Point> => {
  await hands.until('it lies there', async () => (await hands.middlesOf('#b07d12')).length === 1)
  return (await hands.middlesOf('#b07d12'))[0]!
}

const placeOr = async (hands: BenchHands): Promise<Point> => (await hands.middlesOf('#b07d12'))[0] ?? [-1, -1]

const leftEdge = (hands: BenchHands): Promise<number> => hands.driver.executeScript('return document.querySelector(".specimen-picture [fill=\'#e9e2d3\']").getBoundingClientRect().left')

const scale = (hands: BenchHands): Promise<number> => hands.driver.executeScript('return document.querySelector(".specimen-picture").getScreenCTM().a')

async function hold(hands: BenchHands, from: Point, by: Point): Promise<void> {
  const chain = hands.driver.actions().move({ x: from[0], y: from[1] }).press()
  for (const share of [0.25, 0.5, 0.75, 1]) chain.move({ x: Math.round(from[0] + by[0] * share), y: Math.round(from[1] + by[1] * share) })
  await chain.pause(200).perform()
}

/** A tag that is larger and lighter while it is held. */
async function makeTag(hands: BenchHands): Promise<void> {
  await hands.enter('Component name', 'Tag', '.crumbs')
  await hands.sayLine('60x30 at 0,0 #b07d12; frame 60x30')
  await hands.addStates('held')
  await hands.setProperties({ fill: '#c8901f', rotation: '-4' })
  await hands.addTrigger('press')
  await hands.wireAndBack('press', 'rest', 'held')
}

/** A rack whose edges a tag cannot leave. */
async function makeRack(hands: BenchHands): Promise<void> {
  await hands.setProperties({ x: '0', y: '0', width: '240', height: '120', fill: '#e9e2d3' })
  await hands.addPart('Tag', { x: '170', y: '80' })
  await hands.click(await hands.byText('Drag', 'summary'))
  for (const [label, value] of [['dragged', 'both ways'], ['limit to', 'what holds it'], ['on release', 'keep momentum'], ['settles in', '400']] as const) await hands.enter(label, value, '[aria-label="Drag"]')
}
