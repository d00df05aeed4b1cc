import type { Component, Part } from '../document'
import { BARE, lone, rule, state, timed, to } from './building'

const AXIS = 'lampAxis8'

/** The eight regions around the lamp: name, column and row of nine fields, and the direction in degrees clockwise from up. */
const REGIONS = [
  ['north', 1, 0, 0], ['northeast', 2, 0, 45], ['east', 2, 1, 90], ['southeast', 2, 2, 135],
  ['south', 1, 2, 180], ['southwest', 0, 2, 225], ['west', 0, 1, 270], ['northwest', 0, 0, 315],
] as const

const FIELD = { width: 80, height: 60 }

const SEA = { width: 3 * FIELD.width, height: 3 * FIELD.height, fill: '#1d2b33' }

/** What is in the middle: the tower, and the beam that turns about its foot. */
const lamp = (prefix: string): readonly Part[] => [
  {
    id: `${prefix}Beam`, kind: 'path', name: 'beam', parent: `${prefix}Sea`,
    base: { x: 104, y: 18, width: 32, height: 72, d: 'M16 72L0 0H32Z', fill: '#f6d365', opacity: 0.85, transformOriginX: 0.5, transformOriginY: 1, pinX: 'centre', pinY: 'centre', receivesInput: false },
  },
  { id: `${prefix}Tower`, kind: 'ellipse', name: 'tower', parent: `${prefix}Sea`, base: { x: 108, y: 78, width: 24, height: 24, fill: '#c8401f', stroke: '#fbf8f1', strokeWidth: 3, pinX: 'centre', pinY: 'centre', receivesInput: false } },
]

/** A lamp that turns its beam to the region the pointer is in, the shortest way from wherever it is: eight rules, from any to any. */
export const lighthouse: Component = {
  ...BARE,
  id: 'lighthouse',
  name: 'Lighthouse, eight regions',
  parts: [
    { id: 'houseSea', kind: 'container', name: 'sea', parent: null, base: SEA },
    ...REGIONS.map(([name, column, row]): Part => ({
      id: `region-${name}`, kind: 'box', name, parent: 'houseSea',
      base: { x: column * FIELD.width, y: row * FIELD.height, ...FIELD, fill: '#2f6f9f', opacity: 0.12, pinX: 'scale', pinY: 'scale' },
    })),
    ...lamp('house'),
  ],
  axes: [{
    id: AXIS, name: 'beam', start: 'beam-north', boundTo: null,
    states: REGIONS.map(([name, , , rotation], hue) => state(`beam-${name}`, name, hue, { houseBeam: { rotation }, [`region-${name}`]: { opacity: 0.3 } })),
  }],
  rules: REGIONS.map(([name]) => ({
    ...rule(`turn-${name}`, { axis: AXIS, on: { on: 'enter' }, part: `region-${name}`, in: [], go: to(`beam-${name}`), motion: timed(420, 'ease-out', { velocity: 'keep' }) }),
    within: { except: [] },
  })),
}

/** The same lamp, following the pointer all the way round. */
export const lighthouseBeam: Component = {
  ...BARE,
  id: 'lighthouseBeam',
  name: 'Lighthouse, all around',
  parts: [
    { id: 'aroundSea', kind: 'container', name: 'sea', parent: null, base: SEA },
    ...lamp('around').map((part): Part => (part.name === 'beam' ? { ...part, base: { ...part.base, rotation: { expr: 'angleToPointer(beam)' } } } : part)),
  ],
  axes: [lone('around')],
}
