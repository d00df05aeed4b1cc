import type { Component } from '../document'
import { BARE, lone, doesNothing, rounded, rule, state, timed, to } from './building'

const AXIS = 'tagAxis'

/** A tag that looks lifted while it is held. */
export const luggageTag: Component = {
  ...BARE,
  id: 'luggageTag',
  name: 'Luggage tag',
  parts: [
    { id: 'tagPlate', kind: 'container', name: 'plate', parent: null, base: { width: 92, height: 40, fill: '#8a5f0c', cursor: 'grab', role: 'img', accessibleName: { expr: 'label' }, ...rounded(6) } },
    { id: 'tagHole', kind: 'ellipse', name: 'hole', parent: 'tagPlate', base: { x: 8, y: 16, width: 8, height: 8, fill: '#fbf8f1', receivesInput: false } },
    { id: 'tagLabel', kind: 'text', name: 'label', parent: 'tagPlate', base: { x: 24, y: 11, width: 60, height: 18, text: { expr: 'label' }, fontSize: 14, fontWeight: '600', fill: '#ffffff', receivesInput: false } },
  ],
  axes: [{
    id: AXIS, name: 'tag', start: 'tagLying', boundTo: null,
    states: [
      state('tagLying', 'lying', 0, {}),
      state('tagHeld', 'held', 1, { tagPlate: { scaleX: 1.08, scaleY: 1.08, rotation: -4, cursor: 'grabbing', shadow: [{ x: 0, y: 6, blur: 12, spread: 0, colour: '#1d2b3355', inset: false }] } }),
    ],
  }],
  rules: [
    rule('tagLift', { axis: AXIS, on: { on: 'press' }, in: ['tagLying'], go: to('tagHeld'), motion: timed(90, 'ease-out') }),
    rule('tagLiftAgain', { axis: AXIS, on: { on: 'press' }, in: ['tagHeld'], go: doesNothing }),
    rule('tagDrop', { axis: AXIS, on: { on: 'release' }, in: ['tagHeld'], go: to('tagLying'), motion: timed(160, 'ease-out') }),
    rule('tagDropAgain', { axis: AXIS, on: { on: 'release' }, in: ['tagLying'], go: doesNothing }),
  ],
  parameters: [{ id: 'tagText', name: 'label', type: 'text', initial: 'Cabin' }],
}

/** A rack with two tags that are dragged about inside it, stopped at its edges, and can be thrown. */
export const luggageRack: Component = {
  ...BARE,
  id: 'luggageRack',
  name: 'Luggage rack',
  parts: [
    { id: 'rackFrame', kind: 'container', name: 'frame', parent: null, base: { width: 300, height: 180, fill: '#e9e2d3', clip: true, ...rounded(10) } },
    ...([['rackFirst', 'Cabin', 16, 16], ['rackSecond', 'Hold', 192, 124]] as const).map(([id, label, x, y]) => ({
      id, kind: 'instance' as const, name: label, parent: 'rackFrame', component: 'luggageTag', start: {}, base: { x, y, 'param:tagText': label },
      drag: { along: 'both', limitTo: 'parent', snapTo: 'anywhere', points: [], keepsMomentum: true, settleMs: 480, easing: 'ease-out' } as const,
    })),
  ],
  axes: [lone('rack')],
}
