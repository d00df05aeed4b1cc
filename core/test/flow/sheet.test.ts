import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { arrowPath, flowFile, flowOf, laidOutFlow, type Flow, type FlowArrow, type FlowLink, type FlowScreen, type FlowSheet } from '@rheoscope/core/flow'
import { drawList, startRun } from '@rheoscope/core/run'

const drawnScreens = (): readonly FlowScreen[] => skerryLine.screens.map(({ id, width, height }) => ({ id, width, height, y: undefined, drawn: drawList(startRun(skerryLine, { screen: id })) }))

interface Box { readonly x: number; readonly y: number; readonly width: number; readonly height: number }

const segments = ({ points }: FlowArrow) => points.slice(1).map((to, index) => ({ from: points[index]!, to }))

const labelBox = ({ label, link }: FlowArrow): Box => ({ x: label.x - link.label.length * 3.1, y: label.y - 8, width: link.label.length * 6.2, height: 16 })

const overlap = (a0: number, a1: number, b0: number, b1: number) => Math.min(Math.max(a0, a1), Math.max(b0, b1)) - Math.max(Math.min(a0, a1), Math.min(b0, b1))

const meet = (a: Box, b: Box) => overlap(a.x, a.x + a.width, b.x, b.x + b.width) > 0 && overlap(a.y, a.y + a.height, b.y, b.y + b.height) > 0

/** What is wrong with a sheet: arrows that share a stretch, slant, or labels that lie on something. */
function wrongIn({ arrows, boxes }: FlowSheet): readonly string[] {
  const wrong: string[] = []
  for (const [index, arrow] of arrows.entries()) {
    for (const { from, to } of segments(arrow)) {
      if (from.x !== to.x && from.y !== to.y) wrong.push(`${arrow.link.id} slants`)
      if (meet({ x: Math.min(from.x, to.x), y: Math.min(from.y, to.y), width: Math.abs(from.x - to.x) || 0.01, height: Math.abs(from.y - to.y) || 0.01 }, labelBox(arrow))) wrong.push(`${arrow.link.id} goes through its label`)
    }
    for (const box of boxes) if (meet(labelBox(arrow), box)) wrong.push(`the label of ${arrow.link.id} lies on ${box.id}`)
    for (const other of arrows.slice(index + 1)) {
      if (meet(labelBox(arrow), labelBox(other))) wrong.push(`the labels of ${arrow.link.id} and ${other.link.id} meet`)
      for (const a of segments(arrow)) for (const b of segments(other)) {
        const isShared = (a.from.x === a.to.x && b.from.x === b.to.x && a.from.x === b.from.x && overlap(a.from.y, a.to.y, b.from.y, b.to.y) > 0) || (a.from.y === a.to.y && b.from.y === b.to.y && a.from.y === b.from.y && overlap(a.from.x, a.to.x, b.from.x, b.to.x) > 0)
        if (isShared) wrong.push(`${arrow.link.id} and ${other.link.id} share a stretch`)
      }
    }
    for (const other of arrows) if (other !== arrow) for (const { from, to } of segments(other)) {
      if (meet({ x: Math.min(from.x, to.x), y: Math.min(from.y, to.y), width: Math.abs(from.x - to.x) || 0.01, height: Math.abs(from.y - to.y) || 0.01 }, labelBox(arrow))) wrong.push(`${other.link.id} goes through the label of ${arrow.link.id}`)
    }
  }
  return wrong
}

test('the demo: every screen in the column of its steps, arrows from the very elements', () => {
  const flow = flowOf(skerryLine)
  expect(flow.columns.map(({ title, screens }) => `${title}: ${screens.join(' ')}`)).toEqual(['start: home', '1 step: cabins crossing tides decks', '2 steps: cabin', 'other entry points: purser kiosk wall counter', '1 step from there: basket'])
  const sheet = laidOutFlow(flow, drawnScreens())
  expect(wrongIn(sheet)).toEqual([])
  const tides = sheet.arrows.find(({ link }) => link.from === 'home' && link.to === 'tides')!
  const home = sheet.boxes.find(({ id }) => id === 'home')!
  // The link “Tides” stands at 700 of 844 px.
  expect(tides.points[0]!.y).toBeGreaterThan(home.y + 695 * home.scale)
  expect(tides.points[0]!.y).toBeLessThan(home.y + 730 * home.scale)
  expect(tides.link.label).toBe('tap · 320 ms')
  const file = flowFile(sheet, (id) => id, (id) => drawnScreens().find((screen) => screen.id === id)!.drawn)
  expect(file).toContain('Which port?')
  expect(file).toContain('tap · 320 ms')
})

const names = Array.from({ length: 12 }, (_, index) => `s${index}`)

const aFlow = fc.record({
  columns: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 1, maxLength: 5 }),
  links: fc.array(fc.record({ from: fc.nat(), to: fc.nat(), x: fc.integer({ min: 0, max: 300 }), y: fc.integer({ min: 0, max: 780 }), label: fc.constantFrom('tap', 'tap · 320 ms', 'long press · 1,200 ms') }), { maxLength: 24 }),
  sizes: fc.array(fc.constantFrom({ width: 390, height: 844 }, { width: 834, height: 1112 }, { width: 1690, height: 900 }, { width: 120, height: 80 }), { minLength: 12, maxLength: 12 }),
  put: fc.array(fc.option(fc.integer({ min: 0, max: 900 }), { nil: undefined }), { minLength: 12, maxLength: 12 }),
})

test('no two arrows share a stretch and no label lies on anything, whatever leads where', () => {
  fc.assert(fc.property(aFlow, ({ columns, links, sizes, put }) => {
    let next = 0
    const placed = columns.map((many, index) => ({ title: `${index}`, screens: names.slice(next, (next += many)) }))
    const ids = placed.flatMap(({ screens }) => screens)
    const flow: Flow = { columns: placed, links: links.map(({ from, to, label }, index): FlowLink => ({ id: `l${index}`, from: ids[from % ids.length]!, to: ids[to % ids.length]!, by: 'go to screen', element: { instance: '', part: `p${index}` }, rule: null, label })) }
    const screens = ids.map((id, index): FlowScreen => ({ id, ...sizes[index]!, y: put[index], drawn: [] }))
    const sheet = laidOutFlow(flow, screens)
    expect(wrongIn(sheet)).toEqual([])
    expect(sheet.boxes.map(({ id }) => id).toSorted()).toEqual(ids.toSorted())
    for (const box of sheet.boxes) for (const other of sheet.boxes) if (box !== other) expect(meet(box, other)).toBe(false)
  }), { numRuns: 200 })
})

test('a screen stays where it is put, unless another one is there', () => {
  const flow: Flow = { columns: [{ title: 'start', screens: ['s0', 's1'] }], links: [] }
  const at = (y0: number | undefined, y1: number | undefined) => {
    const { boxes, top } = laidOutFlow(flow, [{ id: 's0', width: 390, height: 844, y: y0, drawn: [] }, { id: 's1', width: 390, height: 844, y: y1, drawn: [] }])
    return ['s0', 's1'].map((id) => boxes.find((box) => box.id === id)!.y - top)
  }
  expect(at(500, undefined)).toEqual([500, 500 + 250 + 44])
  expect(at(500, 100)).toEqual([500, 100])
  expect(at(120, 100)).toEqual([100 + 250 + 44, 100])
})

test('corners are rounded as far as their sides reach', () => {
  expect(arrowPath([{ x: 0, y: 0 }, { x: 20, y: 0 }, { x: 20, y: 4 }])).toBe('M0 0L18 0Q20 0 20 2L20 4')
  expect(arrowPath([{ x: 0, y: 0 }, { x: 20, y: 0 }])).toBe('M0 0L20 0')
})
