import type { Component } from '../document'
import { BARE, lone, doesNothing, rounded, rule, state, timed, to } from './building'

/** An icon by itself, as large as it is made, for slots. */
const iconOnly = (id: string, name: string, icon: string): Component => ({
  ...BARE,
  id, name,
  parts: [
    { id: `${id}Frame`, kind: 'container', name: 'frame', parent: null, base: { width: 24, height: 24 } },
    { id: `${id}Icon`, kind: 'icon', name: 'icon', parent: `${id}Frame`, base: { width: 24, height: 24, icon, fill: '#ffffff', pinX: 'both', pinY: 'both', receivesInput: false } },
  ],
  axes: [lone(`${id}Axis`)],
})

export const ticketIcon = iconOnly('ticketIcon', 'Ticket icon', 'ticket-confirmation-outline')
export const anchorIcon = iconOnly('anchorIcon', 'Anchor icon', 'anchor')

const AXIS = 'ticketAxis'

const sized = (size: string, hue: number, fontSize: number, icon: number, across: number, down: number) =>
  state(`ticket${size}`, size, hue, {
    ticketPlate: { paddingLeft: across, paddingRight: across, paddingTop: down, paddingBottom: down, gap: Math.round(across / 2) },
    ticketLabel: { fontSize },
    ticketGap: { width: icon, height: icon },
  })

/** A button in three sizes, with an icon that can be exchanged; icon and label can each be switched off. */
export const ticketButton: Component = {
  ...BARE,
  id: 'ticketButton',
  name: 'Ticket button',
  parts: [
    {
      id: 'ticketPlate', kind: 'container', name: 'plate', parent: null,
      base: {
        layout: 'row', align: 'center', gap: 8, widthFrom: 'content', heightFrom: 'content', paddingLeft: 16, paddingRight: 16, paddingTop: 10, paddingBottom: 10,
        fill: '#24506f', cursor: 'pointer', role: 'button', accessibleName: { expr: 'label' }, ...rounded(6),
      },
    },
    { id: 'ticketGap', kind: 'slot', name: 'icon', parent: 'ticketPlate', slot: 'ticketSlot', base: { width: 20, height: 20, visible: { expr: 'showIcon' } } },
    { id: 'ticketLabel', kind: 'text', name: 'label', parent: 'ticketPlate', base: { text: { expr: 'label' }, fontSize: 15, fontWeight: '700', fill: '#ffffff', widthFrom: 'content', heightFrom: 'content', visible: { expr: 'showLabel' } } },
  ],
  axes: [
    { id: 'ticketSize', name: 'size', start: 'ticketM', boundTo: { parameter: 'size' }, states: [sized('S', 0, 12, 14, 10, 6), sized('M', 1, 15, 20, 16, 10), sized('L', 2, 20, 28, 22, 14)] },
    {
      id: AXIS, name: 'press', start: 'ticketRest', boundTo: null,
      states: [
        state('ticketRest', 'rest', 0, {}),
        state('ticketOver', 'over', 1, { ticketPlate: { fill: '#3b6d91' } }),
        state('ticketDown', 'down', 2, { ticketPlate: { fill: '#1a3a52', scaleX: 0.97, scaleY: 0.97 } }),
      ],
    },
  ],
  rules: [
    rule('ticketEnter', { axis: AXIS, on: { on: 'enter' }, in: ['ticketRest'], go: to('ticketOver'), motion: timed(80, 'ease-out') }),
    rule('ticketLeave', { axis: AXIS, on: { on: 'leave' }, in: ['ticketOver', 'ticketDown'], go: to('ticketRest'), motion: timed(120, 'ease-out') }),
    rule('ticketAway', { axis: AXIS, on: { on: 'leave' }, in: ['ticketRest'], go: doesNothing }),
    rule('ticketPress', { axis: AXIS, on: { on: 'press' }, in: ['ticketRest', 'ticketOver'], go: to('ticketDown'), motion: timed(60, 'ease-out') }),
    rule('ticketRelease', { axis: AXIS, on: { on: 'release' }, in: ['ticketDown'], go: to('ticketRest'), motion: timed(120, 'ease-out') }),
  ],
  parameters: [
    { id: 'ticketText', name: 'label', type: 'text', initial: 'Ticket' },
    { id: 'ticketSizeChoice', name: 'size', type: 'choice', initial: 'M', choices: ['S', 'M', 'L'] },
    { id: 'ticketSlot', name: 'icon', type: 'slot', initial: ticketIcon.id },
    { id: 'ticketShowIcon', name: 'showIcon', type: 'yes/no', initial: true },
    { id: 'ticketShowLabel', name: 'showLabel', type: 'yes/no', initial: true },
  ],
}
