import { expect, it } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, type Component, type InputAction } from '@rheoscope/core/document'
import { advanceTo, drawListAt, send, startRun } from '@rheoscope/core/run'
import { itemOf, paint, toMarkup } from '@rheoscope/core/scene'
import { withPageSlots } from '../../src/exchange/forms/page-slots'

const ticketButton = certain(skerryLine.components.find(({ id }) => id === 'ticketButton'))

/** The ticket button with an icon of no size of its own, in all its sizes. */
const open: Component = {
  ...ticketButton,
  parts: ticketButton.parts.map((part) => (part.id === 'ticketGap' ? { ...part, base: {} } : part)),
  axes: ticketButton.axes.map((axis) => ({ ...axis, states: axis.states.map((state) => ({ ...state, look: { ...state.look, ticketGap: {} } })) })),
}

const give = (name: string, value: string | number): InputAction => ({ do: 'parameter', instance: '', name, value })

/** How wide the button is, at rest, and its slot as markup, once a page has put something of a size into it. */
function filled(component: Component, width: number, height: number) {
  const { project, slots: [slot] } = withPageSlots({ ...skerryLine, components: skerryLine.components.map((each) => (each.id === component.id ? component : each)) }, component)
  const run = startRun(project, { component: component.id })
  const { parameter, component: content, width: across, height: down } = certain(slot)
  for (const input of [give(parameter, content), give(across, width), give(down, height)]) send(run, input)
  advanceTo(run, 5000)
  const list = drawListAt(run, 5000)
  return { wide: certain(list[0]).values.width, slot: toMarkup(certain(paint([certain(itemOf(list, '', 'ticketGap'))], 'S')[0])) }
}

it('a slot with no size of its own is as large as what the page puts there', () => {
  const empty = filled(open, 0, 0).wide
  fc.assert(fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 1, max: 300 }), (width, height) => {
    const { wide, slot } = filled(open, width, height)
    expect(wide).toBeCloseTo(empty + width, 6)
    expect(slot).toContain(`<foreignObject width="${width}" height="${height}"><slot name="icon" data-width="content" data-height="content"/></foreignObject>`)
  }), { numRuns: 20 })
})

it('a slot whose size is designed keeps it, whatever the page puts there', () => {
  const { wide, slot } = filled(ticketButton, 120, 90)
  expect(wide).toBe(filled(ticketButton, 1, 1).wide)
  expect(slot).toContain('<foreignObject width="20" height="20"><slot name="icon" data-width="fixed" data-height="fixed"/></foreignObject>')
})

it('what holds the size is called like nothing else', () => {
  const taken = { ...skerryLine, variables: [{ id: 'a', name: 'iconWidth', type: 'number' as const, start: 7 }] }
  expect(withPageSlots(taken, ticketButton).slots).toMatchObject([{ name: 'icon', width: 'iconWidth_', height: 'iconHeight' }])
})
