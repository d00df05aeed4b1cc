import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import type { InputAction } from '@rheoscope/core/document'
import { advanceTo, drawList, send, shownSurfaces, startRun, type Run } from '@rheoscope/core/run'
import { itemOf, pointOn } from '@rheoscope/core/scene'

/** Somebody at one component of the demo project. */
class Person {
  readonly run: Run

  constructor(component: string, parameters: Readonly<Record<string, string | number>> = {}) {
    this.run = startRun(skerryLine, { component }, { parameters })
  }

  wait(ms: number): this {
    advanceTo(this.run, this.run.nowMs + ms)
    return this
  }

  tap(part: string, instance = ''): this {
    const at = pointOn(drawList(this.run), instance, part)
    if (!at) throw new Error(`Nothing of ${part} can be pointed at.`)
    const inputs: readonly InputAction[] = [{ do: 'move', ...at, pointer: 'mouse' }, { do: 'press', ...at, pointer: 'mouse' }, { do: 'release', ...at, pointer: 'mouse' }]
    inputs.forEach((input) => send(this.run, input))
    return this
  }

  key(key: string): this {
    send(this.run, { do: 'key', key, modifiers: {} })
    return this
  }

  is(instance = '', axis = 0): string {
    const { compiled, states } = this.run.instances.get(instance)!
    return compiled.component.axes[axis]!.states.find(({ id }) => id === states[axis])!.name
  }

  shows(part: string, property: string, instance = ''): unknown {
    return itemOf(drawList(this.run), instance, part)?.values[property]
  }
}

test('01 the crew tray is as high as what is in it, and one yes/no says whether it is open', () => {
  const person = new Person('crewTray').tap('trayButton').wait(260)
  expect([person.is(), person.run.instances.get('')!.environment.isOpen, person.shows('trayArrow', 'rotation')]).toEqual(['open', true, 180])
  expect(person.shows('trayBox', 'height')).toBeGreaterThan(80)
  expect(person.tap('trayButton').wait(260).shows('trayBox', 'height')).toBe(0)
})

describe('02 the deck filter', () => {
  const chip = (kind: string) => `filter-${kind}`
  const news = (person: Person) => [...person.run.instances.get('')!.contents.keys()].filter((step) => step.startsWith('filterList:')).map((step) => step.slice(-1))

  test('exactly one chip is chosen, as wide as its word, and the list has what is of its kind', () => {
    const person = new Person('deckFilter')
    expect([news(person), person.is(chip('sea')), person.is(chip('food'))]).toEqual([['1', '3'], 'chosen', 'plain'])
    const wide = person.shows('chipBody', 'width', chip('sea')) as number
    person.tap('chipBody', chip('food')).wait(280)
    expect([person.is(chip('sea')), person.is(chip('food')), person.is(chip('safety'))]).toEqual(['plain', 'chosen', 'plain'])
    expect(person.shows('chipBody', 'width', chip('sea'))).toBe(40)
    expect(person.shows('chipBody', 'width', chip('food'))).toBeGreaterThan(60)
    expect(wide).toBeGreaterThan(60)
    expect(person.wait(400).run.shared['shown'] ?? person.run.instances.get('')!.environment.shown).toBe('food')
    expect(news(person)).toEqual(['2', '5'])
  })

  test('its width travels, and the word never shows at a width it does not fit', () => {
    const person = new Person('deckFilter').tap('chipBody', chip('food')).wait(140)
    const width = person.shows('chipBody', 'width', chip('food')) as number
    expect(width > 44 && width < 76).toBe(true)
    expect(person.shows('chipBody', 'clip', chip('food'))).toBe(true)
  })
})

test('07 a cabin opens into its sheet, the others step back and do not answer, and come back when it closes', () => {
  const run = startRun(skerryLine, { screen: 'cabins' })
  const card = (number: number) => `cabins-cabinDeck/cabinList:cabin${number}`
  const at = pointOn(drawList(run), card(216), 'cabinPlate')!
  for (const what of ['move', 'press', 'release'] as const) send(run, { do: what, ...at, pointer: 'mouse' })
  const sheet = () => itemOf(drawList(run), '@cabin/cabin-cabinSheet', 'sheetPlate')!.values
  expect([sheet().width, sheet().height, sheet().fill]).toEqual([342, 72, '#e3ecf2'])
  advanceTo(run, 360)
  expect([sheet().height, sheet().fill]).toEqual([420, '#24506f'])
  expect([214, 216, 218].map((number) => run.instances.get(card(number))!.states)).toEqual([['cabinAway'], ['cabinHere'], ['cabinAway']])
  expect(itemOf(drawList(run), card(216), 'cabinPlate')).toBeUndefined()
  send(run, { do: 'key', key: 'Escape', modifiers: {} })
  advanceTo(run, 1000)
  expect([run.shared['openCabin'], run.instances.get(card(214))!.states, shownSurfaces(run).length]).toEqual(['', ['cabinHere'], 1])
})

test('08 tasks are ticked one by one or all at once; a kind that is hidden keeps its ticks', () => {
  const person = new Person('safetyRound').tap('safetyPlate', 'safety-0').wait(200)
  expect([0, 1, 2, 3].map((task) => person.is(`safety-${task}`))).toEqual(['done', 'open', 'open', 'open'])
  person.tap('roundPlate', 'round-Deck').wait(200)
  expect([person.is('round-Deck'), person.shows('safety-0', 'visible'), person.shows('safety-2', 'visible')]).toEqual(['off', false, true])
  expect(person.tap('roundPlate', 'round-Deck').wait(200).is('safety-0')).toBe('done')
  person.tap('roundPlate', 'round-Engine').tap('roundAll').wait(200)
  expect([0, 1, 2, 3].map((task) => person.is(`safety-${task}`))).toEqual(['done', 'done', 'done', 'done'])
  expect(person.shows('safety-3', 'visible')).toBe(true)
})

test('04 the slides go round both ways, by themselves unless somebody is there, and by the arrow keys', () => {
  expect(new Person('seenFromTheDeck').wait(4000).is()).toBe('grey seal')
  expect(new Person('seenFromTheDeck').tap('deckBack').wait(9000).is()).toBe('puffin')
  const person = new Person('seenFromTheDeck').tap('deckOn')
  send(person.run, { do: 'exit', pointer: 'mouse' })
  expect(person.wait(20_000).is()).toBe('grey seal')
  expect([person.key('ArrowRight').is(), person.key('ArrowRight').is(), person.key('ArrowLeft').is()]).toEqual(['puffin', 'gannet', 'puffin'])
})

test('11 each notice opens to the height of its own text, and those below make room', () => {
  const item = (index: number) => `noticesList:notice${index}`
  const person = new Person('harbourNotices').tap('cardPlate', item(1)).wait(220)
  const short = person.shows('cardPlate', 'height', item(1)) as number
  person.tap('cardPlate', item(2)).wait(220)
  const long = person.shows('cardPlate', 'height', item(2)) as number
  expect(long).toBeGreaterThan(short + 20)
  expect(person.shows('cardPlate', 'y', item(3))).toBeCloseTo(short + long + 16, 1)
})

test.each([64, 120])('14 the excerpt is cut at %i px and opens to all of it and a little more', (cut) => {
  const person = new Person('readOn', { cut })
  expect(person.shows('readCut', 'height')).toBe(cut)
  person.tap('readMore').wait(240)
  expect(person.shows('readCut', 'height')).toBeCloseTo((person.shows('readText', 'height') as number) + 12, 1)
  expect([person.shows('readMore', 'text'), person.shows('readCut', 'fadeBottom')]).toEqual(['Less', 0])
})

describe('19 the luggage tag', () => {
  const drag = (person: Person, steps: readonly (readonly [x: number, y: number])[]) => {
    const [first, ...others] = steps
    const hand = (what: 'press' | 'move' | 'release', [x, y]: readonly [number, number]) => send(person.run, { do: what, x, y, pointer: 'mouse' })
    hand('move', first!)
    hand('press', first!)
    for (const at of others) {
      person.wait(20)
      hand('move', at)
    }
    return () => hand('release', others.at(-1)!)
  }

  test('is lifted while it is held and stops at the edges', () => {
    const person = new Person('luggageRack')
    const letGo = drag(person, [[50, 36], [80, 50], [900, 900]])
    expect([person.is('rackFirst'), person.shows('rackFirst', 'translateX'), person.shows('rackFirst', 'translateY')]).toEqual(['held', 300 - 92 - 16, 180 - 40 - 16])
    letGo()
    expect(person.is('rackFirst')).toBe('lying')
  })

  test('thrown it goes on, and still stops at the edge', () => {
    const person = new Person('luggageRack')
    drag(person, [[50, 36], [60, 36], [70, 36], [80, 36]])()
    const before = person.shows('rackFirst', 'translateX') as number
    expect(before).toBe(30)
    person.wait(480)
    expect(person.shows('rackFirst', 'translateX')).toBeGreaterThan(before + 50)
    expect(person.shows('rackFirst', 'translateX')).toBeLessThanOrEqual(192)
  })
})

test('21 any of three buttons opens the notice, and what lies behind it answers nothing meanwhile', () => {
  for (const opener of ['drillPost', 'drillBell', 'drillMap']) {
    const person = new Person('drillNotice').tap(opener).wait(200)
    expect([person.is(), person.shows('drillDialog', 'opacity')]).toEqual(['shown', 1])
    expect(pointOn(drawList(person.run), '', 'drillPost')).toBeNull()
    expect(person.tap('drillClose').wait(160).is()).toBe('gone')
    expect(person.tap(opener).key('Escape').is()).toBe('gone')
  }
})
